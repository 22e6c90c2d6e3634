<!-- The selected format in figures, what can be done with it, and its fields where it is one's own. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { titled } from '$lib/keys/keys.svelte';
	import OwnFormat from './OwnFormat.svelte';

	let {
		format,
		forWhat,
		writing = $bindable(),
		onkept,
		onuse,
		onremove,
		onbegin
	}: {
		format: Schema<'FormatLine'>;
		/** What it would be used for; empty where the library is only looked at. */
		forWhat: string;
		writing: boolean;
		onkept: (line: Schema<'FormatLine'>) => void;
		onuse: () => void;
		onremove: () => void;
		onbegin: () => void;
	} = $props();
</script>

<h3 class="pt-2 text-head font-semibold">{format.name}</h3>
<p class="pb-2 text-sm text-ink2">{format.purpose}</p>
{#if writing && format.id}
	{#key format.name}
		<OwnFormat {format} {onkept} onclose={() => (writing = false)} />
	{/key}
{:else}
	<dl class="text-sm">
		{#each format.facts as fact (fact.label)}
			<div class="flex justify-between border-t border-rule py-[5px]">
				<dt class="text-ink2">{fact.label}</dt>
				<dd class="num">{fact.value}</dd>
			</div>
		{/each}
	</dl>
	<p class="flex flex-wrap gap-x-5 gap-y-2 pt-3">
		{#if forWhat}
			<button type="button" class="act" title={titled('Use it', 'useFormat')} onclick={onuse}
				>See it in {forWhat} …</button
			>
		{/if}
		{#if format.id}
			<button type="button" class="act" onclick={() => (writing = true)}>Change it</button>
			<button type="button" class="act" onclick={onremove}>Delete it</button>
		{/if}
		<button
			type="button"
			class="act"
			title={titled('Duplicate this format as mine', 'ownFormat')}
			onclick={onbegin}>Duplicate as my format</button
		>
	</p>
{/if}
