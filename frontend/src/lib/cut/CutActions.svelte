<!-- What can be done with the shots of a cut: read another, choose some, set new ones up. -->
<script lang="ts">
	import { counted } from '$lib/words';
	import type { Schema } from '$lib/api/client';
	import { titled } from '$lib/keys/keys.svelte';
	import { changeOf, type Choosing } from './choosing.svelte';

	let {
		said,
		choosing,
		onread,
		onbyhand
	}: {
		said: Schema<'ProductionPage'>;
		choosing: Choosing;
		onread: () => void;
		onbyhand: () => void;
	} = $props();

	const comp = $derived(choosing.comp);
	const several = $derived(choosing.several);
	const fresh = $derived(said.lines.filter((line) => line.shot_id === null));
</script>

<span class="ml-auto flex gap-5">
	<button type="button" class="act" title={titled('Read a cut', 'readCut')} onclick={onread}
		>{said.cut ? 'Read a new cut' : 'Read a cut'}</button
	>
	{#if comp}
		<label class="flex items-baseline gap-2 text-sm"
			>tick adjoining shots, then
			<input
				class="field num"
				size="16"
				aria-label="Code of the comp"
				bind:value={choosing.compCode}
			/>
		</label>
		<button
			type="button"
			class="act"
			disabled={comp.length < 2 || !choosing.compCode.trim()}
			onclick={() => void choosing.setUpComp()}>Set up one comp of {comp.length}</button
		>
		<button type="button" class="act" onclick={() => (choosing.comp = null)}>Cancel</button>
	{:else if several}
		<a
			class="act"
			aria-disabled={!several.length}
			href={several.length ? changeOf(said.id, several) : undefined}
			>Change {counted(several.length, 'shot')} …</a
		>
		<label class="flex items-baseline gap-2 text-sm"
			>share as
			<input
				class="field"
				size="12"
				aria-label="Name of the shared setup"
				list="shared-names"
				bind:value={choosing.sharedName}
			/>
			<datalist id="shared-names">
				{#each choosing.sharing as each (each.id)}<option value={each.name}></option>{/each}
			</datalist>
		</label>
		<button
			type="button"
			class="act"
			disabled={several.length < 2 || !choosing.sharedName.trim()}
			onclick={() => void choosing.share(choosing.sharedName)}>Share</button
		>
		{#if several.some((shot) => choosing.shares(shot))}
			<button type="button" class="act" onclick={() => void choosing.share(null)}
				>Share no more</button
			>
		{/if}
		<button type="button" class="act" onclick={() => (choosing.several = null)}>Done</button>
	{:else}
		<button
			type="button"
			class="act"
			title={titled('Choose several shots', 'several')}
			onclick={() => (choosing.several = [])}>Several shots</button
		>
		<button type="button" class="act" onclick={() => (choosing.comp = [])}
			>Comp of several shots</button
		>
		<button
			type="button"
			class="act"
			title={titled('A shot that is not in the cut', 'byHand')}
			onclick={onbyhand}>Add a shot by hand</button
		>
	{/if}
	{#if fresh.length > 0 && !comp && !several}
		<button
			type="button"
			class="act"
			onclick={() =>
				void choosing.setUp(
					fresh.map((line) => line.code),
					fresh.length === 1
				)}
			>{fresh.length === 1
				? `Set up ${fresh[0]?.code}`
				: `Set up the ${fresh.length} new shots`}</button
		>
	{/if}
</span>
