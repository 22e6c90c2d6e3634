<!-- The cut: the edit format as title block, then every shot in the order of the edit. -->
<script lang="ts">
	import { counted } from '$lib/words';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { productionQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import { Choosing } from '$lib/cut/choosing.svelte';
	import CutActions from '$lib/cut/CutActions.svelte';
	import { CutFilter } from '$lib/cut/cut-filter.svelte';
	import CutFilterLine from '$lib/cut/CutFilterLine.svelte';
	import CutTable from '$lib/cut/CutTable.svelte';
	import TitleBlock from '$lib/cut/TitleBlock.svelte';
	import ByHand from '$lib/production/ByHand.svelte';
	import ReadCut from '$lib/production/ReadCut.svelte';
	import Tally from '$lib/production/Tally.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { isCarried } from '$lib/ui/drop/carried';
	import { answerKeys } from '$lib/keys/keys.svelte';

	const id = $derived(Number(page.params.id));
	const production = createQuery(() => productionQuery(id));
	const choosing = new Choosing(() => id);

	const filter = new CutFilter(() => production.data?.lines ?? []);
	let main = $state<HTMLElement | null>(null);
	let reading = $state(page.url.searchParams.has('read'));
	let byHand = $state(false);

	const said = $derived(production.data);
	const rate = $derived(said?.cells.find((cell) => cell.key === 'rate')?.value ?? '');

	answerKeys({
		readCut: () => (reading = !reading),
		byHand: () => (byHand = !byHand),
		several: () => (choosing.several = choosing.several ? null : [])
	});

	async function taken(number: number): Promise<void> {
		reading = false;
		await client.invalidateQueries({ queryKey: ['production', id] });
		// A later cut is looked at against the one before.
		if (number > 1) await goto(`/p/${id}/recut`);
	}
</script>

<svelte:window
	ondragenter={(event) => {
		if (isCarried(event)) reading = true;
	}}
/>

{#if choosing.trouble}<Notice>{choosing.trouble}</Notice>{/if}
{#if said}
	{#if reading}
		<ReadCut
			production={id}
			example={said.code_example}
			{rate}
			ontaken={(number) => void taken(number)}
			onclose={() => (reading = false)}
		/>
	{/if}
	{#if byHand}<ByHand production={id} lines={said.lines} onclose={() => (byHand = false)} />{/if}
	<main bind:this={main} class="min-h-0 grow overflow-auto px-[22px] pt-[18px] pb-6">
		<TitleBlock {said} />
		<div class="flex items-baseline gap-4 pt-4 pb-2">
			<h2 class="text-head font-semibold">Shots in cut order</h2>
			{#if said.frames}
				<span class="text-xs text-ink2"
					>{said.length} · {counted(said.frames, 'frame')} · a dot means it follows the edit</span
				>
			{/if}
			<CutActions
				{said}
				{choosing}
				onread={() => (reading = true)}
				onbyhand={() => (byHand = true)}
			/>
		</div>
		{#if said.lines.length === 0}
			<p class="border-t border-rule py-6 text-ink2">
				No shots yet: read the edit's cut list, and its shots stand here in order.
			</p>
		{:else}
			<CutFilterLine {filter} tally={said.tally} total={said.lines.length} />
			<CutTable {said} {filter} {choosing} scroller={() => main} />
			<div class="border-t border-ink pt-2"><Tally tally={said.tally} /></div>
		{/if}
	</main>
{/if}
