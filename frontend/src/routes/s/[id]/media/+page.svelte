<!-- The shot's files: what is tied to it, and what a folder holds. -->
<script lang="ts">
	import { api, take, words, type Schema } from '$lib/api/client';
	import Busy from '$lib/shell/Busy.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import MediaCard from '$lib/media/MediaCard.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import LinkedCard from '$lib/media/LinkedCard.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';

	const ASK_EVERY = 150;
	const ROLES = [
		['plate', 'Tie as the plate'],
		['artwork', 'as artwork'],
		['render', 'as a render']
	] as const;

	const shot = openShot();
	const path = { shot_id: shot.id };

	let tied = $state.raw<Schema<'LinkedElement'>[] | null>(null);
	let volume = $state('');
	let folder = $state('');
	let here = $state.raw<Schema<'FolderPage'> | null>(null);
	let job = $state.raw<Schema<'JobState'> | null>(null);
	let trouble = $state('');
	let following = 0;

	void refresh();

	async function refresh(): Promise<void> {
		try {
			tied = await take(api.GET('/api/shots/{shot_id}/media', { params: { path } }));
			const plate = tied[0];
			if (plate && !volume) {
				volume = plate.volume;
				folder = plate.folder;
			}
			shot.hear(await take(api.GET('/api/shots/{shot_id}', { params: { path } })));
		} catch (error) {
			trouble = words(error);
		}
	}

	/** Read what a folder holds, and follow how far it is. */
	async function read(page: Schema<'FolderPage'>): Promise<void> {
		const mine = ++following;
		if (job?.state === 'running') void stop();
		here = page;
		job = null;
		trouble = '';
		if (!page.found.length) return;
		try {
			const body = { volume: page.volume, path: page.path };
			let state = await take(
				api.POST('/api/shots/{shot_id}/media/read', { params: { path }, body })
			);
			while (mine === following) {
				job = state;
				if (state.state !== 'running') return;
				await new Promise((done) => setTimeout(done, ASK_EVERY));
				state = await take(
					api.GET('/api/jobs/{number}', { params: { path: { number: state.id } } })
				);
			}
		} catch (error) {
			if (mine === following) trouble = words(error);
		}
	}

	async function stop(): Promise<void> {
		if (job) await take(api.DELETE('/api/jobs/{number}', { params: { path: { number: job.id } } }));
	}

	async function act(work: Promise<unknown>): Promise<void> {
		trouble = '';
		try {
			await work;
		} catch (error) {
			trouble = words(error);
		}
		await refresh();
	}

	function tie(at: {
		volume: string;
		path: string;
		name: string;
		role: Schema<'Role'>;
		align?: Schema<'Align'>;
	}): void {
		void act(take(api.POST('/api/shots/{shot_id}/media', { params: { path }, body: at })));
	}

	function setRate(id: number, rate: string, use: Schema<'RateUse'>): void {
		void act(
			take(
				api.PUT('/api/shots/{shot_id}/media/{element_id}/rate', {
					params: { path: { ...path, element_id: id } },
					body: { rate, use }
				})
			)
		);
	}

	function place(id: number, placing: Schema<'FitMode'> | null, lineWork: boolean): void {
		void act(
			take(
				api.PUT('/api/shots/{shot_id}/media/{element_id}/placing', {
					params: { path: { ...path, element_id: id } },
					body: { placing, line_work: lineWork }
				})
			)
		);
	}

	function unlink(id: number): void {
		void act(
			take(
				api.DELETE('/api/shots/{shot_id}/media/{element_id}', {
					params: { path: { ...path, element_id: id } }
				})
			)
		);
	}

	const isLinked = (name: string) =>
		tied?.some(
			(each) => each.volume === volume && each.folder === folder && each.line.name === name
		);
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
<main
	class="grid min-h-0 grow grid-cols-[minmax(0,5fr)_minmax(0,6fr)] tight:block tight:overflow-y-auto"
>
	<section
		class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
		aria-label="Linked to this shot"
	>
		<h2 class="pb-2 text-head font-semibold">Linked to this shot</h2>
		{#each tied ?? [] as each (each.id)}
			<LinkedCard
				tied={each}
				onagain={(align) =>
					tie({
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
			{#if tied}
				<p class="border-t border-rule py-3 text-ink2">
					None yet. Choose its folder on the right, and tie the sequence or movie that belongs to
					it. The files stay where they are.
				</p>
			{/if}
		{/each}
	</section>
	<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="Folder">
		<h2 class="pb-2 text-head font-semibold">On disk</h2>
		{#if tied}<FolderPicker
				bind:volume
				bind:path={folder}
				onopen={(page) => void read(page)}
			/>{/if}
		<div class="pt-3">
			{#if job?.state === 'running'}
				<Busy
					what="Reading every header"
					done={job.done}
					total={job.total}
					onstop={() => void stop()}
				/>
			{:else if job?.message}
				<p class="py-2">{job.message}</p>
			{/if}
			{#each job?.results ?? [] as line (line.name)}
				<MediaCard {line}>
					{#snippet actions()}
						{#if isLinked(line.name)}<span class="text-ink2">linked to this shot</span>
						{:else if !line.problem}
							{#each ROLES as [role, words] (role)}
								<button
									type="button"
									class="act"
									onclick={() => tie({ volume, path: folder, name: line.name, role })}
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
					{here.other_files} other files are left out.
				</p>{/if}
		</div>
	</section>
</main>
