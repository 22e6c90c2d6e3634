<!-- The canvas in the edit's frame, to scale, with its figures on dimension lines. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from './Hatch.svelte';

	let { drawing }: { drawing: Schema<'CanvasDrawing'> } = $props();

	const WIDE = 404;
	const TALL = 300;
	const ROOM = { left: 44, right: 34, top: 36, bottom: 40 };

	// What there is to show: the edit's frame, and the canvas where it reaches out of it.
	const scale = $derived(
		Math.min(
			(WIDE - ROOM.left - ROOM.right) / drawing.edit.width,
			(TALL - ROOM.top - ROOM.bottom) / drawing.edit.height
		)
	);
	const x0 = $derived(ROOM.left + (WIDE - ROOM.left - ROOM.right - drawing.edit.width * scale) / 2);
	const tall = $derived(ROOM.top + drawing.edit.height * scale + ROOM.bottom);
	const at = (rect: Schema<'Rect'>) => ({
		x: x0 + rect.x * scale,
		y: ROOM.top + rect.y * scale,
		width: rect.width * scale,
		height: rect.height * scale
	});
	const edit = $derived(at(drawing.edit));
	const canvas = $derived(at(drawing.canvas));
	const below = $derived(edit.y + edit.height);
	const FIGURE = 6.6;

	/** A dimension line across, broken where its figure stands. */
	function across(rect: Schema<'Rect'>, y: number, figure: string): string {
		const gap = (figure.length * FIGURE) / 2 + 5;
		const half = Math.max(0, rect.width / 2 - gap);
		return `M${rect.x} ${y}h${half}M${rect.x + rect.width} ${y}h${-half}`;
	}

	/** A dimension line down, broken likewise. */
	function down(rect: Schema<'Rect'>, x: number, figure: string): string {
		const gap = (figure.length * FIGURE) / 2 + 5;
		const half = Math.max(0, rect.height / 2 - gap);
		return `M${x} ${rect.y}v${half}M${x} ${rect.y + rect.height}v${-half}`;
	}

	const radius = $derived(Math.min(canvas.width, canvas.height) * 0.15);
	const round = $derived(Math.abs(drawing.squeeze - 1) < 1e-9);
</script>

<svg
	viewBox="0 0 {WIDE} {tall}"
	class="w-full"
	role="img"
	aria-label="{drawing.title}: {drawing.corner}"
>
	<Hatch id="hatch" />
	<g class="blue">
		<path
			d="M{edit.x} {ROOM.top - 26}v20M{edit.x + edit.width} {ROOM.top - 26}v20{across(
				edit,
				ROOM.top - 18,
				drawing.across_edit
			)}"
		/>
		<path
			d="M{x0 - 20} {edit.y}h14M{x0 - 20} {edit.y + edit.height}h14{down(
				edit,
				x0 - 13,
				drawing.down_edit
			)}"
		/>
		<rect {...edit} fill="var(--bluewash)" stroke-width="1.6" />
	</g>
	<rect {...canvas} fill="var(--raised)" stroke="var(--ink)" stroke-width="1.6" />
	{#each drawing.bars as bar, i (i)}
		<rect {...at(bar)} fill="var(--redwash)" /><rect {...at(bar)} fill="url(#hatch)" />
	{/each}
	<g class="blue">
		<rect {...edit} />
		<rect {...at(drawing.action)} stroke-width="1" />
		<rect {...at(drawing.safe_title)} stroke-width="1" stroke-dasharray="4 4" />
		<path
			d="M{edit.x + edit.width / 2 - 7} {edit.y + edit.height / 2}h14m-7 -7v14"
			stroke-width="1"
		/>
	</g>
	<g transform="translate({canvas.x + canvas.width * 0.72} {canvas.y + canvas.height * 0.46})">
		<ellipse rx={radius} ry={radius} fill="none" stroke="var(--ink2)" />
		{#if !round}
			<ellipse
				rx={radius * drawing.squeeze}
				ry={radius}
				fill="none"
				stroke="var(--red)"
				stroke-dasharray="3 3"
			/>
		{/if}
		<text y={radius + 14} text-anchor="middle" class="soft"
			>{round ? 'a circle stays round' : 'read with the edit’s pixels'}</text
		>
	</g>
	<g class="figures">
		<text x={edit.x + edit.width / 2} y={ROOM.top - 14} text-anchor="middle" class="asked"
			>{drawing.across_edit}</text
		>
		<text
			transform="translate({x0 - 9} {edit.y + edit.height / 2}) rotate(-90)"
			text-anchor="middle"
			class="asked">{drawing.down_edit}</text
		>
		<path
			d="M{canvas.x} {below + 8}v18M{canvas.x + canvas.width} {below + 8}v18{across(
				canvas,
				below + 18,
				drawing.across_canvas
			)}"
			stroke="var(--ink)"
			fill="none"
		/>
		<text x={canvas.x + canvas.width / 2} y={below + 22} text-anchor="middle" class="own"
			>{drawing.across_canvas}</text
		>
		<text
			transform="translate({edit.x + edit.width + 18} {edit.y + edit.height / 2}) rotate(-90)"
			text-anchor="middle"
			class="own">{drawing.down_canvas}</text
		>
	</g>
</svg>

<style>
	.blue :is(path, rect) {
		stroke: var(--blueline);
		fill: none;
	}
	.blue rect[fill] {
		fill: var(--bluewash);
	}
	text {
		font-family: var(--font-figures);
		font-size: 11px;
	}
	.asked {
		fill: var(--blue);
	}
	.own {
		fill: var(--ink);
	}
	.soft {
		font-family: var(--font-words);
		fill: var(--ink2);
	}
</style>
