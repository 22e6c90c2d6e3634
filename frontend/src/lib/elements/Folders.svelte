<!-- What a folder holds, every header read, each to be linked to the shot. -->
<script lang="ts">
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import Busy from '$lib/shell/Busy.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { counted, workWords } from '$lib/words';
	import LinkAs from './LinkAs.svelte';
	import MediaCard from './MediaCard.svelte';

	let {
		shot,
		linked,
		at = null,
		onlink
	}: {
		shot: number;
		linked: Schema<'LinkedElement'>[];
		/** The folder to begin with; the plate's, or the volume of the last time, without one. */
		at?: { volume: string; folder: string } | null;
		onlink: (body: Schema<'LinkRequest'>) => void;
	} = $props();

	const openShotId = () => shot;
	// The plate's folder is where others lie too.
	const beside = () => linked.find((each) => each.role === 'plate') ?? linked[0];
	const begins = () => at ?? beside();
	let volume = $state(begins()?.volume ?? '');
	let folder = $state(begins()?.folder ?? '');
	let here = $state.raw<Schema<'FolderPage'> | null>(null);

	const reading = new FollowedJob<Schema<'MediaJob'>>(
		`/shots/${openShotId()}/media-jobs`,
		withResults
	);

	/** Read what a folder holds, and follow how far it is. */
	async function read(page: Schema<'FolderPage'>): Promise<void> {
		here = page;
		reading.forget();
		if (!page.found.length) return;
		const params = { path: { shot_id: shot } };
		const body = { volume: page.volume, path: page.path };
		await reading.follow(() =>
			take(api.POST('/api/v1/shots/{shot_id}/media-jobs', { params, body }))
		);
	}

	const MOVIES = ['plate', 'background', 'artwork', 'render', 'reference', 'sound'] as const;

	const isLinked = (name: string) =>
		linked.some(
			(each) => each.volume === volume && each.folder === folder && each.line.name === name
		);
</script>

<FolderPicker
	purpose="for elements"
	bind:volume
	bind:path={folder}
	onopen={(page) => void read(page)}
/>
<div class="pt-3">
	{#if reading.trouble}<p role="alert" class="text-red">{words(reading.trouble)}</p>{/if}
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
					<LinkAs
						name={line.name}
						role={line.kind === 'sound' ? 'sound' : 'plate'}
						roles={line.kind === 'sound' ? ['sound'] : line.kind === 'movie' ? MOVIES : undefined}
						onlink={(role) => onlink({ volume, path: folder, name: line.name, role })}
					/>
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
			{counted(here.left_out, 'entry leads', 'entries lead')} outside the volume or can't be opened: left
			out.
		</p>{/if}
</div>
