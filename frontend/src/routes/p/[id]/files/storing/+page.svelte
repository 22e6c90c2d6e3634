<!-- What frames are stored as: every way against a shot, measured on its own frames. -->
<script lang="ts">
	import ShotOf from '$lib/production/ShotOf.svelte';
	import Panes from '$lib/layout/Panes.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { storingQuery } from '$lib/api/files-queries';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import { productionQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import FilesParts from '$lib/files/FilesParts.svelte';
	import StorageDetail from '$lib/files/StorageDetail.svelte';
	import StorageTable from '$lib/files/StorageTable.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { typedTexts } from '$lib/state/typed.svelte';
	import { workWords } from '$lib/words';

	type Tried = Schema<'TrialJob'>;

	const id = $derived(Number(page.params.id));
	let shot = $state(page.url.searchParams.get('shot') ?? '');
	let selected = $state('');
	let family = $state('');
	let wrong = $state('');
	let chosen = $state(0);

	const production = createQuery(() => productionQuery(id));
	const storing = createQuery(() => storingQuery(id, shot));
	const said = $derived(storing.data);
	const codes = $derived(production.data?.lines.map((line) => line.code) ?? []);
	const families = $derived([...new Set(said?.rows.map((each) => each.family))]);
	const rows = $derived(said?.rows.filter((each) => !family || each.family === family) ?? []);
	const sample = $derived(said?.samples.find((each) => each.id === chosen) ?? said?.samples[0]);
	const row = $derived(
		said?.rows.find((each) => each.name === selected) ?? said?.rows.find((each) => each.chosen)
	);

	const root = `/productions/${page.params.id}/storage-trials`;
	const trying = new FollowedJob<Tried>(root, withResults);
	const failed = $derived(trying.state?.results.filter((each) => each.trouble) ?? []);

	// Each is seen as soon as it is measured.
	$effect(() => {
		if (trying.state?.done)
			void client.invalidateQueries({ queryKey: ['production', id, 'storing'] });
	});

	async function measure(names: string[]): Promise<void> {
		wrong = '';
		await trying.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/storage-trials', {
					params: { path: { production_id: id } },
					body: { names, shot: said?.shot ?? '', element: sample?.id ?? null }
				})
			)
		);
		wrong = trying.trouble || (trying.state?.state === 'failed' ? trying.state.message : '');
		await client.invalidateQueries({ queryKey: ['production', id, 'storing'] });
		void client.invalidateQueries({ queryKey: ['production', id, 'disks'] });
	}

	function several(): void {
		if (!row) return;
		typedTexts.set(`several:${id}`, { ...typedTexts.of(`several:${id}`), stored_as: row.texts });
		void goto(`/p/${id}/change`);
	}
</script>

<FilesParts />
{#if wrong || storing.error}<Notice>{wrong || words(storing.error)}</Notice>{/if}
{#if said}
	<main class="flex min-h-0 grow tight:block tight:overflow-y-auto">
		<Panes pane="storing" label="The one that is looked at">
			<section class="flex min-h-0 min-w-0 grow flex-col" aria-label="What frames are stored as">
				<div class="flex flex-wrap items-center gap-x-4 gap-y-1 px-[22px] pt-3 pb-1">
					<h2 class="text-head font-semibold">What frames are stored as</h2>
					<ShotOf label="for" {codes} shot={said.shot} onchoose={(code) => (shot = code)} />
					<span class="text-sm text-ink2">{said.about}; {said.volume}</span>
				</div>
				<div
					class="flex flex-wrap items-center gap-x-1 px-[16px] pb-1"
					role="group"
					aria-label="Kinds"
				>
					{#each ['', ...families] as each (each)}
						<button
							type="button"
							class="toggle"
							aria-pressed={family === each}
							onclick={() => (family = each)}>{each || 'All'}</button
						>
					{/each}
					<span class="ml-auto flex items-center gap-3 pr-1.5">
						{#if trying.busy}
							<span
								>{workWords(
									trying.state!,
									`${trying.state?.done} of ${trying.state?.total} measured`
								)}</span
							>
							<button type="button" class="act" onclick={() => void trying.stop()}>Stop</button>
						{:else if said.samples.length}
							<button
								type="button"
								class="act"
								onclick={() =>
									void measure(rows.filter((each) => !each.here).map((each) => each.name))}
								>Measure {family ? 'these' : 'all'} on</button
							>
							<select
								class="field"
								aria-label="Measured on"
								value={sample?.id}
								onchange={(event) => (chosen = Number(event.currentTarget.value))}
							>
								{#each said.samples as each (each.id)}<option value={each.id}>{each.name}</option
									>{/each}
							</select>
						{:else if said.shot}
							<span class="text-ink2">Link a picture to {said.shot} to measure its frames.</span>
						{/if}
					</span>
				</div>
				<div class="min-h-0 grow overflow-y-auto pr-2 pl-[16px]">
					<StorageTable
						{rows}
						selected={row?.name ?? ''}
						reads={said.plays_bytes}
						onselect={(name) => (selected = name)}
					/>
				</div>
			</section>
			{#snippet beside()}
				<aside
					class="min-h-0 min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-4 py-3"
					aria-label="The one that is looked at"
				>
					{#if row}
						<StorageDetail
							{row}
							shot={said.shot}
							shotId={said.shot_id}
							ontry={() => void measure([row.name])}
							onseveral={several}
						/>
					{/if}
					{#each failed as each (each.name)}
						<p class="pt-2 text-sm text-red"><strong>{each.name}</strong>: {each.trouble}</p>
					{/each}
				</aside>
			{/snippet}
		</Panes>
	</main>
{/if}
