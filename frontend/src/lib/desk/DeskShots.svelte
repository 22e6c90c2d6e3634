<!-- Shots on the desk: pinned ones, those opened last, or whatever fits what is asked. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import type { Schema } from '$lib/api/client';
	import { changeOf } from '$lib/cut/choosing.svelte';
	import StateToggles from '$lib/production/StateToggles.svelte';
	import { UsualChoice } from '$lib/state/usual.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import { Picked } from '$lib/ui/rows/picked.svelte';
	import { counted } from '$lib/words';
	import { shotsQuery, theseShotsQuery, type Order } from './desk-queries';
	import { pinned, recent } from './kept-shots.svelte';
	import ShotCard from './ShotCard.svelte';
	import ShotRows from './ShotRows.svelte';

	let {
		text,
		newest,
		scroller
	}: {
		/** The words that are typed. */
		text: string;
		/** Those that were touched last, by anybody: for who has opened none yet. */
		newest: readonly Schema<'RecentShot'>[];
		scroller: () => HTMLElement | null;
	} = $props();

	type State = Schema<'State'>;
	const FIRST = 300;
	const ALL = 2000;
	const EVERYBODY = 'everybody';
	const ORDERS = ['', 'touched', 'code', 'production', 'state', 'artist'] as const;

	let states = $state.raw<State[]>([]);
	let artist = $state('');
	const order = new UsualChoice<Order | ''>('order of the desk', ORDERS, '');
	let every = $state(false);
	const pictures = new UsualChoice('pictures on the desk', [true, false], false);

	const asks = $derived(every || text.trim() !== '' || states.length > 0 || artist !== '');
	/** As many as are looked through; all once they are asked for. */
	let most = $state(FIRST);
	const found = createQuery(() =>
		shotsQuery({ text, state: states, artist, order: order.current, limit: asks ? most : 0 })
	);
	const shots = $derived(found.data?.shots ?? []);
	const artists = $derived(found.data?.artists ?? []);
	const pins = createQuery(() => theseShotsQuery(pinned.ids));
	const mine = createQuery(() => theseShotsQuery(recent.ids));
	const pinnedShots = $derived(pinned.ids.length ? (pins.data?.shots ?? []) : []);
	const last = $derived(
		(recent.ids.length ? (mine.data?.shots ?? newest) : newest)
			.filter((each) => !pinned.has(each.id))
			.slice(0, 12)
	);

	const picked = new Picked(() => shots.map((each) => each.id));
	const chosen = $derived(shots.filter((each) => picked.has(each.id)));
	const oneProduction = $derived(
		chosen.length > 0 && chosen.every((each) => each.production_id === chosen[0]?.production_id)
			? chosen[0]?.production_id
			: undefined
	);

	function turnState(state: State): void {
		states = states.includes(state) ? states.filter((each) => each !== state) : [...states, state];
	}

	async function openAll(): Promise<void> {
		for (const { id, code, state } of chosen) spines.open({ kind: 'shot', id, label: code, state });
		if (chosen[0]) await goto(`/s/${chosen[0].id}`);
	}

	function pinAll(): void {
		const all = chosen.every((each) => pinned.has(each.id));
		for (const { id } of chosen) if (pinned.has(id) === all) pinned.turn(id);
	}
</script>

{#snippet cards(list: readonly Schema<'RecentShot'>[])}
	<ul class="grid grid-cols-[repeat(auto-fill,minmax(300px,1fr))] gap-x-6">
		{#each list as shot (shot.id)}<li><ShotCard {shot} /></li>{/each}
	</ul>
{/snippet}

{#if pinnedShots.length && !asks}
	<section class="px-[22px] pt-5" aria-labelledby="pinned">
		<h2 id="pinned" class="pb-2 text-head font-semibold">Pinned</h2>
		{@render cards(pinnedShots)}
	</section>
{/if}
<section class="px-[22px] pt-5 pb-8" aria-labelledby="shots">
	<div class="flex flex-wrap items-center gap-x-5 gap-y-1 pb-2">
		<h2 id="shots" class="text-head font-semibold">
			{asks
				? counted(found.data?.total ?? 0, 'shot')
				: recent.ids.length
					? 'Opened last'
					: 'Recent shots'}
		</h2>
		<StateToggles tally={found.data?.tally} chosen={states} onturn={turnState} />
		{#if artists.length > 1 || artist}
			<span class="flex items-center gap-2 text-ink2"
				>saved by <Choice
					label="Saved by"
					value={artist || EVERYBODY}
					options={[EVERYBODY, ...artists]}
					onchoose={(value) => (artist = value === EVERYBODY ? '' : value)}
				/></span
			>
		{/if}
		<button type="button" class="toggle" aria-pressed={every} onclick={() => (every = !every)}
			>all shots</button
		>
		{#if asks}
			<div class="ml-auto flex" role="group" aria-label="Shown as">
				{#each [{ on: false, word: 'list' }, { on: true, word: 'pictures' }] as { on, word } (word)}
					<button
						type="button"
						class="toggle"
						aria-pressed={pictures.current === on}
						onclick={() => (pictures.current = on)}>{word}</button
					>
				{/each}
			</div>
		{/if}
	</div>
	{#if !asks}{@render cards(last)}
		{#if !last.length && !pinnedShots.length}
			<p class="border-t border-rule py-4 text-ink2">
				Shots that you open stand here. A cut sets them up: open a production.
			</p>
		{/if}
	{:else if !shots.length}
		<p class="border-t border-rule py-4">
			{found.isFetching
				? ''
				: 'No shot fits all of that. Try fewer words, or the beginning of one.'}
		</p>
	{:else}
		{#if chosen.length}
			<p
				class="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-t border-ink bg-stock px-2 py-1.5"
			>
				<strong>{chosen.length} chosen</strong>
				<button type="button" class="act" onclick={() => void openAll()}
					>Open {chosen.length === 1 ? 'it' : 'them all'}</button
				>
				<button type="button" class="act" onclick={pinAll}
					>{chosen.every((each) => pinned.has(each.id)) ? 'Unpin' : 'Pin'}</button
				>
				{#if oneProduction !== undefined}
					<a
						class="act"
						href={changeOf(
							oneProduction,
							chosen.map((each) => each.id)
						)}>Change {counted(chosen.length, 'shot')} …</a
					>
				{:else}<span class="text-ink2">of several productions: each is changed by itself</span>{/if}
				<button type="button" class="act ml-auto" onclick={() => picked.clear()}>Choose none</button
				>
			</p>
		{/if}
		{#if pictures.current}{@render cards(shots.slice(0, 240))}
			{#if shots.length > 240}
				<p class="border-t border-rule py-2 text-ink2">
					Pictures of the first 240; the list has all {shots.length}.
				</p>
			{/if}
		{:else}
			<ShotRows
				{shots}
				{picked}
				order={order.current}
				{scroller}
				onorder={(next) => (order.current = next)}
			/>
		{/if}
		{#if (found.data?.total ?? 0) > shots.length}
			<p class="border-t border-rule py-2">
				The first {shots.length} of {found.data?.total}.
				{#if most < ALL}
					<button type="button" class="act" onclick={() => (most = ALL)}
						>Show {(found.data?.total ?? 0) > ALL ? `${ALL}` : 'all of them'}</button
					>
				{:else}More words find the others.{/if}
			</p>
		{/if}
	{/if}
</section>
