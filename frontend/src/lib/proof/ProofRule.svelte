<!-- The transport: the shot's frames, and on them which are kept ready; its hairline runs. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import HairlineRule from '$lib/frame-rule/HairlineRule.svelte';
	import type { RuleLayout } from '$lib/frame-rule/layout';
	import RuleBand from '$lib/frame-rule/RuleBand.svelte';

	let {
		rule,
		frame,
		elements,
		ready,
		range,
		onframe,
		onlook
	}: {
		rule: Schema<'FrameRule'>;
		frame: number;
		/** The numbers of the elements that are looked at; all of them for the stack. */
		elements: number[];
		/** The runs of frames that are kept ready. */
		ready: Schema<'FrameRange'>[];
		/** What is played. */
		range: Schema<'FrameRange'>;
		onframe: (frame: number) => void;
		onlook: (view: Schema<'FrameRange'> | null) => void;
	} = $props();

	const BAND = 15;
	const FIRST = 56;

	const count = $derived(ready.reduce((sum, run) => sum + run.last - run.first + 1, 0));
	const shown = $derived<Schema<'Band'>[]>([
		...rule.bands.filter(
			(each) =>
				!each.key.startsWith('element-') ||
				elements.includes(Number(each.key.replace('element-', '')))
		),
		{
			key: 'ready',
			label: `ready · ${count}`,
			tone: 'disk',
			runs: ready,
			missing: [],
			note: '',
			fills: [],
			on: true
		}
	]);
	const places = $derived<RuleLayout>({
		scales: {
			edit: { line: 20, up: true, text: 12, tone: 'blue' },
			shot: { line: 22, up: false, text: 44, tone: 'ink' }
		},
		bands: Object.fromEntries(
			shown.map((band, n) => [
				band.key,
				{ y: FIRST + n * BAND, height: band.key === 'ready' ? 4 : 8 }
			])
		),
		tall: FIRST + shown.length * BAND + 2
	});
</script>

<HairlineRule
	{rule}
	{places}
	{frame}
	label="Frames of the proof"
	ends={() => range}
	{onframe}
	{onlook}
>
	{#snippet bands(geometry, view)}
		{#each shown as band (band.key)}
			<RuleBand
				{band}
				{geometry}
				{view}
				place={places.bands[band.key]!}
				chosen={false}
				runs={band.runs}
			/>
		{/each}
	{/snippet}
</HairlineRule>
