<!-- Takes what is dropped where the page has no place for it to the page that has one. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { client } from '$lib/api/query-client';
	import { deskQuery } from '$lib/api/production-queries';
	import Notice from '$lib/shell/Notice.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { folderOf, isCarried, namesIn, namesOf } from './carried';
	import { dropped, takerOf } from './dropped.svelte';
	import Looked from './Looked.svelte';

	let said = $state('');
	let looked = $state.raw<{ name: string; folder: string; entries: string[] } | null>(null);

	/** The production that a cut is read into: the one that is open, or the only one. */
	async function cutPage(): Promise<string> {
		const spine = spines.at(page.url.pathname);
		if (spine?.kind === 'production') return `/p/${spine.id}?read`;
		const { productions } = await client.fetchQuery(deskQuery());
		return productions.length === 1 && productions[0] ? `/p/${productions[0].id}?read` : '';
	}

	/** Look for a folder, or for files that nothing here opens: they may be on a volume. */
	async function takeFolder(folder: FileSystemDirectoryEntry): Promise<void> {
		said = '';
		looked = { name: folder.name, folder: folder.name, entries: await namesIn(folder) };
	}

	async function take(file: File, names: string[]): Promise<void> {
		said = '';
		looked = null;
		const taker = takerOf(file.name);
		const to =
			taker === 'cut'
				? await cutPage()
				: { setup: '/?open=file', profile: '/people?open=file', archive: '/away', none: '' }[
						taker ?? 'none'
					];
		if (!taker) {
			looked = { name: file.name, folder: '', entries: names };
			return;
		}
		if (!to) {
			said = `${file.name} is a cut: open the production that it is of, and drop it there.`;
			return;
		}
		dropped.wait(file);
		await goto(to);
	}
</script>

<svelte:window
	ondragover={(event) => {
		if (isCarried(event)) event.preventDefault();
	}}
	ondrop={(event) => {
		if (!isCarried(event)) return;
		const files = event.dataTransfer?.files;
		const folder = folderOf(event.dataTransfer);
		// No place for a file takes a folder.
		if (dropped.places && !folder) return;
		event.preventDefault();
		if (folder) void takeFolder(folder);
		else if (files?.[0]) void take(files[0], namesOf(files));
	}}
/>
{#if looked}
	{#key looked}<Looked {...looked} onclose={() => (looked = null)} />{/key}
{:else if said}
	<Notice>
		{said}
		<button type="button" class="act" onclick={() => (said = '')}>Dismiss</button>
	</Notice>
{/if}
