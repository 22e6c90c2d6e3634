<!-- An element linked to the shot: how it agrees, how it is laid, and at which rate it is used. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import CadenceStrip from '$lib/drawings/CadenceStrip.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import MediaCard from './MediaCard.svelte';

	let {
		linked,
		onagain,
		onunlink,
		onrate,
		onplace
	}: {
		linked: Schema<'LinkedElement'>;
		onagain: (align?: Schema<'Align'>) => void;
		onunlink: () => void;
		onrate: (rate: string, use: Schema<'RateUse'>) => void;
		onplace: (placing: Schema<'FitMode'> | null, lineWork: boolean) => void;
	} = $props();

	const ALIGNS = {
		timecode: 'by timecode',
		number: 'by file number',
		first: 'from the first file'
	};
	const PLACINGS = ['inside', 'cover', 'by width', 'by height', 'pixel for pixel'] as const;
	const shotsWay = $derived(`as the shot: ${linked.placed_by_shot}`);
	const USES = ['frame for frame', 'in real time'] as const;

	const alignOf = (words: string) =>
		(Object.keys(ALIGNS) as Schema<'Align'>[]).find((key) => ALIGNS[key] === words);
	const said = $derived(linked.line.header['rate'] ?? 'not stated');
</script>

<MediaCard line={linked.line}>
	{#snippet actions()}
		<span class="text-xs text-ink2">{linked.role}</span>
		<button type="button" class="act" onclick={() => onagain()}>Read again</button>
		<button type="button" class="act" onclick={onunlink}>Unlink</button>
	{/snippet}
</MediaCard>
<div class="flex flex-wrap items-center gap-x-2 gap-y-1 pb-2 pl-6 text-ink2">
	laid on the shot
	<Choice
		label="How {linked.line.name} is laid on the shot"
		value={ALIGNS[linked.line.align as Schema<'Align'>] ?? ''}
		options={Object.values(ALIGNS)}
		onchoose={(words) => onagain(alignOf(words))}
	/>
	at
	<input
		class="field num w-[12ch] font-medium text-ink"
		aria-label="Rate of {linked.line.name}"
		placeholder={said}
		title="Empty: what its files state ({said})"
		value={linked.own_rate ?? ''}
		onchange={(event) => onrate(event.currentTarget.value, linked.use)}
	/>
	<Choice
		label="How its rate is used, {linked.line.name}"
		value={linked.use}
		options={USES}
		onchoose={(use) => onrate(linked.own_rate ?? '', use as Schema<'RateUse'>)}
	/>
	<span class="num text-[11px]">{linked.volume}/{linked.folder}</span>
</div>
<div class="flex flex-wrap items-center gap-x-2 gap-y-1 pb-2 pl-6 text-ink2">
	on the canvas
	<Choice
		label="How {linked.line.name} meets the canvas"
		value={linked.placing ?? shotsWay}
		options={[shotsWay, ...PLACINGS]}
		onchoose={(way) => onplace(PLACINGS.find((each) => each === way) ?? null, linked.line_work)}
	/>
	<span data-becomes>{linked.becomes}</span>
	<label class="flex min-h-[24px] items-center gap-1.5">
		<input
			type="checkbox"
			class="accent-ink"
			checked={linked.line_work}
			onchange={(event) => onplace(linked.placing ?? null, event.currentTarget.checked)}
		/>
		line work, drawn at any size
	</label>
</div>
{#if linked.line.cadence}
	<div class="pb-3 pl-6"><CadenceStrip drawing={linked.line.cadence} /></div>
{/if}
