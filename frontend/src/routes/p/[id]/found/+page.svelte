<!-- What lies on disk for every shot: one pass over a folder tree, and one step that links it. -->
<script lang="ts">
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { SvelteMap } from 'svelte/reactivity';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { foundQuery, newerOfAllQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import { PICTURE_ROLES } from '$lib/elements/roles';
	import Moved from '$lib/elements/Moved.svelte';
	import { takeNewest } from '$lib/elements/newest';
	import Busy from '$lib/shell/Busy.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { clock, counted, workWords } from '$lib/words';

	type Item = Schema<'FoundItem'>;

	const id = $derived(Number(page.params.id));
	const found = createQuery(() => foundQuery(id));
	const said = $derived(found.data);
	let volume = $state('');
	let folder = $state('');
	let choosing = $state(false);
	let wrong = $state('');
	let done = $state('');
	/** What is to be linked: each with its shot and what it is to it. */
	const chosen = new SvelteMap<number, Schema<'ChosenFound'>>();

	const looking = new FollowedJob<Schema<'PassJob'>>(`/productions/${page.params.id}/pass-jobs`);
	const trouble = $derived(wrong || looking.trouble || (found.error ? words(found.error) : ''));

	$effect(() => {
		if (!said?.volume || volume) return;
		volume = said.volume;
		folder = said.folder;
	});

	async function look(): Promise<void> {
		choosing = false;
		done = '';
		const params = { path: { production_id: id } };
		const body = { volume, path: folder };
		await looking.follow(() =>
			take(api.POST('/api/v1/productions/{production_id}/pass-jobs', { params, body }))
		);
		await client.invalidateQueries({ queryKey: ['production', id, 'found'] });
	}

	function choose(item: Item, shot: number, on: boolean): void {
		if (on) chosen.set(item.id, { id: item.id, shot_id: shot, role: item.role as Schema<'Role'> });
		else chosen.delete(item.id);
	}

	function chooseNew(): void {
		for (const shot of said?.shots ?? [])
			for (const item of shot.items)
				if (shot.shot_id !== null && !item.linked && !item.problem)
					choose(item, shot.shot_id, true);
	}

	async function link(): Promise<void> {
		wrong = done = '';
		const items = [...chosen.values()];
		try {
			const left = await take(
				api.POST('/api/v1/productions/{production_id}/found/link', {
					params: { path: { production_id: id } },
					body: { items }
				})
			);
			wrong = left.map((each) => `${each.name}: ${each.why}`).join(' ');
			done = `${counted(items.length - left.length, 'element')} linked.`;
			chosen.clear();
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id] });
		await client.invalidateQueries({ queryKey: ['shot'] });
	}

	const newer = createQuery(() => newerOfAllQuery(id));

	async function takeNewer(): Promise<void> {
		wrong = done = '';
		const every = newer.data ?? [];
		try {
			await takeNewest(id, every);
			done = `${counted(every.length, 'newer version')} taken.`;
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id] });
		await client.invalidateQueries({ queryKey: ['shot'] });
	}

	const unlinked = $derived(
		(said?.shots ?? [])
			.filter((shot) => shot.shot_id !== null)
			.flatMap((shot) => shot.items.filter((item) => !item.linked && !item.problem)).length
	);
</script>

{#snippet line(item: Item, shot: number | null)}
	<tr class="h-[28px] border-t border-rule">
		<td class="w-7">
			{#if shot !== null && !item.linked && !item.problem}
				<input
					type="checkbox"
					class="h-[16px] w-[16px] accent-ink"
					aria-label="Link {item.name}"
					checked={chosen.has(item.id)}
					onchange={(event) => choose(item, shot, event.currentTarget.checked)}
				/>
			{/if}
		</td>
		<td
			class="num max-w-[300px] truncate font-medium"
			title="{item.volume}/{item.folder}/{item.name}"
			>{item.name}{#if item.new}<span class="ml-2 font-semibold text-blue">new</span>{/if}</td
		>
		<td class="num text-fine text-ink2">{item.problem ?? item.words}</td>
		<td class="text-xs text-ink2">{item.why || `${item.volume}/${item.folder}`}</td>
		<td class="text-right">
			{#if item.linked}<span class="text-ink2">linked</span>
			{:else if shot !== null && chosen.has(item.id) && item.kind !== 'sound'}
				<Choice
					label="What {item.name} is to its shot"
					value={chosen.get(item.id)!.role}
					options={PICTURE_ROLES}
					onchoose={(role) =>
						chosen.set(item.id, { ...chosen.get(item.id)!, role: role as Schema<'Role'> })}
				/>
			{:else}<span class="text-ink2">{item.role}</span>{/if}
		</td>
	</tr>
{/snippet}

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if said}
	<main class="min-h-0 grow overflow-auto px-[22px] pt-4 pb-6">
		<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1 pb-2">
			<h2 class="text-head font-semibold">Found on disk</h2>
			{#if said.volume}<span class="num">{said.volume}/{said.folder}</span>{/if}
			{#if said.at}<span class="text-ink2">{said.words}, at {clock(said.at)}</span>{/if}
			<span class="ml-auto flex items-baseline gap-5">
				<button type="button" class="act" onclick={() => (choosing = !choosing)}
					>{said.volume ? 'Choose another folder' : 'Choose a folder'}</button
				>
				{#if said.volume}
					<button type="button" class="act" disabled={looking.busy} onclick={() => void look()}
						>Look again</button
					>
				{/if}
				{#if unlinked && !chosen.size}<button type="button" class="act" onclick={chooseNew}
						>Choose the {unlinked} that aren't linked</button
					>{/if}
				{#if chosen.size}
					<button type="button" class="act" onclick={() => chosen.clear()}>Choose none</button>
					<button type="button" class="act" onclick={() => void link()}
						>Link {counted(chosen.size, 'element')}</button
					>
				{/if}
			</span>
		</div>
		{#if choosing || (!said.volume && !said.at)}
			<section
				class="mb-3 border border-rule bg-stock px-4 py-3"
				aria-label="Folder of this production"
			>
				<p class="pb-2 text-ink2">
					Everything below this folder is listed, and what is new in it is read. The production
					remembers it.
				</p>
				<FolderPicker purpose="for elements" bind:volume bind:path={folder} onopen={() => {}} />
				<p class="pt-3">
					<button type="button" class="act" disabled={!volume} onclick={() => void look()}
						>Look through {volume}{folder ? `/${folder}` : ''}</button
					>
				</p>
			</section>
		{/if}
		<Moved production={id} />
		{#if newer.data?.length}
			<p class="pb-2">
				{counted(newer.data.length, 'element has', 'elements have')} a newer version on disk:
				{newer.data
					.slice(0, 4)
					.map((each) => `${each.code} ${each.label}`)
					.join(', ')}{newer.data.length > 4 ? ' …' : ''}
				<button type="button" class="act ml-2" onclick={() => void takeNewer()}
					>Take {newer.data.length === 1 ? 'it' : `all ${newer.data.length}`}</button
				>
			</p>
		{/if}
		{#if looking.state && looking.busy}
			<Busy
				what={workWords(looking.state, looking.state.what)}
				done={looking.state.done}
				total={looking.state.total}
				onstop={() => void looking.stop()}
			/>
		{:else if looking.state?.tally}
			{@const tally = looking.state.tally}
			<p class="pb-2" role="status" data-tally>
				{counted(tally.folders, 'folder')} listed, {counted(tally.found, 'thing')} found; {tally.read}
				read, since {tally.read === 1 ? 'it is new or has' : 'they are new or have'} changed{tally.gone
					? `; ${tally.gone} gone`
					: ''}.
			</p>
		{:else if looking.state?.message}<p class="pb-2">{looking.state.message}</p>{/if}
		<table class="w-full text-left [&_td]:px-1.5">
			{#each said.shots as shot (shot.code)}
				<tbody>
					<tr class="border-t border-ink">
						<th colspan="5" scope="rowgroup" class="pt-1.5 pb-0.5 font-normal">
							{#if shot.shot_id !== null}<a
									class="num font-semibold hover:underline"
									href="/s/{shot.shot_id}/elements">{shot.code}</a
								>{:else}<span class="num font-semibold">{shot.code}</span>
								<span class="text-ink2">not set up yet</span>{/if}
							{#if !shot.items.length}<span class="pl-3 text-ink2"
									>{said.at ? 'nothing found' : 'not looked for yet'}</span
								>{/if}
						</th>
					</tr>
					{#each shot.items as item (item.id)}{@render line(item, shot.shot_id)}{/each}
				</tbody>
			{/each}
			{#if said.unplaced.length}
				<tbody>
					<tr class="border-t border-ink"
						><th colspan="5" scope="rowgroup" class="pt-1.5 pb-0.5 text-left font-semibold"
							>Fits no shot</th
						></tr
					>
					{#each said.unplaced as item (item.id)}{@render line(item, null)}{/each}
				</tbody>
			{/if}
		</table>
	</main>
{/if}
