<!-- What the shot is made of: the stack, the selected element, and what shows when. -->
<script lang="ts">
	import { page } from '$app/state';
	import Panes from '$lib/layout/Panes.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import { again } from '$lib/api/shot-queries';
	import { growingQuery, newerQuery, stackQuery } from '$lib/api/element-queries';
	import { onMount } from 'svelte';
	import { takeNewest } from '$lib/elements/newest';
	import Offers from '$lib/elements/Offers.svelte';
	import Folders from '$lib/elements/Folders.svelte';
	import Selected from '$lib/elements/Selected.svelte';
	import { scrubbed } from '$lib/elements/stack';
	import Stack from '$lib/elements/Stack.svelte';
	import SoundCard from '$lib/elements/SoundCard.svelte';
	import StackRule from '$lib/elements/StackRule.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import SideSheet from '$lib/ui/side-sheet/SideSheet.svelte';
	import { counted } from '$lib/words';

	const shot = openShot();
	const path = { shot_id: shot.id };

	let view = $state.raw<Schema<'FrameRange'> | null>(null);
	const stack = createQuery(() => stackQuery(shot.id, view));
	const elements = $derived(stack.data?.elements ?? []);
	const sounds = $derived(stack.data?.sounds ?? []);

	let wrong = $state('');
	/** Which side sheet is open. */
	let side = $state<'folders' | 'offers' | null>(null);
	/** The folder that was dropped on a page, which the folders begin with. */
	let droppedAt = $state.raw<{ volume: string; folder: string } | null>(null);

	// The address says it; the state is another each time, where the same is dropped again.
	$effect(() => {
		void page.state;
		const volume = page.url.searchParams.get('volume');
		const folder = page.url.searchParams.get('folder') ?? '';
		droppedAt = volume ? { volume, folder } : null;
		if (volume) side = 'folders';
	});
	let chosen = $state<number | null>(null);
	/** Where the hairline was set; none, and each element shows its middle. */
	let frame = $state<number | null>(null);
	let scrub = $state.raw<{ id: number; share: number } | null>(null);
	/** What was linked just now: what it says is offered to the shot. */
	let offered = $state.raw<Schema<'LinkRequest'> | null>(null);

	const selected = $derived(
		elements.find((each) => each.id === chosen) ??
			elements.findLast((each) => each.line.state === 'differs') ??
			elements.at(-1) ??
			null
	);
	const version = $derived(
		`${shot.head?.version ?? 0}-${elements
			.map((each) => each.at)
			.join('')
			.replaceAll(/\D/g, '')}`
	);
	const trouble = $derived(wrong || (stack.error ? words(stack.error) : ''));

	async function act(work: Promise<unknown>): Promise<boolean> {
		wrong = '';
		let done = true;
		try {
			await work;
		} catch (error) {
			wrong = words(error);
			done = false;
		}
		await again(shot.id);
		return done;
	}

	function link(body: Schema<'LinkRequest'>): void {
		offered = null;
		const linking = take(api.POST('/api/v1/shots/{shot_id}/elements', { params: { path }, body }));
		void act(linking).then((done) => done && (offered = body));
	}

	/** The change that taking what a file says would be, to be seen before it is made. */
	const changeBy = (body: Schema<'LinkRequest'>) =>
		`/s/${shot.id}/change?${new URLSearchParams({
			volume: body.volume,
			path: body.path ?? '',
			file: body.name
		})}`;

	const of = (id: number) => ({ path: { ...path, element_id: id } });

	function change(id: number, values: Schema<'ElementValues'>): void {
		const address = '/api/v1/shots/{shot_id}/elements/{element_id}';
		void act(take(api.PATCH(address, { params: of(id), body: values })));
	}

	function undo(): void {
		if (!stack.data?.undo) return;
		void act(take(api.POST('/api/v1/shots/{shot_id}/element-undo', { params: { path } })));
	}

	function order(ids: number[]): void {
		const address = '/api/v1/shots/{shot_id}/element-order';
		void act(take(api.PUT(address, { params: { path }, body: { ids } })));
	}

	function unlink(id: number): void {
		const address = '/api/v1/shots/{shot_id}/elements/{element_id}';
		void act(take(api.DELETE(address, { params: of(id) })));
	}

	const readAgain = (each: Schema<'LinkedElement'>) =>
		link({
			volume: each.volume,
			path: each.folder,
			name: each.line.name,
			role: each.role as Schema<'Role'>,
			align: each.line.align as Schema<'Align'>
		});

	function shown(id: number): number | null {
		if (scrub?.id === id && stack.data) return scrubbed(stack.data.rule, id, scrub.share);
		return frame;
	}

	const looking = new FollowedJob<Schema<'OfferJob'>>(`/shots/${shot.id}/offer-jobs`, withResults);
	onMount(
		() =>
			void looking.follow(() =>
				take(api.POST('/api/v1/shots/{shot_id}/offer-jobs', { params: { path } }))
			)
	);
	const isLinked = (offer: Schema<'Offer'>) =>
		[...elements.map((each) => ({ ...each, file: each.line.name })), ...sounds].some(
			(each) =>
				each.volume === offer.volume && each.folder === offer.folder && each.file === offer.name
		);
	const more = $derived(looking.state?.results.filter((each) => !isLinked(each)).length ?? 0);

	const newer = createQuery(() => newerQuery(shot.id));

	/** Take the newest version of an element, or of every element of the production that has one. */
	async function takeNewer(id: number, all: boolean): Promise<void> {
		const production_id = shot.head?.production_id;
		if (production_id === undefined) return;
		const params = { path: { production_id } };
		await act(
			(async () => {
				const every = all
					? await take(api.GET('/api/v1/productions/{production_id}/newer', { params }))
					: (newer.data ?? []).filter((each) => each.element === id);
				await takeNewest(production_id, every);
			})()
		);
	}

	const growing = createQuery(() => growingQuery(shot.id));

	answerKeys({
		undo,
		folders: () => (side = side === 'folders' ? null : 'folders'),
		offers: () => (side = side === 'offers' ? null : 'offers')
	});
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
<main class="relative flex min-h-0 grow flex-col tight:block tight:overflow-y-auto">
	<Panes pane="elements" label="The selected element">
		<section class="flex min-h-0 min-w-0 grow flex-col px-[22px] pt-3" aria-label="Stack">
			<div class="flex flex-wrap items-baseline gap-x-2">
				<h2 class="text-head font-semibold">Stack</h2>
				{#if stack.data}
					<span class="text-ink2"
						>{elements.length
							? `${counted(elements.length, 'element')}, back to front`
							: 'no elements yet'}</span
					>
					{#if stack.data.uncovered}<span class="text-red">· {stack.data.uncovered}</span>{/if}
				{/if}
				<span class="ml-auto flex gap-5">
					{#if stack.data?.undo}<button
							type="button"
							class="act"
							title={titled(`Undo: ${stack.data.undo}`, 'undo')}
							onclick={undo}>Undo</button
						>{/if}
					{#if more || looking.busy}<button
							type="button"
							class="act"
							title={titled('What was found for this shot', 'offers')}
							onclick={() => (side = 'offers')}
							>{looking.busy ? `${more} found so far` : `${more} more found for this shot`}</button
						>{/if}
					<button
						type="button"
						class="act"
						title={titled('Folders', 'folders')}
						onclick={() => (side = 'folders')}>Folders</button
					>
				</span>
			</div>
			{#if elements.length}
				<Stack
					shot={shot.id}
					{version}
					{elements}
					selected={selected?.id ?? null}
					frame={shown}
					onselect={(id) => (chosen = id)}
					onscrub={(id, share) => (scrub = share === null ? null : { id, share })}
					onorder={order}
					onturn={(id, on) => change(id, { on })}
				/>
			{:else if stack.data}
				<p class="max-w-[60ch] py-3 text-ink2">
					Nothing is linked yet. {more
						? 'See what was found for this shot, or open the folders'
						: 'Open the folders'}, and link the plate and the renders that belong to it. The files
					stay where they are.
				</p>
			{/if}
		</section>
		{#snippet beside()}
			<section
				class="min-h-0 min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-[22px] py-3"
				aria-label="Selected element"
			>
				{#if selected}
					<Selected
						shot={shot.id}
						{frame}
						growing={growing.data?.find((each) => each.id === selected.id)}
						newer={newer.data?.find((each) => each.element === selected.id)}
						onview={change}
						onnewer={(all) => void takeNewer(selected.id, all)}
						linked={selected}
						onchange={(values) => change(selected.id, values)}
						onagain={() => readAgain(selected)}
						onunlink={() => unlink(selected.id)}
					/>
				{/if}
				{#each sounds as sound (sound.id)}
					<SoundCard
						{sound}
						onchange={(values) => change(sound.id, values)}
						onunlink={() => unlink(sound.id)}
					/>
				{/each}
			</section>
		{/snippet}
	</Panes>
	{#if stack.data && (elements.length || sounds.length)}
		<StackRule
			shot={shot.id}
			{sounds}
			rule={stack.data.rule}
			frame={frame ?? stack.data.frame}
			selected={selected?.id ?? null}
			onframe={(to) => (frame = to)}
			onlook={(to) => (view = to)}
			onselect={(id) => (chosen = id)}
		/>
	{/if}
	{#if side === 'folders'}
		<SideSheet title="Folders" onclose={() => (side = null)}>
			{#key droppedAt}
				<Folders shot={shot.id} linked={elements} at={droppedAt} onlink={link} />
			{/key}
		</SideSheet>
	{:else if side === 'offers'}
		<SideSheet title="Found for {shot.head?.code ?? 'this shot'}" onclose={() => (side = null)}>
			<Offers {looking} {isLinked} onlink={link} />
		</SideSheet>
	{/if}
</main>
