<!-- What is drawn over a sheet of the table: the canvas, its overscan and guides, rows that are missing. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import GuideLines from '$lib/drawings/GuideLines.svelte';
	import type { Frame } from './gl/frame';
	import { onPage } from './hands.svelte';
	import type { TableView } from './table.svelte';

	let {
		page,
		view,
		ratio,
		guides,
		frame,
		place
	}: {
		page: Schema<'ProofPage'>;
		view: TableView;
		/** Screen pixels in one of the page's. */
		ratio: number;
		guides: boolean;
		frame: Frame | undefined;
		/** Where the picture's format lies, in canvas pixels. */
		place: Schema<'Rect'> | undefined;
	} = $props();

	const box = (rect: Schema<'Rect'>) => onPage(view, rect, page.pixel_aspect, ratio);
	const canvas = $derived(
		box({ x: 0, y: 0, width: page.canvas.width, height: page.canvas.height })
	);
	/** From the guides' pixels to the page's. */
	const overlay = $derived.by(() => {
		const g = page.guide_canvas;
		const across = canvas.width / g.width;
		const down = canvas.height / g.height;
		const left = canvas.x - g.x * across;
		return `translate(${left} ${canvas.y - g.y * down}) scale(${across} ${down})`;
	});
	/** What of the picture couldn't be read. */
	const missing = $derived.by(() => {
		if (!frame || !place || frame.rows >= frame.height) return null;
		const line = place.height / frame.format[1];
		const from = (frame.y + frame.rows * frame.reduced) * line;
		const rows = (frame.height - frame.rows) * frame.reduced * line;
		return box({ x: place.x, y: place.y + from, width: place.width, height: rows });
	});
</script>

{#if missing}<rect {...missing} fill="url(#torn)" data-missing />{/if}
{#if guides}
	<rect {...canvas} class="canvas" />
	{#if page.drawn.x || page.drawn.y}<rect {...box(page.drawn)} class="overscan" />{/if}
	<g transform={overlay} class="thin"
		><GuideLines guides={page.guides} canvas={page.guide_canvas} all /></g
	>
{/if}

<style>
	.canvas {
		fill: none;
		stroke: var(--on);
		stroke-opacity: 0.7;
	}
	.overscan {
		fill: none;
		stroke: var(--on);
		stroke-dasharray: 5 4;
	}
	.thin :global(*) {
		vector-effect: non-scaling-stroke;
	}
</style>
