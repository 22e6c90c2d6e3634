<!-- The shot's files: what is linked to it, and what a folder holds. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { again, elementsQuery } from '$lib/api/queries';
	import { counted, workWords } from '$lib/words';
	import Busy from '$lib/shell/Busy.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import MediaCard from '$lib/media/MediaCard.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import LinkedCard from '$lib/media/LinkedCard.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';

	const ROLES = [
		['plate', 'Link as the plate'],
		['artwork', 'as artwork'],
		['render', 'as a render']
	] as const;

	const shot = openShot();
	const path = { shot_id: shot.id };

	let volume = $state('');
	let folder = $state('');
	let here = $state.raw<Schema<'FolderPage'> | null>(null);
	let wrong = $state('');
	/** What was linked just now: what it says is offered to the shot. */
	let offered = $state.raw<Schema<'LinkRequest'> | null>(null);

	const elements = createQuery(() => elementsQuery(shot.id));
	const linked = $derived(elements.data);
	const reading = new FollowedJob<Schema<'MediaJob'>>(
		`/shots/${shot.id}/media-jobs`,
		(known, told) => ({
			...told,
			// An event tells what was found since the last one.
			results: [...(known?.results ?? []).slice(0, told.first), ...told.results]
		})
	);
	const trouble = $derived(
		wrong || reading.trouble || (elements.error ? words(elements.error) : '')
	);

	// The plate's folder is where others lie too.
	$effect(() => {
		const plate = linked?.[0];
		if (!plate || volume) return;
		volume = plate.volume;
		folder = plate.folder;
	});

	/** Read what a folder holds, and follow how far it is. */
	async function read(page: Schema<'FolderPage'>): Promise<void> {
		here = page;
		wrong = '';
		reading.forget();
		if (!page.found.length) return;
		const body = { volume: page.volume, path: page.path };
		await reading.follow(() =>
			take(api.POST('/api/v1/shots/{shot_id}/media-jobs', { params: { path }, body }))
		);
	}

	async function act(work: Promise<unknown>): Promise<void> {
		wrong = '';
		try {
			await work;
		} catch (error) {
			wrong = words(error);
		}
		await again(shot.id);
	}

	function link(body: Schema<'LinkRequest'>): void {
		offered = null;
		const linking = take(api.POST('/api/v1/shots/{shot_id}/elements', { params: { path }, body }));
		void act(linking.then(() => (offered = body)));
	}

	/** The change that taking what a file says would be, to be seen before it is made. */
	const changeBy = (body: Schema<'LinkRequest'>) =>
		`/s/${shot.id}/change?${new URLSearchParams({
			volume: body.volume,
			path: body.path ?? '',
			file: body.name
		})}`;

	const of = (id: number) => ({ path: { ...path, element_id: id } });

	function setRate(id: number, rate: string, use: Schema<'RateUse'>): void {
		const address = '/api/v1/shots/{shot_id}/elements/{element_id}/rate';
		void act(take(api.PUT(address, { params: of(id), body: { rate, use } })));
	}

	function place(id: number, placing: Schema<'FitMode'> | null, lineWork: boolean): void {
		const address = '/api/v1/shots/{shot_id}/elements/{element_id}/placement';
		void act(take(api.PUT(address, { params: of(id), body: { placing, line_work: lineWork } })));
	}

	function unlink(id: number): void {
		const address = '/api/v1/shots/{shot_id}/elements/{element_id}';
		void act(take(api.DELETE(address, { params: of(id) })));
	}

	const isLinked = (name: string) =>
		linked?.some(
			(each) => each.volume === volume && each.folder === folder && each.line.name === name
		);
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if offered}
	<Notice calm
		><span><span class="num">{offered.name}</span> is linked.</span>
		<a class="act" href={changeBy(offered)}
			>See what taking its size, rate and timecode would change</a
		></Notice
	>
{/if}
<main
	class="grid min-h-0 grow grid-cols-[minmax(0,5fr)_minmax(0,6fr)] tight:block tight:overflow-y-auto"
>
	<section
		class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
		aria-label="Linked to this shot"
	>
		<h2 class="pb-2 text-head font-semibold">Linked to this shot</h2>
		{#each linked ?? [] as each (each.id)}
			<LinkedCard
				linked={each}
				onagain={(align) =>
					link({
						volume: each.volume,
						path: each.folder,
						name: each.line.name,
						role: each.role as Schema<'Role'>,
						align
					})}
				onunlink={() => unlink(each.id)}
				onrate={(rate, use) => setRate(each.id, rate, use)}
				onplace={(placing, lineWork) => place(each.id, placing, lineWork)}
			/>
		{:else}
			{#if linked}
				<p class="border-t border-rule py-3 text-ink2">
					None yet. Choose its folder on the right, and link the sequence or movie that belongs to
					it. The files stay where they are.
				</p>
			{/if}
		{/each}
	</section>
	<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="Folder">
		<h2 class="pb-2 text-head font-semibold">On disk</h2>
		{#if linked}<FolderPicker
				bind:volume
				bind:path={folder}
				onopen={(page) => void read(page)}
			/>{/if}
		<div class="pt-3">
			{#if reading.state && reading.busy}
				<Busy
					what={workWords(reading.state, 'Reading every header')}
					done={reading.state.done}
					total={reading.state.total}
					onstop={() => void reading.stop()}
				/>
			{:else if reading.state?.message}
				<p class="py-2">{reading.state.message}</p>
			{/if}
			{#each reading.state?.results ?? [] as line (line.name)}
				<MediaCard {line}>
					{#snippet actions()}
						{#if isLinked(line.name)}<span class="text-ink2">linked to this shot</span>
						{:else if !line.problem}
							{#each ROLES as [role, words] (role)}
								<button
									type="button"
									class="act"
									onclick={() => link({ volume, path: folder, name: line.name, role })}
									>{words}</button
								>
							{/each}
						{/if}
					{/snippet}
				</MediaCard>
			{/each}
			{#if here && !here.found.length}
				<p class="border-t border-rule py-3 text-ink2">
					No pictures and no movies {here.folders.length
						? 'here; look in its folders'
						: 'in this folder'}.
				</p>
			{/if}
			{#if here?.other_files}<p class="text-xs text-ink2">
					{counted(here.other_files, 'other file is', 'other files are')} left out.
				</p>{/if}
			{#if here?.left_out}<p class="text-xs text-ink2">
					{counted(here.left_out, 'entry leads', 'entries lead')} outside the volume or can't be opened:
					left out.
				</p>{/if}
		</div>
	</section>
</main>
