<!-- A newer version on disk: what it differs in, and taking it. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { words, type Schema } from '$lib/api/client';
	import { newerVersionQuery } from '$lib/api/element-queries';

	let {
		newer,
		onthis,
		onall
	}: {
		newer: Schema<'NewerVersion'>;
		onthis: () => void;
		/** Take the newest of every element of the production. */
		onall: () => void;
	} = $props();

	const compared = createQuery(() => newerVersionQuery(newer));
</script>

<section aria-label="Newer version" class="my-1 border-l-2 border-ink pl-3">
	<p class="flex flex-wrap items-baseline gap-x-4">
		<span
			>newer: <strong class="num font-semibold">{newer.label || newer.newest}</strong>
			<span class="num text-fine text-ink2">{newer.newest}</span></span
		>
		<span class="ml-auto flex gap-4">
			<button type="button" class="act" onclick={onthis}>Take {newer.label || 'it'}</button>
			<button type="button" class="act" onclick={onall}>Take all newer ones</button>
		</span>
	</p>
	{#if compared.data}
		{#each compared.data.differences as said, i (i)}<p class="text-sm">{said}</p>{/each}
		{#if !compared.data.differences.length && !compared.data.problem}<p class="text-ink2">
				Nothing about it differs.
			</p>{/if}
		{#if compared.data.problem}<p class="text-ink2">{compared.data.problem}</p>{/if}
	{:else if compared.error}<p class="text-red">{words(compared.error)}</p>
	{:else}<p class="text-ink2">Comparing …</p>{/if}
</section>
