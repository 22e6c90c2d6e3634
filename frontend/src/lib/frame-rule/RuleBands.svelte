<!-- Cut, work and clip range, and what is on disk under them; what is missing is hatched. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { BandDrag } from './drag.svelte';
	import type { RuleGeometry } from './geometry.svelte';
	import { RANGES, type RuleLayout } from './layout';
	import RuleBand from './RuleBand.svelte';
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
		<RuleBand
			band={each}
			{geometry}
			{view}
			{place}
			chosen={selected === each.key}
			runs={each.key in RANGES ? [drag.held(each.key) ?? each.runs[0]!] : each.runs}
		/>
	{/if}
{/each}
