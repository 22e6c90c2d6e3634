<!-- The format library: every format by family, all shapes at one scale, own ones kept. -->
<script lang="ts">
	import Panes from '$lib/layout/Panes.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { API, api, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import { formatsQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import FormatDetails from '$lib/formats/FormatDetails.svelte';
	import FormatList from '$lib/formats/FormatList.svelte';
	import ShapeSheet from '$lib/formats/ShapeSheet.svelte';
	import { kept, keptJson } from '$lib/people/kept.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';

	const HIDDEN = 'families-hidden';

	const forShot = page.url.searchParams.get('shot');
	const forEdit = page.url.searchParams.get('production');
	const forWhat = forShot
		? (page.url.searchParams.get('code') ?? 'the shot')
		: forEdit
			? 'the edit format'
			: '';

	let text = $state(page.url.searchParams.get('find') ?? '');
	let chosen = $state('');
	let hidden = $state.raw<string[]>(keptJson<string[]>(HIDDEN, [], Array.isArray)());
	let writing = $state(false);
	let wrong = $state('');
	let imported = $state.raw<Schema<'ImportedFormats'> | null>(null);
	let gone = $state.raw<Schema<'FormatLine'> | null>(null);
	let search = $state<HTMLInputElement | null>(null);

	const library = createQuery(() => formatsQuery(text));
	const said = $derived(library.data);
	const trouble = $derived(wrong || (library.error ? words(library.error) : ''));

	// What is searched for is found in hidden families too.
	const shown = $derived(
		(said?.families ?? []).filter((each) => text.trim() || !hidden.includes(each.family))
	);
	const formats = $derived(shown.flatMap((each) => each.formats));
	const mine = $derived(formats.find((each) => each.name === chosen) ?? formats[0]);

	function select(name: string): void {
		chosen = name;
		writing = false;
	}

	function turn(family: string): void {
		hidden = hidden.includes(family)
			? hidden.filter((each) => each !== family)
			: [...hidden, family];
		kept.write(HIDDEN, JSON.stringify(hidden));
	}

	function step(by: number): void {
		const at = formats.findIndex((each) => each.name === mine?.name);
		const next = formats[Math.max(0, Math.min(formats.length - 1, at + by))];
		if (!next) return;
		select(next.name);
		document.getElementById(`format-${next.name}`)?.scrollIntoView({ block: 'nearest' });
	}

	function use(): void {
		if (!mine) return;
		const name = encodeURIComponent(mine.name);
		if (forShot) void goto(`/s/${forShot}/change?format=${name}`);
		else if (forEdit) void goto(`/p/${forEdit}/edit?format=${name}`);
	}

	async function act(work: () => Promise<void>): Promise<void> {
		wrong = '';
		try {
			await work();
			await client.invalidateQueries({ queryKey: ['formats'] });
		} catch (error) {
			wrong = words(error);
		}
	}

	const begin = () =>
		act(async () => {
			if (!mine) return;
			const made = await take(api.POST('/api/v1/formats/duplicate', { body: { name: mine.name } }));
			chosen = made.name;
			text = '';
			writing = true;
		});

	const remove = () =>
		act(async () => {
			const id = mine?.id;
			if (!id) return;
			const path = { own_id: id };
			gone = await take(api.DELETE('/api/v1/formats/{own_id}', { params: { path } }));
		});

	const bringBack = () =>
		act(async () => {
			if (!gone) return;
			const body = { name: gone.name, purpose: gone.purpose, typed: gone.texts };
			chosen = (await take(api.POST('/api/v1/formats', { body }))).name;
			gone = null;
		});

	const open = (file: File) =>
		act(async () => {
			imported = await sendForm<Schema<'ImportedFormats'>>('/formats/file', form(file));
		});

	answerKeys({ findFormat: () => search?.focus(), ownFormat: () => void begin(), useFormat: use });
</script>

<Head title="Formats" subtitle={said ? `${said.found} of ${said.all} formats` : ''} />
{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if gone}
	<Notice calm>
		{gone.name} is deleted; shots that use it keep their values.
		<button type="button" class="act" onclick={() => void bringBack()}>Bring it back</button>
		<button type="button" class="act" onclick={() => (gone = null)}>Dismiss</button>
	</Notice>
{/if}
{#if imported}
	<Notice calm>
		<span
			>{imported.taken.length} taken{imported.same.length
				? `, ${imported.same.length} there already`
				: ''}{imported.broken.length ? `, ${imported.broken.length} not:` : '.'}</span
		>
		{#each imported.broken as each (each.place)}
			<span>entry {each.place}, {each.name}: {each.why}</span>
		{/each}
		<button type="button" class="act" onclick={() => (imported = null)}>Dismiss</button>
	</Notice>
{/if}
<div class="flex min-h-0 grow tight:block tight:overflow-y-auto">
	<Panes pane="formats" label="The selected format">
		<main class="flex min-h-0 min-w-0 grow flex-col tight:block" aria-label="Formats">
			<div class="border-b border-rule px-[22px] py-2.5">
				<div class="flex items-center gap-4">
					<label class="flex grow items-center gap-2">
						<span class="font-medium">Find</span>
						<input
							bind:this={search}
							class="field num grow"
							type="search"
							placeholder="1.85   vertical   25i   1998x1080"
							title={titled('Words or figures', 'findFormat')}
							bind:value={text}
							onkeydown={(event) => {
								if (event.key === 'ArrowDown') step(1);
								else if (event.key === 'ArrowUp') step(-1);
								else if (event.key === 'Enter') use();
								else return;
								event.preventDefault();
							}}
						/>
					</label>
					<label class="act cursor-pointer focus-within:outline-2 focus-within:outline-blue">
						Open a file of formats
						<input
							type="file"
							accept=".json"
							class="sr-only"
							onchange={(event) => {
								const file = event.currentTarget.files?.[0];
								if (file) void open(file);
								event.currentTarget.value = '';
							}}
						/>
					</label>
					<a class="act" href="{API}/formats/own.json" download>Export my formats</a>
				</div>
				<div class="flex flex-wrap gap-x-1 pt-1.5" role="group" aria-label="Families shown">
					{#each said?.families ?? [] as each (each.family)}
						<button
							type="button"
							class="toggle"
							aria-pressed={!hidden.includes(each.family)}
							onclick={() => turn(each.family)}>{each.family}</button
						>
					{/each}
				</div>
			</div>
			{#each said?.damaged ?? [] as why (why)}
				<p role="alert" class="border-b border-red bg-redwash px-[22px] py-1.5">{why}</p>
			{/each}
			<FormatList
				families={shown}
				asked={said !== undefined}
				text={text.trim()}
				selected={mine?.name ?? ''}
				onselect={select}
				onuse={use}
			/>
		</main>
		{#snippet beside()}
			<aside
				class="min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-[22px] py-3"
				aria-label="Selected format"
			>
				{#if mine}
					<div class="flex justify-between gap-3">
						<span class="font-semibold">All shapes at one scale</span>
						<span class="num text-ink2">{formats.length} shown</span>
					</div>
					<ShapeSheet {formats} selected={mine.name} onselect={(name) => (chosen = name)} />
					<FormatDetails
						format={mine}
						{forWhat}
						bind:writing
						onkept={(line) => {
							select(line.name);
							void act(async () => {});
						}}
						onuse={use}
						onremove={() => void remove()}
						onbegin={() => void begin()}
					/>
				{/if}
			</aside>
		{/snippet}
	</Panes>
</div>
