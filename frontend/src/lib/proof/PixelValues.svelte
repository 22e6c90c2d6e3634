<!-- The values of every pixel, written in it, once it is large enough to be read. -->
<script lang="ts">
	import type { Frame } from './gl/frame';
	import { valuesSeen } from './values';

	let {
		frame,
		origin,
		step,
		width,
		height,
		ratio,
		exposure
	}: {
		frame: Frame;
		/** The stored pixel at the sheet's corner, and how many one of the screen's covers. */
		origin: [number, number];
		step: [number, number];
		/** The sheet, in screen pixels. */
		width: number;
		height: number;
		/** Screen pixels in one of the page's. */
		ratio: number;
		/** Stops brighter than it is. */
		exposure: number;
	} = $props();

	let canvas = $state<HTMLCanvasElement | null>(null);
	const seen = $derived(valuesSeen(frame, origin, step, width, height, exposure, ratio));

	$effect(() => {
		const pen = canvas?.getContext('2d');
		if (!canvas || !pen) return;
		// Written anew whenever the table moves: as text of the page it would take ten times as long.
		canvas.width = width;
		canvas.height = height;
		const family = getComputedStyle(canvas).fontFamily;
		pen.font = `${seen.size * ratio}px ${family}`;
		for (const { x, y, words, light } of seen.pixels) {
			pen.fillStyle = light ? '#000000' : '#ffffff';
			words.forEach((word, n) =>
				pen.fillText(word, x + 2 * ratio, y + (seen.size + 1 + n * seen.line) * ratio)
			);
		}
	});
</script>

<canvas
	bind:this={canvas}
	class="pointer-events-none absolute inset-0"
	style:width="{width / ratio}px"
	style:height="{height / ratio}px"
	data-values={seen.pixels.length}
	aria-hidden="true"
></canvas>

<style>
	canvas {
		font-family: var(--font-figures);
	}
</style>
