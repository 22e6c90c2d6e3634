<!-- The canvas in the edit's frame, to scale, with the layers that belong to the selected row. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import GuideLines from './GuideLines.svelte';
	import { hand } from '$lib/hand/hand.svelte';
	import Hatch from './Hatch.svelte';

	let { drawing, layer }: { drawing: Schema<'CanvasDrawing'>; layer: string } = $props();

	const WIDE = 404;
	const TALL = 300;
	const ROOM = { left: 44, right: 34, top: 36, bottom: 40 };
	const FIGURE = $derived(6.6 * hand.k);

	type Rect = Schema<'Rect'>;

	// What a row shows besides the two frames: pictures that reach past them need the room.
	const reaching = $derived<Rect[]>(
		layer === 'placing'
			? [
					...drawing.pictures.flatMap((each) =>
						each.window ? [each.rect, each.window] : [each.rect]
					),
					...(drawing.artwork ? [drawing.artwork] : [])
				]
			: layer === 'working'
				? [drawing.overscan, drawing.region].filter((each) => each !== null)
				: []
	);
	const extent = $derived.by(() => {
		const all = [drawing.edit, drawing.canvas, ...reaching];
		const left = Math.min(...all.map((rect) => rect.x));
		const top = Math.min(...all.map((rect) => rect.y));
		const right = Math.max(...all.map((rect) => rect.x + rect.width));
		const bottom = Math.max(...all.map((rect) => rect.y + rect.height));
		return { x: left, y: top, width: right - left, height: bottom - top };
	});
	const scale = $derived(
		Math.min(
			(WIDE - ROOM.left - ROOM.right) / extent.width,
			(TALL - ROOM.top - ROOM.bottom) / extent.height
		)
	);
	const x0 = $derived(
		ROOM.left + (WIDE - ROOM.left - ROOM.right - extent.width * scale) / 2 - extent.x * scale
	);
	const y0 = $derived(ROOM.top - extent.y * scale);
	const tall = $derived(ROOM.top + extent.height * scale + ROOM.bottom);
	const at = (rect: Rect): Rect => ({
		x: x0 + rect.x * scale,
		y: y0 + rect.y * scale,
		width: rect.width * scale,
		height: rect.height * scale
	});
	const edit = $derived(at(drawing.edit));
	const canvas = $derived(at(drawing.canvas));
	const above = $derived(at(extent).y);
	const below = $derived(at(extent).y + at(extent).height);
	const before = $derived(at(extent).x);
	const after = $derived(at(extent).x + at(extent).width);

	/** A dimension line across, broken where its figure stands. */
	function across(rect: Rect, y: number, figure: string): string {
		const gap = (figure.length * FIGURE) / 2 + 5;
		const half = Math.max(0, rect.width / 2 - gap);
		return `M${rect.x} ${y}h${half}M${rect.x + rect.width} ${y}h${-half}`;
	}

	/** A dimension line down, broken likewise. */
	function down(rect: Rect, x: number, figure: string): string {
		const gap = (figure.length * FIGURE) / 2 + 5;
		const half = Math.max(0, rect.height / 2 - gap);
		return `M${x} ${rect.y}v${half}M${x} ${rect.y + rect.height}v${-half}`;
	}

	const radius = $derived(Math.min(canvas.width, canvas.height) * 0.15);
	const round = $derived(Math.abs(drawing.squeeze - 1) < 1e-9);
	const painted = $derived(layer === 'background');
	const caption = $derived(drawing.captions[layer] ?? drawing.captions['canvas']!);
</script>

<svg
	viewBox="0 0 {WIDE} {tall}"
	class="w-full"
	role="img"
	aria-label="{caption.title}: {caption.corner}"
	data-layer={layer}
>
	<Hatch id="hatch" />
	<g class="blue">
		<path
			d="M{edit.x} {above - 26}v20M{edit.x + edit.width} {above - 26}v20{across(
				edit,
				above - 18,
				drawing.across_edit
			)}"
		/>
		<path
			d="M{before - 20} {edit.y}h14M{before - 20} {edit.y + edit.height}h14{down(
				edit,
				before - 13,
				drawing.down_edit
			)}"
		/>
		<rect {...edit} fill="var(--bluewash)" stroke-width="1.6" />
	</g>
	{#if layer === 'working' && drawing.overscan}
		<rect
			{...at(drawing.overscan)}
			fill="var(--sheet)"
			stroke="var(--ink)"
			stroke-dasharray="6 3"
			data-overscan
		/>
	{/if}
	<rect
		{...canvas}
		fill={painted ? drawing.background : 'var(--raised)'}
		stroke="var(--ink)"
		stroke-width="1.6"
		data-canvas
	/>
	{#if layer === 'working' && drawing.region}
		<rect {...at(drawing.region)} fill="var(--stock)" stroke="var(--ink)" data-region />
	{/if}
	{#if layer === 'canvas' || layer === 'placing'}
		{#each drawing.bars as bar, i (i)}
			<rect {...at(bar)} fill="var(--redwash)" /><rect {...at(bar)} fill="url(#hatch)" />
		{/each}
	{/if}
	{#if layer === 'placing'}
		{#if drawing.artwork}
			<rect
				{...at(drawing.artwork)}
				fill="none"
				stroke="var(--ink2)"
				stroke-dasharray="6 3"
				data-artwork
			/>
		{/if}
		{#each drawing.pictures as picture, i (i)}
			{@const rect = at(picture.rect)}
			<g data-picture>
				<rect
					{...rect}
					fill="var(--ink)"
					fill-opacity="0.05"
					stroke={picture.wrong ? 'var(--red)' : 'var(--ink)'}
				/>
				<path
					d="M{rect.x} {rect.y}l{rect.width} {rect.height}M{rect.x +
						rect.width} {rect.y}l{-rect.width} {rect.height}"
					stroke={picture.wrong ? 'var(--red)' : 'var(--ink2)'}
					stroke-opacity="0.35"
				/>
				{#if picture.window}
					<!-- The data window: overscan past the picture, or the part of it that has pixels. -->
					<rect
						{...at(picture.window)}
						fill="none"
						stroke="var(--ink)"
						stroke-dasharray="2 3"
						data-window
					/>
				{/if}
				<title>{picture.name}: {picture.words}</title>
			</g>
		{/each}
	{/if}
	<g class="blue">
		<rect {...edit} />
	</g>
	<GuideLines
		guides={drawing.guides.map((guide) => ({ ...guide, rect: at(guide.rect) }))}
		{canvas}
		named={layer === 'guides'}
		all={layer === 'guides'}
	/>
	{#if layer === 'background'}
		<!-- A stroke of the line work, as it will stand on the background. -->
		<path
			d="M{canvas.x + canvas.width * 0.12} {canvas.y + canvas.height * 0.72}c{canvas.width *
				0.2} {-canvas.height * 0.7} {canvas.width * 0.36} {canvas.height * 0.3} {canvas.width *
				0.48} {-canvas.height * 0.2}s{canvas.width * 0.2} {-canvas.height * 0.1} {canvas.width *
				0.28} {canvas.height * 0.12}"
			fill="none"
			stroke={drawing.line}
			stroke-width="3"
			stroke-linecap="round"
		/>
	{:else if layer === 'canvas'}
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
	{/if}
	<g class="figures">
		<text x={edit.x + edit.width / 2} y={above - 14} text-anchor="middle" class="asked"
			>{drawing.across_edit}</text
		>
		<text
			transform="translate({before - 9} {edit.y + edit.height / 2}) rotate(-90)"
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
			transform="translate({after + 18} {edit.y + edit.height / 2}) rotate(-90)"
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
		font-size: calc(11px * var(--k));
	}
	.required {
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
