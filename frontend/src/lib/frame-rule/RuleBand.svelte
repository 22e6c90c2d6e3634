<!-- One band: its frames solid, what stands in for frames it hasn't hollow, what is missing hatched. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { RuleGeometry } from './geometry.svelte';
	import { LEFT, type BandPlace } from './layout';
	import type { RuleView } from './view.svelte';

	let {
		band,
		geometry,
		view,
		place,
		chosen,
		runs
	}: {
		band: Schema<'Band'>;
		geometry: RuleGeometry;
		view: RuleView;
		place: BandPlace;
		chosen: boolean;
		/** Its frames, as they are held while an end is dragged. */
		runs: Schema<'FrameRange'>[];
	} = $props();
</script>

<g class="band {band.tone}" class:chosen class:off={!band.on}>
	<text x="18" y={place.y + place.height / 2 + 4} class="name">{band.label}</text>
	{#each band.fills ?? [] as fill (fill.frames.first)}
		{#if geometry.visible(fill.frames)}
			<rect
				x={geometry.from(fill.frames)}
				y={place.y + 0.5}
				width={geometry.wide(fill.frames, 1)}
				height={place.height - 1}
				class="fill {fill.shows.replaceAll(' ', '-')}"
			>
				<title>{fill.shows}</title>
			</rect>
		{/if}
	{/each}
	{#each runs as run (run.first)}
		{#if geometry.visible(run)}
			<rect
				x={geometry.from(run)}
				y={place.y}
				width={geometry.wide(run, 1)}
				height={place.height}
			/>
		{/if}
	{/each}
	{#each band.missing as run (run.first)}
		{#if geometry.visible(run)}
			<rect
				x={geometry.from(run)}
				y={place.y - 3}
				width={geometry.wide(run, 3)}
				height={place.height + 6}
				fill="url(#short)"
				class="gap"
			/>
		{/if}
	{/each}
	{#if band.note}
		<text
			x={Math.max(
				LEFT,
				Math.min(geometry.x((band.missing.at(-1)?.last ?? view.last) + 1) + 6, geometry.width - 76)
			)}
			y={place.y + 6}
			class="name note">{band.note}</text
		>
	{/if}
</g>
