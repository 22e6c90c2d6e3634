<!-- The changes of several shots that were made: each is taken back as one, where it was made. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { batchesQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import { takeBack } from './take-back';
	import { clock, counted } from '$lib/words';

	let {
		production,
		ondone,
		onwrong
	}: {
		production: number;
		ondone: (words: string) => void;
		onwrong: (words: string) => void;
	} = $props();

	const past = createQuery(() => batchesQuery(production));

	async function undo(batch: number): Promise<void> {
		onwrong('');
		try {
			const { shots, stay } = await takeBack(batch);
			ondone(`Taken back in ${shots}.${stay}`);
			await client.invalidateQueries({ queryKey: ['production', production] });
			void client.invalidateQueries({ queryKey: ['shot'] });
		} catch (error) {
			onwrong(words(error));
		}
	}
</script>

{#if past.data?.length}
	<h3 class="pt-5 pb-1 font-semibold">Made before</h3>
	{#each past.data as each (each.id)}
		<p class="border-t border-rule/60 py-1.5 text-sm">
			<span class="num text-xs">{clock(each.at)}</span>
			{each.who}: {each.what}, {counted(each.shots, 'shot')}
			{#if each.undone_at}<span class="text-ink2">taken back</span>
			{:else}<button
					type="button"
					class="act"
					aria-label="Undo {each.what}, {clock(each.at)}"
					onclick={() => void undo(each.id)}>Undo</button
				>{/if}
		</p>
	{/each}
{/if}
