<!-- A change of several shots before it is made: what each would become; single shots left out. -->
<script lang="ts">
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words } from '$lib/api/client';
	import {
		batchPreviewQuery,
		formatNamesQuery,
		productionQuery
	} from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import ChangesMade from '$lib/change/ChangesMade.svelte';
	import MoreShots from '$lib/change/MoreShots.svelte';
	import { SeveralSource } from '$lib/change/several.svelte';
	import SeveralFields from '$lib/change/SeveralFields.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { counted } from '$lib/words';

	const id = $derived(Number(page.params.id));
	const all = page.url.searchParams.getAll('shots').map(Number);

	let out = $state.raw<number[]>([]);
	let limit = $state(60);
	let wrong = $state('');
	let done = $state('');

	const source = new SeveralSource(() => `several:${id}`);
	const production = createQuery(() => productionQuery(id));
	const formats = createQuery(formatNamesQuery);
	const ready = $derived(source.ready(formats.data ?? []));
	// Whatever is asked for is shown for all shots; those left out stay listed.
	const preview = createQuery(() =>
		batchPreviewQuery(id, { ...source.wanted, shots: all }, limit, ready)
	);

	const params = $derived({ path: { production_id: id } });
	const shots = $derived(all.filter((shot) => !out.includes(shot)));
	const said = $derived(ready ? preview.data : undefined);
	const left = $derived(said?.touched.filter((each) => out.includes(each.id)).length ?? 0);
	const count = $derived((said?.touches ?? 0) - left);
	const refused = $derived(
		said?.touched.some((each) => each.refused && !out.includes(each.id)) ?? false
	);
	const trouble = $derived(wrong || (ready && preview.error ? words(preview.error) : ''));

	function turn(shot: number, taken: boolean): void {
		out = taken ? out.filter((each) => each !== shot) : [...out, shot];
	}

	const make = () =>
		act(async () => {
			if (!count || !said) return;
			const path = '/api/v1/productions/{production_id}/batches';
			await take(api.POST(path, { params, body: { ...source.wanted, shots } }));
			done = `${counted(count, 'shot')} changed as one: ${said.label}.`;
			source.clear();
		});

	async function act(work: () => Promise<void>): Promise<void> {
		wrong = '';
		try {
			await work();
			await client.invalidateQueries({ queryKey: ['production', id] });
			void client.invalidateQueries({ queryKey: ['shot'] });
		} catch (error) {
			wrong = words(error);
		}
	}

	answerKeys({ makeChange: () => void make() });
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
<main
	class="grid min-h-0 grow grid-cols-[minmax(380px,440px)_minmax(0,1fr)] tight:block tight:overflow-y-auto"
>
	<section
		class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
		aria-label="The change"
	>
		<h2 class="text-head font-semibold">Change {counted(all.length, 'shot')} at once</h2>
		<p class="pb-2 text-sm text-ink2">
			Nothing changes until you apply it. One undo takes all of it back.
		</p>
		<SeveralFields {source} lines={production.data?.lines ?? []} />
		<ChangesMade
			production={id}
			ondone={(words) => (done = words)}
			onwrong={(words) => (wrong = words)}
		/>
	</section>
	<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="What it touches">
		<h2 class="pb-2 text-head font-semibold">What each would become</h2>
		{#if said}
			<p class="flex flex-wrap items-baseline gap-5 pb-2">
				<button
					type="button"
					class="act"
					disabled={!count || refused}
					title={titled('Apply this change', 'makeChange')}
					onclick={() => void make()}>Change {counted(count, 'shot')} as one</button
				>
				{#if said.stays}<span class="text-sm text-ink2"
						>{said.same.join(', ')}{said.stays > said.same.length
							? ` and ${said.stays - said.same.length} more`
							: ''}
						{said.stays === 1 ? 'has' : 'have'} it already</span
					>{/if}
			</p>
			{#each said.touched as each (each.id)}
				<div class="grid grid-cols-[22px_96px_auto_1fr] gap-x-3 border-t border-rule py-2">
					<input
						type="checkbox"
						class="h-[18px] w-[18px] accent-ink"
						aria-label="Change {each.code}"
						checked={!out.includes(each.id)}
						onchange={(event) => turn(each.id, event.currentTarget.checked)}
					/>
					<span class="num font-semibold">{each.code}</span>
					<span class="flex items-center gap-1.5 self-start pt-0.5"
						><Mark state={each.before} size={11} /> → <Mark state={each.after} size={11} /></span
					>
					<span class="text-sm leading-tight">
						{#if each.refused}<span class="block text-red">{each.refused}</span>{/if}
						{#each each.changes as text (text)}<span class="num block text-xs">{text}</span>{/each}
						{#each each.appear as text (text)}<span class="block"
								><strong class="text-red">new</strong> {text}</span
							>{/each}
						{#each each.vanish as text (text)}<span class="block text-ink2">resolved: {text}</span
							>{/each}
					</span>
				</div>
			{/each}
			<MoreShots shown={said.touched.length} all={said.touches} bind:limit />
		{:else}
			<p class="text-ink2">
				Type a value, or choose a format or a shot: each of the {all.length} shots stands here with what
				it would become.
			</p>
		{/if}
	</section>
</main>
