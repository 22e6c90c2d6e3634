<!-- The edit format, and what a change of it would touch, before it is made. -->
<script lang="ts">
	import { page } from '$app/state';
	import { API, words, type Schema } from '$lib/api/client';
	import { editFormatQuery, formatsQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import { EditChange } from '$lib/change/edit-change.svelte';
	import FramingList from '$lib/change/FramingList.svelte';
	import ChangesMade from '$lib/change/ChangesMade.svelte';
	import MoreShots from '$lib/change/MoreShots.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { FormatSession } from '$lib/sheet/format.svelte';
	import FormatFields from '$lib/sheet/FormatFields.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { clock, version } from '$lib/words';

	const id = $derived(Number(page.params.id));

	let along = $state(true);
	let out = $state.raw<number[]>([]);
	let limit = $state(60);
	const edit = new EditChange(() => id);

	const session = new FormatSession<Schema<'EditFormatPage'>>(
		() => `edit:${id}`,
		(typed) => editFormatQuery(id, typed, along, out, limit)
	);
	const said = $derived(session.previewed);
	const changed = $derived((said?.changes.length ?? 0) > 0);

	const wanted = page.url.searchParams.get('format');
	if (wanted) void useFormat(wanted);

	/** Type in what a format of the library says. */
	async function useFormat(name: string): Promise<void> {
		try {
			const found = await client.fetchQuery(formatsQuery(''));
			const format = found.families
				.flatMap((family) => family.formats)
				.find((each) => each.name === name);
			if (!format) throw new Error(`There is no format “${name}” in the library.`);
			for (const [key, texts] of Object.entries(format.texts)) {
				if (Object.values(texts).some(Boolean)) session.use(key, texts);
			}
		} catch (error) {
			edit.trouble = words(error);
		}
	}

	function turn(shot: number, taken: boolean): void {
		out = taken ? out.filter((each) => each !== shot) : [...out, shot];
	}

	async function change(): Promise<void> {
		if (!said || !changed || !session.sound) return;
		const body = { typed: session.typed, along, out, base: said.version };
		if (!(await edit.make(body, `Changed: ${said.changes.join('; ')}.`))) return;
		out = [];
		session.leave();
	}

	answerKeys({ makeChange: () => void change() });
</script>

{#if edit.trouble}<Notice>{edit.trouble}</Notice>{/if}
{#if edit.done}<Notice calm
		>{edit.done}
		{#if edit.made !== null}<button type="button" class="act" onclick={() => void edit.undo()}
				>Undo for all shots</button
			>{/if}</Notice
	>{/if}
{#if said}
	<main
		class="grid min-h-0 grow grid-cols-[minmax(420px,1fr)_minmax(380px,1fr)] tight:block tight:overflow-y-auto"
	>
		<section
			class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
			aria-label="Edit format"
		>
			<div class="flex items-baseline gap-4 pb-2">
				<h2 class="text-head font-semibold text-blue">What the edit works to</h2>
				<span class="text-xs text-ink2"
					>{version(said.version)}, {clock(said.at)} by {said.who}</span
				>
				<a class="act ml-auto" href="/formats?production={id}">Choose a format</a>
				<a class="act" href="{API}/productions/{id}/edit-format.json" download>Save as a file</a>
			</div>
			<FramingList
				onuse={(texts) => {
					// Guides are each shot's own.
					for (const key of ['canvas', 'pixel_aspect'])
						if (texts[key]) session.use(key, texts[key]);
				}}
			/>
			<FormatFields {session} />
			<ChangesMade
				production={id}
				ondone={(words) => (edit.done = words)}
				onwrong={(words) => (edit.trouble = words)}
			/>
		</section>
		<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="What it touches">
			<h2 class="pb-2 text-head font-semibold">What a change touches</h2>
			{#if !changed}
				<p class="text-ink2">
					Nothing is changed yet. Type in a value, and each of the {said.shots} shots that it would touch
					stands here with what is new and what is resolved.
				</p>
			{:else}
				<ul class="pb-3">
					{#each said.changes as each (each)}<li class="num">{each}</li>{/each}
				</ul>
				<label class="flex items-baseline gap-2 pb-3">
					<input type="checkbox" class="accent-ink" bind:checked={along} />
					<span
						>Update the {said.following} of {said.shots} shots that still have the old values, as one
						change. Untick single shots to leave them out.</span
					>
				</label>
				<p class="flex gap-5 pb-3">
					<button
						type="button"
						class="act"
						disabled={!session.sound}
						title={titled('Change the edit format', 'makeChange')}
						onclick={() => void change()}>Change the edit format</button
					>
					<button type="button" class="act" onclick={() => session.leave()}>Cancel</button>
				</p>
				{#each said.touched as each (each.code)}
					<div class="grid grid-cols-[22px_96px_auto_1fr] gap-x-3 border-t border-rule py-2">
						{#if along && (each.follows_along || out.includes(each.id))}
							<input
								type="checkbox"
								class="h-[18px] w-[18px] accent-ink"
								aria-label="Update {each.code}"
								checked={!out.includes(each.id)}
								onchange={(event) => turn(each.id, event.currentTarget.checked)}
							/>
						{:else}<span></span>{/if}
						<span class="num font-semibold">{each.code}</span>
						<span class="flex items-center gap-1.5"
							><Mark state={each.before} size={11} /> → <Mark state={each.after} size={11} /></span
						>
						<span class="text-sm leading-tight">
							{#each each.appear as text (text)}<span class="block"
									><strong class="text-red">new</strong> {text}</span
								>{/each}
							{#each each.vanish as text (text)}<span class="block text-ink2">resolved: {text}</span
								>{/each}
							{#if each.follows_along && along}<span class="block text-ink2"
									>{out.includes(each.id) ? 'left as it is' : 'takes the new values'}</span
								>{/if}
						</span>
					</div>
				{:else}
					<p class="text-ink2">No shot is touched by it.</p>
				{/each}
				<MoreShots shown={said.touched.length} all={said.touches} bind:limit />
			{/if}
		</section>
	</main>
{/if}
