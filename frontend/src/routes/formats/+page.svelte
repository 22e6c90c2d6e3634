<!-- The format library: every format by family, all shapes at one scale, own ones kept. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import OwnFormat from '$lib/formats/OwnFormat.svelte';
	import ShapeSheet from '$lib/formats/ShapeSheet.svelte';
	import { answerKeys, titled } from '$lib/state/keys.svelte';

	const HIDDEN = 'families-hidden';

	const forShot = page.url.searchParams.get('shot');
	const forEdit = page.url.searchParams.get('production');
	const forWhat = page.url.searchParams.get('code') ?? '';

	let text = $state('');
	let said = $state.raw<Schema<'LibraryPage'> | null>(null);
	let selected = $state('');
	let hidden = $state.raw<string[]>(JSON.parse(localStorage.getItem(HIDDEN) ?? '[]') as string[]);
	let writing = $state(false);
	let trouble = $state('');
	let imported = $state.raw<Schema<'ImportedFormats'> | null>(null);
	let gone = $state.raw<Schema<'FormatLine'> | null>(null);
	let search = $state<HTMLInputElement | null>(null);
	let asked = 0;

	void look();

	async function look(): Promise<void> {
		const mine = ++asked;
		try {
			const found = await take(api.GET('/api/formats', { params: { query: { text } } }));
			if (mine !== asked) return;
			said = found;
			trouble = '';
		} catch (error) {
			if (mine === asked) trouble = words(error);
		}
	}

	// What is searched for is found in hidden families too.
	const shown = $derived(
		(said?.families ?? []).filter((each) => text.trim() || !hidden.includes(each.family))
	);
	const formats = $derived(shown.flatMap((each) => each.formats));
	const mine = $derived(formats.find((each) => each.name === selected) ?? formats[0]);
	const scale = $derived(
		Math.min(
			92 / Math.max(1, ...formats.map((each) => each.width)),
			40 / Math.max(1, ...formats.map((each) => each.height))
		)
	);

	function turn(family: string): void {
		hidden = hidden.includes(family)
			? hidden.filter((each) => each !== family)
			: [...hidden, family];
		localStorage.setItem(HIDDEN, JSON.stringify(hidden));
	}

	function step(by: number): void {
		const at = formats.findIndex((each) => each.name === mine?.name);
		const next = formats[Math.max(0, Math.min(formats.length - 1, at + by))];
		if (!next) return;
		selected = next.name;
		writing = false;
		document.getElementById(`format-${next.name}`)?.scrollIntoView({ block: 'nearest' });
	}

	function use(): void {
		if (!mine) return;
		const name = encodeURIComponent(mine.name);
		if (forShot) void goto(`/s/${forShot}/change?format=${name}`);
		else if (forEdit) void goto(`/p/${forEdit}/edit?format=${name}`);
	}

	async function act(work: () => Promise<void>): Promise<void> {
		trouble = '';
		try {
			await work();
			await look();
		} catch (error) {
			trouble = words(error);
		}
	}

	const begin = () =>
		act(async () => {
			if (!mine) return;
			const made = await take(api.POST('/api/formats/begin', { body: { name: mine.name } }));
			selected = made.name;
			text = '';
			writing = true;
		});

	const remove = () =>
		act(async () => {
			const id = mine?.id;
			if (!id) return;
			gone = await take(api.DELETE('/api/formats/{own_id}', { params: { path: { own_id: id } } }));
		});

	const bringBack = () =>
		act(async () => {
			if (!gone) return;
			const body = { name: gone.name, purpose: gone.purpose, typed: gone.texts };
			selected = (await take(api.POST('/api/formats', { body }))).name;
			gone = null;
		});

	const open = (file: File) =>
		act(async () => {
			imported = await sendForm<Schema<'ImportedFormats'>>('/api/formats/file', form(file));
		});

	answerKeys({ find: () => search?.focus(), ownFormat: () => void begin(), useFormat: use });
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
						title={titled('Words or figures', 'find')}
						bind:value={text}
						oninput={() => void look()}
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
				<a class="act" href="/api/formats/own.json" download>Export my formats</a>
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
		<div class="min-h-0 grow overflow-y-auto">
			{#each shown as each (each.family)}
				<section aria-label={each.family}>
					<h2
						class="sticky top-0 z-10 bg-sheet px-[22px] pt-2.5 pb-1 text-head font-semibold [font-stretch:100%]"
					>
						{each.family}
						<span class="text-xs font-normal text-ink2 [font-stretch:88%]"
							>{each.formats.length}</span
						>
					</h2>
					{#each each.formats as format (format.name)}
						<button
							type="button"
							id="format-{format.name}"
							class="grid min-h-[34px] w-full grid-cols-[96px_minmax(150px,1fr)_minmax(120px,190px)_minmax(0,1.4fr)] items-center gap-x-3 border-t border-rule/60 px-[22px] py-1 text-left"
							class:selected={format.name === mine?.name}
							aria-pressed={format.name === mine?.name}
							onclick={() => {
								selected = format.name;
								writing = false;
							}}
							ondblclick={use}
						>
							<svg
								width="96"
								height={format.height * scale + 3}
								viewBox="-1.5 -1.5 96 {format.height * scale + 3}"
								aria-hidden="true"
							>
								<rect
									width={format.width * scale}
									height={format.height * scale}
									fill="var(--raised)"
									stroke="var(--ink)"
									stroke-width={format.name === mine?.name ? 1.6 : 1}
								/>
							</svg>
							<span class="font-medium">{format.name}</span>
							<span class="num text-[11.5px]">{format.shown}</span>
							<span class="truncate text-sm text-ink2" title={format.purpose}>{format.purpose}</span
							>
						</button>
					{/each}
				</section>
			{:else}
				{#if said}<p class="px-[22px] py-6 text-ink2">
						No format fits {text.trim() ? `“${text.trim()}”` : 'the families shown'}.
					</p>{/if}
			{/each}
		</div>
	</main>
	<aside
		class="w-[404px] shrink-0 overflow-y-auto border-l border-rule bg-stock px-[22px] py-3 max-[1100px]:w-[320px] tight:w-full"
		aria-label="Selected format"
	>
		{#if mine}
			<div class="flex justify-between gap-3">
				<span class="font-semibold">All shapes at one scale</span>
				<span class="num text-ink2">{formats.length} shown</span>
			</div>
			<ShapeSheet {formats} selected={mine.name} onselect={(name) => (selected = name)} />
			<h3 class="pt-2 text-head font-semibold">{mine.name}</h3>
			<p class="pb-2 text-sm text-ink2">{mine.purpose}</p>
			{#if writing && mine.id}
				{#key mine.name}
					<OwnFormat
						format={mine}
						onkept={(line) => {
							selected = line.name;
							writing = false;
							void look();
						}}
						onclose={() => (writing = false)}
					/>
				{/key}
			{:else}
				<dl class="text-sm">
					{#each mine.facts as fact (fact.label)}
						<div class="flex justify-between border-t border-rule py-[5px]">
							<dt class="text-ink2">{fact.label}</dt>
							<dd class="num">{fact.value}</dd>
						</div>
					{/each}
				</dl>
				<p class="flex flex-wrap gap-x-5 gap-y-2 pt-3">
					{#if forShot || forEdit}
						<button type="button" class="act" title={titled('Use it', 'useFormat')} onclick={use}
							>{forShot ? `See it in ${forWhat} …` : `See it in the edit format …`}</button
						>
					{/if}
					{#if mine.id}
						<button type="button" class="act" onclick={() => (writing = true)}>Change it</button>
						<button type="button" class="act" onclick={() => void remove()}>Delete it</button>
					{/if}
					<button
						type="button"
						class="act"
						title={titled('Duplicate this format as mine', 'ownFormat')}
						onclick={() => void begin()}>Duplicate as my format</button
					>
				</p>
			{/if}
		{/if}
	</aside>
</div>

<style>
	.selected {
		box-shadow: inset 3px 0 0 var(--ink);
		background: color-mix(in srgb, var(--stock) 45%, transparent);
	}
</style>
