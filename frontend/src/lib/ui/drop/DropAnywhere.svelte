<!-- Takes files that are dropped where the page has no place for them to the page that has one. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { client } from '$lib/api/query-client';
	import { deskQuery } from '$lib/api/production-queries';
	import Notice from '$lib/shell/Notice.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { dropped, takerOf } from './dropped.svelte';

	let said = $state('');

	const isFile = (event: DragEvent) => Boolean(event.dataTransfer?.types.includes('Files'));

	/** The production that a cut is read into: the one that is open, or the only one. */
	async function cutPage(): Promise<string> {
		const spine = spines.at(page.url.pathname);
		if (spine?.kind === 'production') return `/p/${spine.id}?read`;
		const { productions } = await client.fetchQuery(deskQuery());
		return productions.length === 1 && productions[0] ? `/p/${productions[0].id}?read` : '';
	}

	async function take(file: File): Promise<void> {
		said = '';
		const taker = takerOf(file.name);
		const to =
			taker === 'cut'
				? await cutPage()
				: { setup: '/?open=file', profile: '/people?open=file', archive: '/away', none: '' }[
						taker ?? 'none'
					];
		if (!to) {
			said =
				taker === 'cut'
					? `${file.name} is a cut: open the production that it is of, and drop it there.`
					: `Nothing here opens ${file.name}. Setups (.setup.json), cuts (.edl, .otio), profiles (.profile.json) and archives (.zip) are dropped anywhere; media is linked from a shot's Elements.`;
			return;
		}
		dropped.wait(file);
		await goto(to);
	}
</script>

<svelte:window
	ondragover={(event) => {
		if (isFile(event)) event.preventDefault();
	}}
	ondrop={(event) => {
		const file = event.dataTransfer?.files[0];
		if (!isFile(event) || dropped.places) return;
		event.preventDefault();
		if (file) void take(file);
	}}
/>
{#if said}
	<Notice>
		{said}
		<button type="button" class="act" onclick={() => (said = '')}>Dismiss</button>
	</Notice>
{/if}
