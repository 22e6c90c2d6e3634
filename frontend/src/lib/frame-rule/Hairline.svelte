<!-- The hairline: one moment read in every count. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { RuleGeometry } from './geometry.svelte';
	import type { RuleLayout } from './layout';

	let {
		rule,
		geometry,
		places,
		frame,
		reading
	}: {
		rule: Schema<'FrameRule'>;
		geometry: RuleGeometry;
		places: RuleLayout;
		frame: number;
		reading: number;
	} = $props();
</script>

<g class="hairline" aria-hidden="true">
	<path d="M{geometry.x(frame) + geometry.scale / 2} 2v{places.tall - 6}" />
	{#each rule.scales as each (each.key)}
		{@const place = places.scales[each.key]}
		{@const words = each.readings[reading]}
		{#if place && words}
			{@const { left, wide } = geometry.flag(frame, words)}
			<rect x={left} y={place.text - 10} width={wide} height="13" />
			<text x={left + 4} y={place.text} class="figure {place.tone}">{words}</text>
		{/if}
	{/each}
</g>
