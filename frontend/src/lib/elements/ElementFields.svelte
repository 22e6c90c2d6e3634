<!-- How an element is named, laid, placed and used; each field says what it becomes. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { PICTURE_ROLES } from './roles';
	import Choice from '$lib/ui/choice/Choice.svelte';

	let {
		linked,
		onchange
	}: {
		linked: Schema<'LinkedElement'>;
		onchange: (values: Schema<'ElementValues'>) => void;
	} = $props();

	const ALIGNS = {
		timecode: 'by timecode',
		number: 'by file number',
		first: 'from the first file'
	};
	const PLACINGS = ['inside', 'cover', 'by width', 'by height', 'pixel for pixel'] as const;
	const USES = ['frame for frame', 'in real time'] as const;
	const FILLINGS = ['nothing', 'held', 'repeated', 'forth and back'] as const;

	const shotsWay = $derived(`as the shot: ${linked.placed_by_shot}`);
	const said = $derived(linked.line.header['rate'] ?? 'not stated');
	const alignOf = (words: string) =>
		(Object.keys(ALIGNS) as Schema<'Align'>[]).find((key) => ALIGNS[key] === words) ?? 'first';

	/** A whole number as typed; what is none is left in its field. */
	function whole(event: Event & { currentTarget: HTMLInputElement }): number | null {
		const field = event.currentTarget;
		const text = field.value.trim().replace('−', '-').replace(/^\+/, '');
		const ok = /^-?\d{1,8}$/.test(text);
		field.setCustomValidity(ok ? '' : 'A whole number of frames, as in −12 or 8');
		field.reportValidity();
		return ok ? Number(text) : null;
	}
</script>

{#snippet filling(label: string, key: 'before' | 'between' | 'after')}
	<div class="flex items-center gap-2">
		<span class="w-[74px] text-ink2">{label}</span>
		<Choice
			label="What {linked.name} shows {label}"
			value={linked[key]}
			options={FILLINGS}
			onchoose={(how) => onchange({ [key]: how as Schema<'Filling'> })}
		/>
	</div>
{/snippet}

{#snippet frames(label: string, key: 'offset' | 'slip', title: string)}
	<label class="flex items-center gap-2" {title}>
		<span class="w-[46px] text-ink2">{label}</span>
		<input
			class="field num w-[8ch] text-right font-medium text-ink"
			inputmode="numeric"
			autocomplete="off"
			value={linked[key]}
			onchange={(event) => {
				const typed = whole(event);
				if (typed !== null) onchange({ [key]: typed });
			}}
		/>
		<span class="text-ink2">frames</span>
	</label>
{/snippet}

<div class="grid grid-cols-[auto_auto] justify-between gap-x-3 gap-y-1.5 pt-1 pb-3">
	<label class="flex items-center gap-2">
		<span class="w-[74px] text-ink2">called</span>
		<input
			class="field num w-[17ch] font-medium text-ink"
			autocomplete="off"
			spellcheck="false"
			maxlength="60"
			placeholder="as its files"
			value={linked.own_name}
			onchange={(event) => onchange({ name: event.currentTarget.value })}
		/>
	</label>
	<div class="flex items-center gap-2">
		<span class="w-[46px] text-ink2">is a</span>
		<Choice
			label="What {linked.name} is to the shot"
			value={linked.role}
			options={PICTURE_ROLES}
			onchoose={(role) => onchange({ role: role as Schema<'Role'> })}
		/>
	</div>
	{@render filling('before it', 'before')}
	{@render frames('moved', 'offset', 'Moves it among the frames of the shot')}
	{@render filling('in its gaps', 'between')}
	{@render frames('slipped', 'slip', 'Shows later frames of it in the same place')}
	{@render filling('after it', 'after')}
	<span></span>
	<div class="col-span-2 flex items-center gap-2">
		<span class="w-[74px] text-ink2">laid</span>
		<Choice
			label="How {linked.name} is laid on the shot"
			value={ALIGNS[linked.line.align as Schema<'Align'>] ?? ''}
			options={Object.values(ALIGNS)}
			onchoose={(words) => onchange({ align: alignOf(words) })}
		/>
	</div>
	<div class="col-span-2 flex items-center gap-2">
		<span class="w-[74px] text-ink2">at the rate</span>
		<input
			class="field num w-[11ch] font-medium text-ink"
			aria-label="Rate of {linked.name}"
			placeholder={said}
			title="Empty: what its files state ({said})"
			value={linked.own_rate ?? ''}
			onchange={(event) => onchange({ rate: event.currentTarget.value })}
		/>
		<Choice
			label="How its rate is used, {linked.name}"
			value={linked.use}
			options={USES}
			onchoose={(use) => onchange({ use: use as Schema<'RateUse'> })}
		/>
	</div>
	<div class="col-span-2 flex flex-wrap items-center gap-2">
		<span class="w-[74px] text-ink2">on the canvas</span>
		<Choice
			label="How {linked.name} meets the canvas"
			value={linked.placing ?? shotsWay}
			options={[shotsWay, ...PLACINGS]}
			onchoose={(way) => onchange({ placing: PLACINGS.find((each) => each === way) ?? null })}
		/>
		<span data-becomes>{linked.becomes}</span>
	</div>
	<label class="col-span-2 flex min-h-[24px] items-center gap-2 pl-[82px]">
		<input
			type="checkbox"
			class="accent-ink"
			checked={linked.line_work}
			onchange={(event) => onchange({ line_work: event.currentTarget.checked })}
		/>
		line work, drawn at any size
	</label>
</div>
