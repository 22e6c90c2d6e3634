<!-- Side by side: shots, versions, what the edit asks, edit formats; on one scale, at one moment. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { words } from '$lib/api/client';
	import { besideQuery, versionsQuery } from '$lib/beside/beside-query';
	import BesideProof from '$lib/beside/BesideProof.svelte';
	import BesideRules from '$lib/beside/BesideRules.svelte';
	import BesideShapes from '$lib/beside/BesideShapes.svelte';
	import BesideTable from '$lib/beside/BesideTable.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import '$lib/proof/proof.css';
	import { Player } from '$lib/proof/player.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { UsualChoice } from '$lib/state/usual.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import { version } from '$lib/words';

	const MOST = 6;
	const SHOWS = ['rows', 'pictures'] as const;
	type Shows = (typeof SHOWS)[number];

	const of = $derived(page.url.searchParams.getAll('of'));
	const usually = new UsualChoice('side by side', SHOWS, 'rows');
	const shows = $derived<Shows>(
		SHOWS.find((each) => each === page.url.searchParams.get('shows')) ?? usually.current
	);
	const beside = createQuery(() => besideQuery(of));
	const said = $derived(of.length ? beside.data : undefined);

	/** Open spines that don't stand here yet. */
	const open = $derived(
		spines.all
			.map((each) => ({ ...each, of: `${each.kind === 'shot' ? 's' : 'p'}${each.id}` }))
			.filter((each) => !of.includes(each.of))
	);
	const pictured = $derived((said?.sides ?? []).filter((side) => side.picture_of !== null));

	function go(next: readonly string[], how: Shows = shows): void {
		const query = new URLSearchParams(next.map((each) => ['of', each]));
		query.set('shows', how);
		usually.current = how;
		void goto(`/beside?${query}`, { keepFocus: true, noScroll: true, replaceState: true });
	}

	/** The shot whose versions are chosen from: the last one that was added. */
	const versioned = $derived(
		/^s(\d+)/.exec(of.findLast((each) => each.startsWith('s')) ?? '')?.[1]
	);
	const versions = createQuery(() =>
		versionsQuery(Number(versioned ?? 0), versioned !== undefined)
	);
	const older = $derived(
		(versions.data?.versions ?? [])
			.slice(1)
			.map((each) => ({
				of: `s${versioned}v${each.number}`,
				label: `${version(each.number)} ${each.name}`.trim()
			}))
			.filter((each) => !of.includes(each.of))
	);

	let chosen = $state<number | null>(null);
	const last = $derived(Math.max(0, (said?.moments.seconds.length ?? 1) - 1));
	/** The moment that all sides are at: where the cut begins, until another is gone to. */
	const at = $derived(
		Math.min(last, chosen ?? Math.max(0, said?.moments.seconds.findIndex((each) => each >= 0) ?? 0))
	);
	const step = $derived((said?.moments.seconds[1] ?? 1 / 24) - (said?.moments.seconds[0] ?? 0));

	/** By its place, whether a side's picture of a frame is there, or never will be. */
	const ready = new Map<number, (frame: number) => boolean>();
	const isReady = (moment: number) =>
		[...ready].every(([place, is]) => {
			const frame = said?.moments.frames[place]?.[moment] ?? null;
			return frame === null || is(frame);
		});
	const player = new Player({
		run: () => ({ first: 0, last }),
		over: () => 1,
		under: () => step,
		fields: () => false,
		ready: isReady,
		show: (moment) => (chosen = moment)
	});
	$effect(() => () => player.stop());

	function play(): void {
		if (player.playing) player.stop();
		else player.play(at);
	}

	function moveTo(moment: number): void {
		player.stop();
		chosen = moment;
	}

	answerKeys({ play });
</script>

<Head
	title="Side by side"
	subtitle={said
		? said.sides.map((side) => side.label).join(' · ')
		: 'Shots, versions, edits, productions'}
>
	{#snippet verdict()}
		{#if said}
			<div class="flex" role="group" aria-label="Shown">
				{#each SHOWS as each (each)}
					<button
						type="button"
						class="toggle"
						aria-pressed={shows === each}
						onclick={() => go(of, each)}>{each}</button
					>
				{/each}
			</div>
		{/if}
	{/snippet}
</Head>
{#if beside.error}<Notice>{words(beside.error)}</Notice>{/if}
<main class="flex min-h-0 grow flex-col overflow-y-auto" aria-label="Side by side">
	<div
		class="flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-rule bg-stock px-[22px] py-2"
	>
		{#each said?.sides ?? [] as side (side.of)}
			<span class="flex items-baseline gap-2">
				{#if side.kind === 'shot'}<Mark state={side.state} size={10} />{/if}
				<strong class="num {side.kind === 'shot' ? '' : 'text-blue'}">{side.label}</strong>
				<span class="text-xs text-ink2">{side.about}</span>
				<button
					type="button"
					class="act text-xs"
					aria-label="Take {side.label}, {side.about}, away"
					onclick={() => go(of.filter((each) => each !== side.of))}>away</button
				>
			</span>
		{/each}
		{#if of.length < MOST}
			<span class="ml-auto flex flex-wrap items-baseline gap-x-4">
				<span class="text-ink2">Beside {of.length ? 'it' : 'each other'}:</span>
				{#each open as each (each.of)}
					<button type="button" class="act" onclick={() => go([...of, each.of])}
						>{each.label}</button
					>
				{/each}
				{#if versioned && !of.includes(`e${versioned}`)}
					<button type="button" class="act text-blue" onclick={() => go([...of, `e${versioned}`])}
						>what its edit asks</button
					>
				{/if}
				{#if older.length}
					<Choice
						label="An older version"
						value="an older version"
						options={['an older version', ...older.map((each) => each.label)]}
						onchoose={(label) => {
							const found = older.find((each) => each.label === label);
							if (found) go([...of, found.of]);
						}}
					/>
				{/if}
				{#if !open.length && !versioned}
					<span class="text-ink2"
						>open shots or productions first: their spines are offered here</span
					>
				{/if}
			</span>
		{/if}
	</div>
	{#if said && said.sides.length > 1}
		{#if shows === 'pictures'}
			<div class="flex min-h-[320px] grow gap-px bg-ink">
				{#each pictured as side (side.of)}
					{@const place = said.sides.indexOf(side)}
					<BesideProof
						shot={side.picture_of ?? 0}
						label={side.label}
						frame={said.moments.frames[place]?.[at] ?? null}
						onproof={(is) => {
							ready.set(place, is);
							return () => {
								ready.delete(place);
							};
						}}
					/>
				{:else}<p class="bg-sheet px-[22px] py-4">None of these has pictures.</p>{/each}
			</div>
		{:else}
			<div class="px-[22px] py-3"><BesideTable page={said} /></div>
			<div class="border-t border-rule px-[22px] py-3"><BesideShapes sides={said.sides} /></div>
		{/if}
		<div class="sticky bottom-0 shrink-0 border-t border-ink bg-sheet pt-1">
			{#if said.moments.seconds.length > 1}
				<p class="flex items-baseline gap-4 px-[18px]">
					<strong>One moment</strong>
					<span class="text-xs text-ink2">from the first frame of each cut</span>
					{#if shows === 'pictures'}
						<button
							type="button"
							class="act ml-auto min-h-[24px]"
							title={titled('Play them together, or stop', 'play')}
							onclick={play}>{player.playing ? 'Stop' : 'Play together'}</button
						>
					{/if}
				</p>
			{/if}
			<BesideRules page={said} {at} ongo={moveTo} />
		</div>
	{:else}
		<p class="px-[22px] py-6 text-ink2">
			{of.length
				? 'Choose another to stand beside it.'
				: 'Two or more of them are laid side by side, row by row.'}
		</p>
	{/if}
</main>
