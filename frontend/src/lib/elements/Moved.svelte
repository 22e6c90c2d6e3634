<!-- Elements whose files are gone: found again below another root, seen first, taken in one step. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { SvelteMap } from 'svelte/reactivity';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { goneQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import Busy from '$lib/shell/Busy.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { counted, workWords } from '$lib/words';

	let { production }: { production: number } = $props();

	const gone = createQuery(() => goneQuery(production));
	let volume = $state('');
	let folder = $state('');
	let wrong = $state('');
	let done = $state('');
	/** The place that is chosen for each element: its number among all that were found. */
	const chosen = new SvelteMap<number, number>();

	const address = () => `/productions/${production}/moved-jobs`;
	const looking = new FollowedJob<Schema<'MovedJob'>>(address());
	const found = $derived(looking.state?.page ?? null);
	const trouble = $derived(wrong || looking.trouble);

	async function look(): Promise<void> {
		chosen.clear();
		wrong = done = '';
		const params = { path: { production_id: production } };
		await looking.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/moved-jobs', {
					params,
					body: { volume, path: folder }
				})
			)
		);
		const page = looking.state?.page;
		page?.moved.forEach((each, at) => each.sure && chosen.set(each.element, at));
		const [best, next] = page?.roots ?? [];
		if (best && (!next || best.sure > next.sure || best.moved.length > next.moved.length))
			choose(best);
	}

	function choose(root: Schema<'RootChange'>): void {
		for (const at of root.moved) {
			const each = found?.moved[at] ?? looking.state?.page?.moved[at];
			if (each) chosen.set(each.element, at);
		}
	}

	async function relink(): Promise<void> {
		const places = (found?.moved ?? [])
			.filter((each, at) => chosen.get(each.element) === at)
			.map((each) => ({ element: each.element, volume: each.volume, folder: each.folder }));
		try {
			const left = await take(
				api.POST('/api/v1/productions/{production_id}/relink', {
					params: { path: { production_id: production } },
					body: { places }
				})
			);
			wrong = left.map((each) => `${each.name}: ${each.why}`).join(' ');
			done = `${counted(places.length - left.length, 'element is', 'elements are')} where the files are now.`;
			looking.forget();
			chosen.clear();
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', production] });
		await client.invalidateQueries({ queryKey: ['shot'] });
	}
</script>

{#if done}<p role="status" class="pb-2">{done}</p>{/if}
{#if gone.data?.length}
	<section class="mb-3 border border-red bg-stock px-4 py-3" aria-label="Files that are gone">
		<h3 class="pb-1 font-semibold text-red">
			The files of {counted(gone.data.length, 'element')} can't be found
		</h3>
		<ul class="pb-2">
			{#each gone.data.slice(0, 8) as each (each.element)}
				<li class="num text-fine">
					<span class="font-semibold">{each.code}</span>
					{each.name} <span class="text-ink2">was in {each.where}</span>
				</li>
			{/each}
			{#if gone.data.length > 8}<li class="text-ink2">and {gone.data.length - 8} more</li>{/if}
		</ul>
		<p class="pb-2 text-ink2">
			If they were moved, choose the folder they are below now. Nothing changes until you apply it.
		</p>
		<FolderPicker purpose="for elements" bind:volume bind:path={folder} onopen={() => {}} />
		<p class="pt-2">
			<button
				type="button"
				class="act"
				disabled={!volume || looking.busy}
				onclick={() => void look()}>Look below {volume}{folder ? `/${folder}` : ''}</button
			>
		</p>
		{#if trouble}<p role="alert" class="text-red">{trouble}</p>{/if}
		{#if looking.state && looking.busy}
			<Busy
				what={workWords(looking.state, 'Looking for files that moved')}
				done={looking.state.done}
				total={looking.state.total}
				onstop={() => void looking.stop()}
			/>
		{:else if looking.state?.message}<p>{looking.state.message}</p>{/if}
		{#if found}
			{#each found.roots as root (root.was + root.now)}
				<p class="pt-2" data-root>
					<span class="num">{root.was}</span> → <span class="num font-semibold">{root.now}</span>
					puts {counted(root.moved.length, 'element')} right{root.sure < root.moved.length
						? `, ${root.sure} of them surely`
						: ''}
					<button type="button" class="act ml-3" onclick={() => choose(root)}>Choose these</button>
				</p>
			{/each}
			<table class="mt-1 text-left [&_td]:pr-5">
				<tbody>
					{#each found.moved as each, at (at)}
						<tr class="border-t border-rule">
							<td>
								<input
									type="checkbox"
									class="accent-ink"
									aria-label="Take {each.name} from {each.folder}"
									checked={chosen.get(each.element) === at}
									onchange={(event) =>
										event.currentTarget.checked
											? chosen.set(each.element, at)
											: chosen.delete(each.element)}
								/>
							</td>
							<td class="num font-semibold">{each.code}</td>
							<td class="num">{each.name}</td>
							<td class="num text-fine">{each.volume}/{each.folder}</td>
							<td class={each.sure ? 'text-ink2' : 'text-red'}>{each.why}</td>
						</tr>
					{:else}
						<tr><td class="text-ink2">None of them lies below that folder.</td></tr>
					{/each}
				</tbody>
			</table>
			{#if found.lost.length && found.moved.length}<p class="text-ink2">
					{counted(found.lost.length, 'element')} not found there.
				</p>{/if}
			{#if chosen.size}
				<p class="pt-2">
					<button type="button" class="act" onclick={() => void relink()}
						>Take {counted(chosen.size, 'element')} from there</button
					>
				</p>
			{/if}
		{/if}
	</section>
{/if}
