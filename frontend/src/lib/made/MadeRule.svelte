<!-- The shot's frames under what is made of them: cut and work range, and the hairline. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import HairlineRule from '$lib/frame-rule/HairlineRule.svelte';
	import type { RuleLayout } from '$lib/frame-rule/layout';
	import RuleBand from '$lib/frame-rule/RuleBand.svelte';

	let {
		rule,
		frame,
		label,
		marks = [],
		onframe,
		onlook
	}: {
		rule: Schema<'FrameRule'>;
		frame: number;
		label: string;
		/** Frames at which something is keyed. */
		marks?: number[];
		onframe: (frame: number) => void;
		onlook: (view: Schema<'FrameRange'> | null) => void;
	} = $props();

	const SHOWN = ['cut', 'work'];
	const lying = $derived(rule.bands.filter((each) => SHOWN.includes(each.key)));
	const places = $derived<RuleLayout>({
		scales: { shot: { line: 6, up: false, text: 28, tone: 'ink' } },
		bands: Object.fromEntries(lying.map((band, n) => [band.key, { y: 40 + n * 14, height: 8 }])),
		tall: 44 + lying.length * 14
	});
	const ends = () => lying.find((each) => each.key === 'cut')?.runs[0] ?? rule.whole;
</script>

<HairlineRule {rule} {places} {frame} {label} {ends} {onframe} {onlook}>
	{#snippet bands(geometry, view)}
		{#each lying as band (band.key)}
			<RuleBand
				{band}
				{geometry}
				{view}
				place={places.bands[band.key]!}
				chosen={false}
				runs={band.runs}
			/>
		{/each}
		{#each marks as mark (mark)}
			<path
				d="M{geometry.x(mark) + geometry.scale / 2} 34l4 4l-4 4l-4 -4z"
				fill="var(--ink)"
				aria-hidden="true"
			/>
		{/each}
	{/snippet}
</HairlineRule>
