<!-- A linen tester: a square glass with a counted edge, laid on the picture. -->
<script lang="ts">
	import type { Readings } from './gl/renderer';
	import { figure, LOUPE, type Side } from './readings';

	let {
		readings,
		x,
		y,
		of
	}: {
		readings: Readings;
		/** Where it lies on the table, in the page's pixels. */
		x: number;
		y: number;
		/** The side of the square that is averaged over. */
		of: Side;
	} = $props();

	const CELL = 22;
	const side = LOUPE * CELL;
	const cells = $derived(
		Array.from({ length: LOUPE * LOUPE }, (_, n) => {
			const codes = [0, 1, 2].map((c) => readings.display[n * 4 + c]!);
			const gone = codes.some(Number.isNaN);
			const fill = codes.map((code) => Math.round(Math.min(1, Math.max(0, code)) * 255)).join(' ');
			const luma = codes[0]! * 0.3 + codes[1]! * 0.6 + codes[2]! * 0.1;
			return { n, fill: gone ? 'none' : `rgb(${fill})`, dark: luma < 0.5 };
		})
	);
	const inner = $derived((LOUPE - of) / 2);
</script>

<svg
	class="pointer-events-none absolute"
	style:left="{x}px"
	style:top="{y}px"
	width={side + 20}
	height={side + 28}
	viewBox="-10 -18 {side + 20} {side + 28}"
	aria-hidden="true"
	data-loupe
>
	<path
		d={Array.from({ length: LOUPE + 1 }, (_, n) => `M${n * CELL} -8v-9`).join('')}
		class="ticks"
	/>
	<rect x="-8" y="-8" width={side + 16} height={side + 16} class="brass" />
	<rect x="-1" y="-1" width={side + 2} height={side + 2} class="glass" />
	{#each cells as cell (cell.n)}
		<rect
			x={(cell.n % LOUPE) * CELL}
			y={Math.floor(cell.n / LOUPE) * CELL}
			width={CELL - 0.5}
			height={CELL - 0.5}
			fill={cell.fill}
		>
			<title>{figure(readings.stored[cell.n * 4])}</title>
		</rect>
	{/each}
	<rect
		x={inner * CELL - 1}
		y={inner * CELL - 1}
		width={of * CELL + 1.5}
		height={of * CELL + 1.5}
		class="square"
	/>
</svg>

<style>
	.brass {
		fill: none;
		stroke: #262626;
		stroke-width: 7;
	}
	.glass {
		fill: #3a3a3a;
	}
	.ticks {
		stroke: var(--on);
		fill: none;
	}
	.square {
		fill: none;
		stroke: #ffffff;
		stroke-width: 2;
		outline: 1px solid #000000;
	}
</style>
