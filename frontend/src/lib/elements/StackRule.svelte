<!-- The shot's frames, and on them exactly what each element shows when; its hairline sets them all. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import HairlineRule from '$lib/frame-rule/HairlineRule.svelte';
	import { HELD, type RuleLayout } from '$lib/frame-rule/layout';
	import { hand } from '$lib/hand/hand.svelte';
	import RuleBand from '$lib/frame-rule/RuleBand.svelte';
	import SoundBand from './SoundBand.svelte';

	let {
		shot,
		rule,
		sounds,
		frame,
		selected,
		onframe,
		onlook,
		onselect
	}: {
		shot: number;
		rule: Schema<'FrameRule'>;
		sounds: Schema<'LinkedSound'>[];
		frame: number;
		selected: number | null;
		onframe: (frame: number) => void;
		onlook: (view: Schema<'FrameRange'> | null) => void;
		onselect: (id: number) => void;
	} = $props();

	const BAND = $derived(hand.large ? HELD : 15);
	const FIRST = 40;
	const SOUND = 30;

	const soundsFrom = $derived(FIRST + rule.bands.length * BAND + 2);
	const places = $derived<RuleLayout>({
		scales: { shot: { line: 6, up: false, text: 28, tone: 'ink' } },
		bands: Object.fromEntries(
			rule.bands.map((band, n) => [band.key, { y: FIRST + n * BAND, height: 8 }])
		),
		tall: soundsFrom + sounds.length * SOUND + 4
	});

	/** The ends of the selected element, or of the first band. */
	function ends(): Schema<'FrameRange'> | null {
		const band = rule.bands.find((each) => each.key === `element-${selected}`) ?? rule.bands[0];
		const runs = band ? [...band.runs, ...(band.fills ?? []).map((each) => each.frames)] : [];
		if (!runs.length) return null;
		return {
			first: Math.min(...runs.map((run) => run.first)),
			last: Math.max(...runs.map((run) => run.last))
		};
	}
</script>

<HairlineRule
	{rule}
	{places}
	{frame}
	label="Frames of the stack"
	{ends}
	{onframe}
	{onlook}
	onband={(key) => key.startsWith('element-') && onselect(Number(key.replace('element-', '')))}
>
	{#snippet bands(geometry, view)}
		{#each rule.bands as band (band.key)}
			<RuleBand
				{band}
				{geometry}
				{view}
				place={places.bands[band.key]!}
				chosen={band.key === `element-${selected}`}
				runs={band.runs}
			/>
		{/each}
		{#each sounds as sound, n (sound.id)}
			<SoundBand
				{shot}
				{sound}
				view={{ first: rule.first, last: rule.last }}
				{geometry}
				y={soundsFrom + n * SOUND}
				height={SOUND - 6}
			/>
		{/each}
	{/snippet}
</HairlineRule>
