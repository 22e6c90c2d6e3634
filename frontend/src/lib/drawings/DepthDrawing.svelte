<!-- Steps of a ramp in display codes: what lies over one code is seen as bands, and hatched. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from './Hatch.svelte';

	let { drawing }: { drawing: Schema<'DepthDrawing'> } = $props();

	const WIDE = 404;
	const LEFT = 22;
	const FLOOR = 150;
	const TOP = 12;
	const MOST = 8;
	const x = (stop: number) =>
		LEFT + ((stop - drawing.first) / (drawing.last - drawing.first)) * (WIDE - 2 * LEFT);
	/** Codes by their logarithm: from a sixty-fourth to eight. */
	const y = (codes: number) => {
		const share = (Math.log2(Math.min(MOST, Math.max(1 / 64, codes))) + 6) / 9;
		return FLOOR - share * (FLOOR - TOP);
	};
	const path = (curve: Schema<'DepthCurve'>) =>
		'M' + curve.stops.map((stop, n) => `${x(stop)} ${y(curve.codes[n] ?? 0)}`).join('L');
	const over = (curve: Schema<'DepthCurve'>) =>
		curve.stops.flatMap((stop, n) => ((curve.codes[n] ?? 0) > 1.000001 ? [stop] : []));
	const grid = $derived(
		Array.from({ length: drawing.last - drawing.first + 1 }, (_, n) => drawing.first + n).filter(
			(stop) => stop % 2 === 0
		)
	);
	const DASHES = ['', '6 3', '2 3'];
</script>

{#if drawing.curves.length}
	<svg
		viewBox="0 0 {WIDE} 206"
		class="w-full"
		role="img"
		aria-label="{drawing.title}, through {drawing.corner}"
	>
		<Hatch id="bands" />
		{#each grid as stop (stop)}
			<path d="M{x(stop)} {TOP}V{FLOOR}" class="grid" />
			<text x={x(stop)} y={FLOOR + 15} text-anchor="middle"
				>{stop === 0 ? 'grey' : `${stop > 0 ? '+' : '−'}${Math.abs(stop)}`}</text
			>
		{/each}
		<path d="M{LEFT} {y(1)}H{WIDE - LEFT}" class="limit" />
		<text x={WIDE - LEFT} y={y(1) - 4} text-anchor="end" class="soft">one display code</text>
		{#each drawing.curves as curve, n (curve.name)}
			{@const coarse = over(curve)}
			{#if coarse.length}
				<rect
					x={x(coarse[0]!)}
					y={TOP}
					width={Math.max(3, x(coarse.at(-1)!) - x(coarse[0]!))}
					height={y(1) - TOP}
					fill="url(#bands)"
				/>
			{/if}
			<path d={path(curve)} class="curve" stroke-dasharray={DASHES[n % 3]} />
			<path d="M{LEFT} {176 + n * 12}h26" class="curve" stroke-dasharray={DASHES[n % 3]} />
			<text x={LEFT + 32} y={180 + n * 12}>{curve.name}</text>
		{/each}
	</svg>
{/if}

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(10.5px * var(--k));
		letter-spacing: -0.03em;
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
	.grid {
		stroke: var(--rule);
	}
	.limit {
		stroke: var(--red);
		stroke-dasharray: 4 3;
	}
	.curve {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
</style>
