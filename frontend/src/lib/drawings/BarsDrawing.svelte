<!-- Stretches of time under each other, to one scale. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from './Hatch.svelte';

	let { drawing }: { drawing: Schema<'BarDrawing'> } = $props();

	const WIDE = 404;
	const LEFT = 82;
	const RIGHT = 24;
	const ROW = 34;

	const scale = $derived((WIDE - LEFT - RIGHT) / Math.max(1e-9, drawing.last - drawing.first));
	const x = (at: number) => LEFT + (at - drawing.first) * scale;
	const fits = (span: Schema<'Span'>) => (span.end - span.start) * scale > span.text.length * 6.4;
	const tall = $derived(drawing.tracks.length * ROW + 24);
</script>

<svg
	viewBox="0 0 {WIDE} {tall}"
	class="w-full"
	role="img"
	aria-label="{drawing.title}: {drawing.corner}"
>
	<Hatch id="gone" />
	{#each drawing.tracks as track, row (track.label)}
		{@const y = 12 + row * ROW}
		<g class={track.tone}>
			<text x="22" y={y + 15} class="name">{track.label}</text>
			{#each track.spans as span (span.start)}
				<rect
					x={x(span.start)}
					{y}
					width={Math.max(2, (span.end - span.start) * scale)}
					height="22"
				/>
				{#if fits(span)}
					<text x={(x(span.start) + x(span.end)) / 2} y={y + 15} text-anchor="middle" class="figure"
						>{span.text}</text
					>
				{/if}
			{/each}
		</g>
	{/each}
</svg>

<style>
	text {
		font-size: calc(11px * var(--k));
		fill: var(--ink);
	}
	.figure {
		font-family: var(--font-figures);
		font-size: calc(10.5px * var(--k));
	}
	rect {
		fill: var(--raised);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.blue rect {
		fill: var(--bluewash);
		stroke: var(--blueline);
	}
	.blue text {
		fill: var(--blue);
	}
	.disk rect {
		fill: var(--stock);
		stroke: var(--ink2);
	}
	.missing rect {
		fill: url(#gone);
		stroke: var(--red);
	}
	.missing .name {
		fill: var(--red);
	}
	.missing .figure {
		display: none;
	}
</style>
