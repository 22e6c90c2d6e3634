<!-- One setting: what the edit asks, what is set, and what that means. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import Sentence from '$lib/drawings/Sentence.svelte';
	import Companions from '$lib/company/Companions.svelte';
	import { company } from '$lib/shot/open.svelte';
	import { titled } from '$lib/keys/keys.svelte';
	import Fields from './Fields.svelte';
	import type { SheetSession } from './session.svelte';
	import Trouble from './Trouble.svelte';

	let {
		row,
		session,
		selected,
		writing = $bindable(),
		onselect
	}: {
		row: Schema<'SheetRow'>;
		session: SheetSession;
		selected: boolean;
		writing: boolean;
		onselect: () => void;
	} = $props();

	const others = company();

	let reason = $state('');
	const typedRate = $derived(session.typed.rate?.rate ?? '');
	const differs = $derived(row.state === 'differs' || row.state === 'reason');

	$effect(() => {
		if (writing) reason = row.reason ?? '';
	});

	/** Whether the fields stand as some texts say. */
	const same = (texts: Record<string, string>) =>
		row.fields.every((field) => field.hint || texts[field.part] === field.text);

	async function give(): Promise<void> {
		await session.commit(row.key);
		await session.save({}, { [row.key]: reason });
		writing = false;
	}

	function focused(input: HTMLInputElement): void {
		input.focus();
	}
</script>

<div
	class="grid min-h-[35px] ledger-columns items-center gap-x-2 border-t border-rule/60 py-1 pr-4 pl-4"
	class:selected
	data-row={row.key}
	data-state={row.state}
	data-hint-setting={row.key}
	data-hint-name={row.label}
	data-hint={row.help}
	role="group"
	aria-label={row.label}
	onfocusin={onselect}
>
	<Mark
		state={row.required === null && row.state === 'follows' ? 'follows' : row.state}
		word={row.word}
	/>
	<span class="font-medium"
		>{row.label}
		<Companions others={others?.on(row.key) ?? []} size={13} where="on {row.label}" /></span
	>
	<span class="num text-xs leading-tight break-words text-blue">{row.required ?? ''}</span>
	<Fields
		{row}
		locked={row.locked !== null}
		ontype={(part, text) =>
			row.key === 'canvas' ? session.typeSide(part, text) : session.type(row.key, part, text)}
		oncommit={() => void session.commit(row.key)}
		onleave={() => session.leave(row.key)}
	/>
	<div class="text-sm leading-tight text-ink2" data-means>
		{#if row.locked && !row.problem}
			<span class="block text-ink" data-locked
				>{row.locked.label}
				{#if !same(row.locked.texts[row.key] ?? {})}
					<button
						type="button"
						class="act"
						onclick={() => row.locked && void session.save(row.locked.texts)}
						>Use what it is locked at</button
					>
				{/if}</span
			>
		{/if}
		{#if row.understood}
			<span class="num block text-xs text-ink" data-understood>= {row.understood}</span>
		{/if}
		{#if row.key === 'rate' && typedRate && !row.problem}
			<a
				class="act text-ink"
				data-keeps
				href="/s/{session.id}/time?rate={encodeURIComponent(typedRate)}"
				>Keep the numbers or the timing …</a
			>{' '}
		{/if}
		{#if row.key === 'canvas' && session.typed['canvas'] && !row.problem && session.drawings.canvas?.pictures.length}
			<a
				class="act text-ink"
				data-keeps
				href="/s/{session.id}/change?typed={encodeURIComponent(
					JSON.stringify({ canvas: session.typed['canvas'] })
				)}">Choose where artwork stays …</a
			>{' '}
		{/if}
		{#if row.problem}
			<Trouble
				key={row.key}
				problem={row.problem}
				fields={row.fields}
				onuse={(texts) => void session.use(row.key, texts)}
			/>
		{:else}
			{#each row.messages as said, i (i)}
				<Sentence
					text={said.text}
					strong={said.strong}
					calm={row.state === 'reason' || said.severity === 'note'}
				/>{' '}
				{#if said.fix}
					<button
						type="button"
						class="act text-ink"
						title={titled(said.fix.label, 'use')}
						onclick={() => said.fix && void session.save(said.fix.texts)}>{said.fix.label}</button
					>{' '}
				{/if}
			{/each}
			{#if writing}
				<span class="mt-1 flex items-center gap-2">
					<input
						class="field grow text-ink"
						aria-label="Why {row.label.toLowerCase()} differs"
						placeholder="Why it differs"
						maxlength="200"
						bind:value={reason}
						{@attach focused}
						onkeydown={(event) => {
							if (event.key === 'Enter') void give();
							if (event.key === 'Escape') writing = false;
						}}
					/>
					<button type="button" class="act text-ink" onclick={() => void give()}
						>{reason.trim() ? 'Keep reason' : 'Take reason back'}</button
					>
				</span>
			{:else if row.reason && row.reason_holds && differs}
				<button
					type="button"
					class="text-left text-ink italic"
					aria-label="Change why {row.label.toLowerCase()} differs: “{row.reason}”"
					title={titled('Change the reason', 'why')}
					onclick={() => (writing = true)}>“{row.reason}”</button
				>
			{:else if differs}
				<button
					type="button"
					class="act text-ink2"
					aria-label={row.reason
						? undefined
						: `Add a reason why ${row.label.toLowerCase()} differs`}
					title={titled('Write why it differs', 'why')}
					onclick={() => (writing = true)}
					>{row.reason ? `Why? It was “${row.reason}”` : 'Add a reason'}</button
				>
			{/if}
		{/if}
		{#if row.key === 'canvas'}
			<button
				type="button"
				class="act text-ink2"
				aria-pressed={session.held}
				title="Lock the aspect ratio: a side that is typed takes the other along"
				onclick={() => session.hold()}
				>{session.held ? 'Unlock the aspect ratio' : 'Lock the aspect ratio'}</button
			>
		{/if}
	</div>
</div>

<style>
	.selected {
		box-shadow: inset 3px 0 0 var(--ink);
		background: color-mix(in srgb, var(--stock) 35%, transparent);
	}
</style>
