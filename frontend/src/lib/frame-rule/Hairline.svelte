<!-- The hairline: one moment read in every count. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { RuleGeometry } from './geometry.svelte';
	import type { RuleLayout } from './layout';
	import type { Side } from './rule-hands.svelte';

	let {
		rule,
		geometry,
		places,
		frame,
		reading,
		free
	}: {
		rule: Schema<'FrameRule'>;
		geometry: RuleGeometry;
		places: RuleLayout;
		frame: number;
		reading: number;
		/** The side that the hand leaves free, while one lies over it: all is read there. */
		free: Side | null;
	} = $props();

	/** How far from the tip the readings stand, and how far from each other, in px. */
	const AWAY = 30;
	const LINE = 15;

	const line = $derived(geometry.x(frame) + geometry.scale / 2);
	const said = $derived(
		rule.scales.flatMap((each) => {
			const words = each.readings[reading];
			const tone = places.scales[each.key]?.tone;
			return words && tone ? [{ key: each.key, tone, words: `${each.label} ${words}` }] : [];
		})
	);
	const beside = $derived.by(() => {
		const wide = Math.max(...said.map((each) => geometry.wideOf(each.words)), 0);
		const room = geometry.width - line - AWAY > wide;
		const left = free === 'right' ? room : line - AWAY < wide;
		return { left: left ? line + AWAY : line - AWAY - wide, wide };
	});
</script>

<g class="hairline" aria-hidden="true">
	<path d="M{line} 2v{places.tall - 6}" />
	{#if free}
		<rect
			class="beside"
			x={beside.left}
			y="2"
			width={beside.wide}
			height={said.length * LINE + 5}
			data-beside={free}
		/>
		{#each said as each, n (each.key)}
			<text x={beside.left + 4} y={n * LINE + 15} class="figure {each.tone}">{each.words}</text>
		{/each}
	{:else}{#each rule.scales as each (each.key)}
			{@const place = places.scales[each.key]}
			{@const words = each.readings[reading]}
			{#if place && words}
				{@const { left, wide } = geometry.flag(frame, words)}
				<rect x={left} y={place.text - 10} width={wide} height="13" />
				<text x={left + 4} y={place.text} class="figure {place.tone}">{words}</text>
			{/if}
		{/each}{/if}
</g>
