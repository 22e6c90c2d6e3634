<!-- Looks on the volumes for what was dropped, and opens its folder where it is linked to a shot. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, take, words, type Schema } from '$lib/api/client';
	import Notice from '$lib/shell/Notice.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { listed } from '$lib/words';

	let {
		name,
		folder,
		entries,
		onclose
	}: {
		/** What it is called. */
		name: string;
		/** The folder's name; empty where files were dropped. */
		folder: string;
		/** The names in it. */
		entries: string[];
		onclose: () => void;
	} = $props();

	type Place = Schema<'LyingPlace'>;

	let places = $state.raw<readonly Place[]>([]);
	let said = $state('');
	/** Whether what is said is nothing wrong. */
	let calm = $state(false);
	const looking = new AbortController();

	$effect(() => {
		void look();
		return () => looking.abort();
	});

	async function look(): Promise<void> {
		try {
			const query = { folder, entry: entries };
			const found = await take(
				api.GET('/api/v1/where-it-lies', { params: { query }, signal: looking.signal })
			);
			if (found.places.length === 1) await go(found.places[0]!);
			else if (found.places.length) places = found.places;
			else said = nowhere(found);
		} catch (error) {
			if (looking.signal.aborted) return;
			said = words(error);
			// A server that is away is told at the head of the page.
			if (!said) onclose();
		}
	}

	function nowhere({ whole, away }: Schema<'Lying'>): string {
		const gone = away.length ? ` ${listed(away)} can't be looked at now.` : '';
		if (!whole)
			return `${name} wasn't found in time: the volumes are large.${gone} Open its folder from the Elements of its shot.`;
		if (folder)
			return `${name} lies on none of the volumes.${gone} Pictures are read where they lie: bring it to a volume, or name its folder as one in zero-slate.toml.`;
		return `Nothing here opens ${name}, and it lies on none of the volumes.${gone} What can be dropped: setups (.setup.json), cuts (.edl, .otio), profiles (.profile.json), archives (.zip), and files and folders of a volume.`;
	}

	const shown = (place: Place) => (place.path ? `${place.volume}: ${place.path}` : place.volume);

	async function go(place: Place): Promise<void> {
		const here = spines.at(page.url.pathname);
		const shot = here?.kind === 'shot' ? here.id : place.shot_id;
		if (shot === null) {
			places = [];
			calm = true;
			said = place.path
				? `${name} lies on ${shown(place)}. Open the shot that it is for, and drop it there.`
				: `${name} is the root of a volume. Open the shot that it is for, and drop it there.`;
			return;
		}
		const at = new URLSearchParams({ volume: place.volume, folder: place.path });
		await goto(`/s/${shot}/elements?${at}`, { state: { dropped: Date.now() } });
		onclose();
	}
</script>

<Notice calm={calm || !said}>
	{#if said}{said}
	{:else if places.length}
		<span>{name} lies in several places:</span>
		{#each places as place (shown(place))}
			<button type="button" class="act" onclick={() => void go(place)}
				>{shown(place)}{place.code ? `, ${place.code}` : ''}</button
			>
		{/each}
	{:else}Looking for {name} on the volumes …{/if}
	<button type="button" class="act" onclick={onclose}
		>{said || places.length ? 'Dismiss' : 'Stop'}</button
	>
</Notice>
