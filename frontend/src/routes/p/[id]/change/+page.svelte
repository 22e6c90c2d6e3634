<!-- A change of several shots before it is made: what each would become; single shots left out. -->
<script lang="ts">
	import GroupTicks from '$lib/change/GroupTicks.svelte';
	import { page } from '$app/state';
	import { useQueryClient } from '@tanstack/svelte-query';
	import { api, take, words, type Schema, type Texts } from '$lib/api/client';
	import { wanted } from '$lib/change/source';
	import Notice from '$lib/shell/Notice.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { productionQuery } from '$lib/production/open.svelte';
	import { answerKeys, titled } from '$lib/state/keys.svelte';
	import { clock } from '$lib/words';

	const id = $derived(Number(page.params.id));
	const client = useQueryClient();
	const production = productionQuery(() => id);
	const all = page.url.searchParams.getAll('shots').map(Number);

	/** What can be typed for several shots at once: the settings that aren't one shot's own. */
	const TYPED = [
		['rate', 'rate', 'Rate', 11],
		['handles', 'head', 'Head handle', 4],
		['handles', 'tail', 'Tail handle', 4],
		['canvas', 'width', 'Width', 6],
		['canvas', 'height', 'Height', 6],
		['pixel_aspect', 'ratio', 'Pixel aspect', 6],
		['working_scale', 'text', 'Working scale', 7],
		['overscan', 'text', 'Overscan', 9],
		['guides', 'text', 'Guides', 22]
	] as const;

	let from = $state<'typed' | 'format' | 'shot'>('typed');
	let texts = $state.raw<Texts>({});
	let format = $state('');
	let names = $state.raw<string[]>([]);
	let other = $state<number | null>(null);
	let groups = $state<string[]>(['canvas', 'picture']);
	let out = $state.raw<number[]>([]);
	let said = $state.raw<Schema<'BatchPage'> | null>(null);
	let past = $state.raw<Schema<'BatchEntry'>[]>([]);
	let trouble = $state('');
	let done = $state('');
	let asked = 0;

	take(api.GET('/api/formats', { params: { query: { text: '' } } })).then(
		(found) => (names = found.families.flatMap((each) => each.formats.map((f) => f.name))),
		(error: unknown) => (trouble = words(error))
	);

	const params = $derived({ path: { production_id: id } });
	const shots = $derived(all.filter((shot) => !out.includes(shot)));
	const ready = $derived(
		from === 'typed'
			? Object.keys(texts).length > 0
			: from === 'format'
				? names.includes(format)
				: other !== null && groups.length > 0
	);
	const source = $derived(
		wanted(
			from === 'typed'
				? { typed: texts }
				: from === 'format'
					? { format }
					: { shot: other, groups: [...groups] }
		)
	);

	// Whatever is asked for is shown again, for all shots; those left out stay listed.
	$effect(() => {
		if (ready) void look(source);
		else said = null;
	});
	$effect(() => void lookBack(id));

	async function look(body: Schema<'WantedChange'>): Promise<void> {
		const mine = ++asked;
		try {
			const path = '/api/productions/{production_id}/batches/preview';
			const told = await take(api.POST(path, { params, body: { ...body, shots: all } }));
			if (mine !== asked) return;
			said = told;
			trouble = '';
		} catch (error) {
			if (mine === asked) trouble = words(error);
		}
	}

	async function lookBack(_: number): Promise<void> {
		past = await take(api.GET('/api/productions/{production_id}/batches', { params }));
	}

	function type(key: string, part: string, text: string): void {
		const parts = { ...texts[key], [part]: text };
		if (!text) delete parts[part];
		const rest = Object.fromEntries(Object.entries(texts).filter(([each]) => each !== key));
		texts = Object.keys(parts).length ? { ...rest, [key]: parts } : rest;
	}

	function turn(shot: number, taken: boolean): void {
		out = taken ? out.filter((each) => each !== shot) : [...out, shot];
	}

	const touched = $derived(said?.touched.filter((each) => !out.includes(each.id)) ?? []);

	async function make(): Promise<void> {
		if (!touched.length) return;
		await act(async () => {
			const path = '/api/productions/{production_id}/batches';
			await take(api.POST(path, { params, body: { ...source, shots } }));
			done = `${touched.length} shots changed as one: ${said?.label}.`;
			texts = {};
			format = '';
			other = null;
		});
	}

	async function takeBack(batch: number): Promise<void> {
		await act(async () => {
			const path = { batch_id: batch };
			const back = await take(api.POST('/api/batches/{batch_id}/undo', { params: { path } }));
			const stay = back.kept.length ? ` ${back.kept.join(', ')} changed since, and stay.` : '';
			done = `Taken back in ${back.shots} shots.${stay}`;
		});
	}

	async function act(work: () => Promise<void>): Promise<void> {
		trouble = '';
		try {
			await work();
			await lookBack(id);
			await client.invalidateQueries({ queryKey: ['production', id] });
		} catch (error) {
			trouble = words(error);
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
		<h2 class="text-head font-semibold">Change {all.length} shots at once</h2>
		<p class="pb-2 text-sm text-ink2">
			Nothing changes until you apply it. One undo takes all of it back.
		</p>
		<div class="flex gap-3 pb-2" role="group" aria-label="Take values from">
			<button
				type="button"
				class="toggle"
				aria-pressed={from === 'typed'}
				onclick={() => (from = 'typed')}>Typed here</button
			>
			<button
				type="button"
				class="toggle"
				aria-pressed={from === 'format'}
				onclick={() => (from = 'format')}>A format</button
			>
			<button
				type="button"
				class="toggle"
				aria-pressed={from === 'shot'}
				onclick={() => (from = 'shot')}>Another shot</button
			>
		</div>
		{#if from === 'typed'}
			{#each TYPED as [key, part, label, width] (key + part)}
				<label
					class="grid min-h-[32px] grid-cols-[110px_minmax(0,1fr)] items-center gap-x-2 border-t border-rule/60 py-1"
				>
					<span class="font-medium">{label}</span>
					<input
						class="field num"
						style="width: calc({width}ch + 14px)"
						placeholder="as it is"
						value={texts[key]?.[part] ?? ''}
						oninput={(event) => type(key, part, event.currentTarget.value)}
					/>
				</label>
			{/each}
		{:else if from === 'format'}
			<label class="flex items-center gap-2">
				<span class="font-medium">Format</span>
				<input class="field grow" list="formats" aria-label="Format" bind:value={format} />
				<datalist id="formats">
					{#each names as name (name)}<option value={name}></option>{/each}
				</datalist>
			</label>
		{:else}
			<label class="flex items-center gap-2">
				<span class="font-medium">Shot</span>
				<input
					class="field num"
					size="14"
					list="shots"
					aria-label="Shot to copy from"
					oninput={(event) => {
						const code = event.currentTarget.value;
						other = production.data?.lines.find((line) => line.code === code)?.shot_id ?? null;
					}}
				/>
				<datalist id="shots">
					{#each production.data?.lines ?? [] as line (line.code)}
						{#if line.shot_id !== null}<option value={line.code}></option>{/if}
					{/each}
				</datalist>
			</label>
			<GroupTicks bind:groups />
		{/if}
		{#if past.length}
			<h3 class="pt-5 pb-1 font-semibold">Made before</h3>
			{#each past as each (each.id)}
				<p class="border-t border-rule/60 py-1.5 text-sm">
					<span class="num text-[11.5px]">{clock(each.at)}</span>
					{each.who}: {each.what}, {each.shots}
					{each.shots === 1 ? 'shot' : 'shots'}
					{#if each.undone_at}<span class="text-ink2">taken back</span>
					{:else}<button type="button" class="act" onclick={() => void takeBack(each.id)}
							>Undo</button
						>{/if}
				</p>
			{/each}
		{/if}
	</section>
	<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="What it touches">
		<h2 class="pb-2 text-head font-semibold">What each would become</h2>
		{#if said}
			<p class="flex flex-wrap items-baseline gap-5 pb-2">
				<button
					type="button"
					class="act"
					disabled={!touched.length || touched.some((each) => each.refused)}
					title={titled('Apply this change', 'makeChange')}
					onclick={() => void make()}
					>Change {touched.length} {touched.length === 1 ? 'shot' : 'shots'} as one</button
				>
				{#if said.same.length}<span class="text-sm text-ink2"
						>{said.same.join(', ')} {said.same.length === 1 ? 'has' : 'have'} it already</span
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
						{#each each.changes as text (text)}<span class="num block text-[11.5px]">{text}</span
							>{/each}
						{#each each.appear as text (text)}<span class="block"
								><strong class="text-red">new</strong> {text}</span
							>{/each}
						{#each each.vanish as text (text)}<span class="block text-ink2">resolved: {text}</span
							>{/each}
					</span>
				</div>
			{/each}
		{:else}
			<p class="text-ink2">
				Type a value, or choose a format or a shot: each of the {all.length} shots stands here with what
				it would become.
			</p>
		{/if}
	</section>
</main>
