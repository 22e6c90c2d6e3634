<!-- The desk: productions, and the recent shots. -->
<script lang="ts">
	import { usual } from '$lib/state/usual.svelte';
	import { opened } from '$lib/state/focus';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import { deskQuery, newEditFormatQuery } from '$lib/api/production-queries';
	import { typedTexts } from '$lib/state/typed.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import DeskShots from '$lib/desk/DeskShots.svelte';
	import { lastHere } from '$lib/desk/last-here.svelte';
	import SinceThen from '$lib/desk/SinceThen.svelte';
	import { address, spines } from '$lib/state/spines.svelte';
	import Tally from '$lib/production/Tally.svelte';
	import { FormatSession } from '$lib/sheet/format.svelte';
	import FormatFields from '$lib/sheet/FormatFields.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import Drop from '$lib/ui/drop/Drop.svelte';
	import { counted, cutNumber, version } from '$lib/words';

	const SCOPE = 'new-production';

	const desk = createQuery(deskQuery);

	let open = $state<'start' | 'file' | 'cut' | null>(null);
	$effect(() => {
		if (page.url.searchParams.get('open') === 'file') open = 'file';
	});
	let title = $state('');
	let kind = $state(usual.text('kind of production'));
	let code = $state('AAA_0000');
	let trouble = $state('');
	let into = $state('');

	const format = new FormatSession<Schema<'EditFormatRows'>>(() => SCOPE, newEditFormatQuery);
	const productions = $derived(desk.data?.productions ?? []);
	let text = $state('');
	let main = $state<HTMLElement | null>(null);
	/** Productions whose words fit; all of them where none does, since the words may be a shot's. */
	const fitting = $derived.by(() => {
		const asked = text.toLowerCase().split(/\s+/).filter(Boolean);
		const fits = productions.filter((each) =>
			asked.every((word) =>
				`${each.title} ${each.kind} ${each.format}`.toLowerCase().includes(word)
			)
		);
		return fits.length ? fits : productions;
	});
	/** The page that was left, where its spine is still open. */
	const left = $derived.by(() => {
		const spine = spines.at(lastHere.left);
		if (!spine) return null;
		const step = lastHere.left.slice(address(spine).length).replace(/^\//, '').split('/')[0];
		return { address: lastHere.left, label: step ? `${spine.label}, ${step}` : spine.label };
	});
	const chosen = $derived(productions.find((each) => each.title === into) ?? productions[0]);

	answerKeys({
		start: () => (open = open === 'start' ? null : 'start'),
		openFile: () => (open = open === 'file' ? null : 'file'),
		readCut: () => (open = open === 'cut' ? null : 'cut')
	});

	async function start(): Promise<void> {
		trouble = '';
		try {
			const made = await take(
				api.POST('/api/v1/productions', {
					body: { title, kind, code_example: code, typed: format.typed }
				})
			);
			usual.choose('kind of production', kind, '');
			typedTexts.leave(SCOPE);
			await goto(`/p/${made.id}?read`);
		} catch (error) {
			trouble = words(error);
		}
	}

	/** A setup file that was given, and what it would make: seen before it is taken. */
	let given = $state.raw<File | null>(null);
	let seen = $state.raw<Schema<'OpenedSetup'> | null>(null);

	async function sendSetup<T>(file: File, step: string): Promise<T | null> {
		if (!chosen) return null;
		trouble = '';
		try {
			return await sendForm<T>(`/productions/${chosen.id}/setup-file${step}`, form(file));
		} catch (error) {
			trouble = `${file.name}: ${words(error)}`;
			return null;
		}
	}

	async function seeSetup(file: File): Promise<void> {
		given = file;
		seen = await sendSetup<Schema<'OpenedSetup'>>(file, '/preview');
	}

	async function takeSetup(): Promise<void> {
		const made = given && (await sendSetup<Schema<'CreatedId'>>(given, ''));
		if (made) await goto(`/s/${made.id}`);
	}
</script>

<Head
	title="Desk"
	subtitle={desk.data ? `${desk.data.who} · ${counted(productions.length, 'production')}` : ''}
>
	{#snippet verdict()}
		<button
			type="button"
			class="act"
			title={titled('Start a production', 'start')}
			onclick={() => (open = 'start')}>Start a production</button
		>
		{#if productions[0]}
			<button
				type="button"
				class="act"
				title={titled('Read a cut', 'readCut')}
				onclick={() => (open = 'cut')}>Read a cut</button
			>
			<button
				type="button"
				class="act"
				title={titled('Open a setup file', 'openFile')}
				onclick={() => (open = 'file')}>Open a setup file</button
			>
		{/if}
	{/snippet}
</Head>
{#if desk.error && words(desk.error)}<Notice>{words(desk.error)}</Notice>{/if}
{#if trouble}<Notice>{trouble}</Notice>{/if}
<main bind:this={main} class="min-h-0 grow overflow-y-auto">
	{#if open === 'start'}
		<section
			class="border-b border-ink bg-stock px-[22px] py-4"
			aria-label="Start a production"
			{@attach opened}
		>
			<div class="flex items-baseline justify-between pb-2">
				<h2 class="text-head font-semibold">Start a production</h2>
				<button type="button" class="act" onclick={() => (open = null)}>Cancel</button>
			</div>
			<div class="grid grid-cols-[minmax(0,300px)_minmax(0,1fr)] gap-8">
				<div class="flex flex-col gap-3">
					<label class="flex flex-col gap-1 text-xs text-ink2"
						>Title <input
							class="field text-base text-ink"
							bind:value={title}
							maxlength="120"
						/></label
					>
					<label class="flex flex-col gap-1 text-xs text-ink2"
						>Kind of job <input
							class="field text-base text-ink"
							bind:value={kind}
							placeholder="Short film, series, job"
						/></label
					>
					<label class="flex flex-col gap-1 text-xs text-ink2"
						>An example of a shot's code <input
							class="field num text-ink"
							bind:value={code}
						/></label
					>
					<p class="pt-1">
						<button
							type="button"
							class="act"
							disabled={!title.trim() || !format.sound}
							onclick={() => void start()}>Start {title.trim() || 'the production'}</button
						>
					</p>
				</div>
				<div>
					<h3 class="pb-1 font-semibold text-blue">Edit format</h3>
					<FormatFields session={format} />
				</div>
			</div>
		</section>
	{:else if open === 'cut' && chosen}
		<section class="border-b border-ink bg-stock px-[22px] py-4" aria-label="Read a cut">
			<p class="flex items-baseline gap-5">
				<span>Read a cut into</span>
				{#each productions as each (each.id)}<a class="act" href="/p/{each.id}?read">{each.title}</a
					>{/each}
				<button type="button" class="act ml-auto" onclick={() => (open = null)}>Cancel</button>
			</p>
		</section>
	{:else if open === 'file' && chosen}
		<section class="border-b border-ink bg-stock px-[22px] py-4" aria-label="Open a setup file">
			<div class="flex items-baseline justify-between pb-2">
				<h2 class="text-head font-semibold">Open a setup file</h2>
				<button type="button" class="act" onclick={() => (open = null)}>Cancel</button>
			</div>
			<p class="flex items-center gap-3 pb-3">
				into <Choice
					label="Production"
					value={chosen.title}
					options={productions.map((each) => each.title)}
					onchoose={(value) => {
						into = value;
						seen = null;
					}}
				/>
			</p>
			<Drop
				label="a setup that a hand off wrote (.setup.json). A shot with its code gets a new version, which undo takes back."
				accept=".json"
				onfile={(file) => void seeSetup(file)}
			/>
			{#if seen && given}
				<p class="flex flex-wrap items-baseline gap-x-5 pt-3">
					<strong class="num">{seen.code}</strong>
					<span>{seen.title}</span>
					<span class="num text-ink2">{seen.ranges}</span>
					<button type="button" class="act ml-auto" onclick={() => void takeSetup()}
						>{seen.shot_id === null
							? `Set ${seen.code} up from ${given.name}`
							: `Make it ${version(seen.version)} of ${seen.code}`}</button
					>
				</p>
				<table class="mt-1 text-left text-sm [&_td]:py-0.5 [&_td]:pr-5">
					<tbody>
						{#each seen.changes as change (change.key + change.label)}
							<tr class="border-t border-rule">
								<td>{change.label}</td>
								<td class="num text-ink2">{change.before}</td>
								<td class="num">→ {change.after}</td>
							</tr>
						{:else}
							<tr
								><td class="text-ink2"
									>{seen.shot_id === null
										? 'It follows the edit format in everything.'
										: 'Nothing would change.'}</td
								></tr
							>
						{/each}
					</tbody>
				</table>
			{/if}
		</section>
	{/if}
	<SinceThen />
	{#if productions.length}
		<search class="flex items-baseline gap-5 px-[22px] pt-4">
			<label class="flex min-w-0 grow items-baseline gap-3"
				>Find
				<input
					class="field max-w-[calc(520px*var(--k))] grow"
					placeholder="A code, a title, a production, a state, an artist, a date"
					maxlength="100"
					autocomplete="off"
					spellcheck="false"
					aria-label="Find on the desk"
					bind:value={text}
				/></label
			>
			{#if left}
				<a class="act" href={left.address} title="Where you were when you were last here"
					>Go on with {left.label}</a
				>
			{/if}
		</search>
	{/if}
	<section class="px-[22px] pt-5" aria-labelledby="productions">
		<h2 id="productions" class="pb-2 text-head font-semibold">Productions</h2>
		{#each fitting as each (each.id)}
			<a
				href="/p/{each.id}"
				class="grid grid-cols-[minmax(170px,1fr)_minmax(200px,290px)_120px_minmax(300px,470px)] items-center gap-4 border-t border-rule py-3 last:border-b hover:bg-raised"
			>
				<span class="min-w-0">
					<span class="block truncate text-head font-semibold">{each.title}</span>
					<span class="text-xs text-ink2">{each.kind}</span>
				</span>
				<span class="num text-blue">{each.format}</span>
				<span class="text-ink2"
					>{each.cut_number ? cutNumber(each.cut_number) : 'no cut yet'} ·
					<span class="num">{each.shots}</span> shots</span
				>
				<Tally tally={each.tally} brief />
			</a>
		{:else}
			{#if desk.data}
				<p class="border-t border-rule py-5">
					Nothing is here yet. <button type="button" class="act" onclick={() => (open = 'start')}
						>Start a production</button
					> with what its edit works to, then read its cut.
				</p>
			{/if}
		{/each}
	</section>
	{#if desk.data && productions.length}
		<DeskShots {text} newest={desk.data.recent} scroller={() => main} />
	{/if}
</main>
