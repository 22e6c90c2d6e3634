<!-- Cut, work and clip range, and what is on disk under them; what is missing is hatched. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { BandDrag } from './drag.svelte';
	import type { RuleGeometry } from './geometry.svelte';
	import { LEFT, RANGES, type RuleLayout } from './layout';
	import type { RuleView } from './view.svelte';

	let {
		rule,
		geometry,
		view,
		drag,
		places,
		selected
	}: {
		rule: Schema<'FrameRule'>;
		geometry: RuleGeometry;
		view: RuleView;
		drag: BandDrag;
		places: RuleLayout;
		selected: string;
	} = $props();
</script>

{#each rule.bands as each (each.key)}
	{@const place = places.bands[each.key]}
	{#if place}
		<g class="band {each.tone}" class:chosen={selected === each.key}>
			<text x="18" y={place.y + place.height / 2 + 4} class="name">{each.label}</text>
			{#each each.key in RANGES ? [drag.held(each.key) ?? each.runs[0]!] : each.runs as run (run.first)}
				{#if geometry.visible(run)}
					<rect
						x={geometry.from(run)}
						y={place.y}
						width={geometry.wide(run, 1)}
						height={place.height}
					/>
				{/if}
			{/each}
			{#each each.missing as run (run.first)}
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
			{#if each.note}
				<text
					x={Math.max(
						LEFT,
						Math.min(
							geometry.x((each.missing.at(-1)?.last ?? view.last) + 1) + 6,
							geometry.width - 76
						)
					)}
					y={place.y + 6}
					class="name note">{each.note}</text
				>
			{/if}
		</g>
	{/if}
{/each}
