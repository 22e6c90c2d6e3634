<!-- The fields of one setting, whatever its kind: figures, a choice, a name, a line of text. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import NameBox from '$lib/ui/name-box/NameBox.svelte';

	let {
		row,
		locked = false,
		ontype,
		oncommit,
		onleave
	}: {
		row: Schema<'SheetRow'>;
		locked?: boolean;
		ontype: (part: string, text: string) => void;
		oncommit: () => void;
		onleave: () => void;
	} = $props();

	const wrong = (field: Schema<'SheetField'>) =>
		row.problem?.part === field.part ||
		(!row.problem && row.value_differs && row.state !== 'reason' && !field.hint);

	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Enter') oncommit();
		if (event.key === 'Escape') onleave();
	}
</script>

<div class="flex min-w-0 flex-wrap items-center gap-1 *:max-w-full">
	{#if locked}
		<svg width="10" height="12" viewBox="0 0 10 12" role="img" aria-label="locked">
			<path d="M2.5 6V3.5a2.5 2.5 0 0 1 5 0V6" fill="none" stroke="var(--ink)" stroke-width="1.4" />
			<rect x="1" y="5.5" width="8" height="6" fill="var(--ink)" />
		</svg>
	{/if}
	{#each row.fields as field (field.part)}
		{#if field.before}<span class="num text-ink2">{field.before}</span>{/if}
		{#if /^#[0-9a-f]{6}$/.test(field.text)}
			<span
				class="inline-block h-[18px] w-[18px] border border-ink"
				style="background: {field.text}"
				aria-hidden="true"
			></span>
		{/if}
		{#if field.closed}
			<Choice
				value={field.text}
				options={field.options}
				label={field.label}
				width={Math.min(field.width, 17)}
				invalid={wrong(field)}
				onchoose={(text) => {
					ontype(field.part, text);
					oncommit();
				}}
			/>
		{:else if field.options.length}
			<NameBox
				value={field.text}
				options={field.options}
				label={field.label}
				width={field.width}
				invalid={wrong(field)}
				ontype={(text) => ontype(field.part, text)}
				{oncommit}
				{onleave}
			/>
		{:else}
			<input
				class="field num font-medium"
				style="width: calc({Math.max(field.width, Math.min(field.text.length, 30))}ch + 14px)"
				type="text"
				autocomplete="off"
				spellcheck="false"
				aria-label={field.label}
				placeholder={field.hint}
				readonly={locked}
				aria-invalid={wrong(field)}
				aria-describedby={row.problem ? `problem-${row.key}` : undefined}
				value={field.text}
				oninput={(event) => ontype(field.part, event.currentTarget.value)}
				onfocus={(event) => event.currentTarget.select()}
				onblur={(event) => {
					// A link that takes what is typed along is no reason to save it first.
					const to = event.relatedTarget;
					if (!(to instanceof HTMLElement && 'keeps' in to.dataset)) oncommit();
				}}
				{onkeydown}
			/>
		{/if}
	{/each}
</div>
