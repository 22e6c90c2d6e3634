<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, take } from '$lib/api/client';
	import Head from '$lib/shell/Head.svelte';
	import Damaged from '$lib/shell/Damaged.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { productionQuery } from '$lib/api/production-queries';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { counted, clock, cutNumber } from '$lib/words';

	let { children } = $props();

	const id = $derived(Number(page.params.id));
	const production = createQuery(() => productionQuery(id));
	const root = $derived(`/p/${id}`);

	$effect(() => {
		const said = production.data;
		if (said)
			spines.open({ kind: 'production', id: said.id, label: said.title, state: said.state });
		if (production.isError) spines.close({ kind: 'production', id });
	});

	answerKeys({
		cut: () => void goto(root),
		recut: () => void goto(`${root}/recut`),
		toAskFor: () => void goto(`${root}/to-ask-for`),
		found: () => void goto(`${root}/found`),
		files: () => void goto(`${root}/files`),
		format: () => void goto(`${root}/edit`),
		targets: () => void goto(`${root}/targets`)
	});
</script>

<Head
	title={production.data?.title ?? ''}
	subtitle={production.data
		? [production.data.kind, counted(production.data.lines.length, 'shot')]
				.filter(Boolean)
				.join(' · ')
		: ''}
	steps={[
		{ label: 'Cut', href: root, title: titled('Cut', 'cut') },
		{ label: 'Recut', href: `${root}/recut`, title: titled('Recut', 'recut') },
		{
			label: 'To ask for',
			href: `${root}/to-ask-for`,
			title: titled('Frames to ask for', 'toAskFor')
		},
		{ label: 'On disk', href: `${root}/found`, title: titled('Found on disk', 'found') },
		{ label: 'Files', href: `${root}/files`, title: titled('Where files go', 'files') },
		{ label: 'Edit format', href: `${root}/edit`, title: titled('Edit format', 'format') },
		{ label: 'Targets', href: `${root}/targets`, title: titled('Targets', 'targets') }
	]}
>
	{#snippet verdict()}
		{#if production.data}
			{@const said = production.data}
			<Mark state={said.state} />
			<div class="min-w-0">
				<p class="truncate font-semibold {said.state === 'differs' ? 'text-red' : ''}">
					{said.verdict}
				</p>
				<p class="truncate text-xs text-ink2">
					{#if said.cut}{cutNumber(said.cut.number)} · read
						<span class="num text-fine">{clock(said.cut.at)}</span>
						from {said.cut.file_name}{:else}No cut read yet{/if}
				</p>
			</div>
		{/if}
	{/snippet}
</Head>
{#if production.isError}
	<Damaged
		error={production.error}
		recover={() =>
			take(
				api.POST('/api/v1/productions/{production_id}/edit-format/recover', {
					params: { path: { production_id: id } }
				})
			)}
	/>
{:else if production.data}
	{@render children()}
{/if}
