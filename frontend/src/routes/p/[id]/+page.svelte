<!-- The cut: the edit format as title block, then every shot in the order of the edit. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { useQueryClient } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import Notice from '$lib/shell/Notice.svelte';
	import CutBars from '$lib/drawings/CutBars.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import Shape from '$lib/drawings/Shape.svelte';
	import { productionQuery } from '$lib/production/open.svelte';
	import ByHand from '$lib/production/ByHand.svelte';
	import ReadCut from '$lib/production/ReadCut.svelte';
	import Tally from '$lib/production/Tally.svelte';
	import { answerKeys, titled } from '$lib/state/keys.svelte';

	const id = $derived(Number(page.params.id));
	const production = productionQuery(() => id);
	const client = useQueryClient();

	let reading = $state(page.url.searchParams.has('read'));
	let byHand = $state(false);
	let comp = $state<string[] | null>(null);
	let compCode = $state('');
	let several = $state<number[] | null>(null);
	let sharedName = $state('');
	let sharing = $state.raw<Schema<'SharedLine'>[]>([]);
	let trouble = $state('');

	const said = $derived(production.data);
	const rate = $derived(said?.cells.find((cell) => cell.key === 'rate')?.value ?? '');
	const fresh = $derived(said?.lines.filter((line) => line.shot_id === null) ?? []);

	answerKeys({
		readCut: () => (reading = !reading),
		byHand: () => (byHand = !byHand),
		several: () => (several = several ? null : [])
	});

	$effect(() => void lookAtShared(id));

	async function lookAtShared(production: number): Promise<void> {
		try {
			sharing = await take(
				api.GET('/api/productions/{production_id}/shared', {
					params: { path: { production_id: production } }
				})
			);
		} catch (error) {
			trouble = words(error);
		}
	}

	function choose(shot: number, on: boolean): void {
		several = on ? [...(several ?? []), shot] : (several ?? []).filter((each) => each !== shot);
	}

	/** Let the chosen shots share a setup under a name, or let them go of theirs. */
	async function share(name: string | null): Promise<void> {
		if (!several) return;
		trouble = '';
		const params = { path: { production_id: id } };
		try {
			await take(
				name === null
					? api.POST('/api/productions/{production_id}/shared/leave', {
							params,
							body: { shots: several }
						})
					: api.POST('/api/productions/{production_id}/shared', {
							params,
							body: { name, shots: several }
						})
			);
			sharedName = '';
			await lookAtShared(id);
		} catch (error) {
			trouble = words(error);
		}
	}

	const shares = (shot: number | null) => sharing.find((each) => each.shots.includes(shot ?? -1));
	const changeOf = (shots: readonly number[]) =>
		`/p/${id}/change?${new URLSearchParams(shots.map((shot) => ['shots', String(shot)]))}`;

	async function setUpComp(): Promise<void> {
		if (!comp) return;
		trouble = '';
		try {
			const made = await take(
				api.POST('/api/productions/{production_id}/comps', {
					params: { path: { production_id: id } },
					body: { code: compCode.trim(), events: comp }
				})
			);
			await goto(`/s/${made.id}`);
		} catch (error) {
			trouble = words(error);
		}
	}

	function pick(code: string, on: boolean): void {
		comp = on ? [...(comp ?? []), code] : (comp ?? []).filter((each) => each !== code);
		if (!compCode || compCode.endsWith('_comp')) compCode = comp[0] ? `${comp[0]}_comp` : '';
	}

	async function setUp(codes: string[], open: boolean): Promise<void> {
		trouble = '';
		try {
			for (const code of codes) {
				const made = await take(
					api.POST('/api/productions/{production_id}/shots', {
						params: { path: { production_id: id } },
						body: { code }
					})
				);
				if (open) await goto(`/s/${made.id}`);
			}
		} catch (error) {
			trouble = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id] });
	}

	async function taken(number: number): Promise<void> {
		reading = false;
		await client.invalidateQueries({ queryKey: ['production', id] });
		// A later cut is looked at against the one before.
		if (number > 1) await goto(`/p/${id}/recut`);
	}

	const cell = (line: Schema<'ShotLine'>, name: string) => line.line?.cells[name];
	const tone = (state: Schema<'State'> | undefined) => (state === 'differs' ? 'text-red' : '');
</script>

<svelte:window
	ondragover={(event) => event.preventDefault()}
	ondragenter={() => (reading = true)}
	ondrop={(event) => event.preventDefault()}
/>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if said}
	{#if reading}
		<ReadCut
			production={id}
			example={said.code_example}
			{rate}
			ontaken={(number) => void taken(number)}
			onclose={() => (reading = false)}
		/>
	{/if}
	{#if byHand}<ByHand production={id} lines={said.lines} onclose={() => (byHand = false)} />{/if}
	<main class="min-h-0 grow overflow-auto px-[22px] pt-[18px] pb-6">
		<a
			href="/p/{id}/edit"
			class="grid auto-cols-fr grid-flow-col border border-blueline max-[860px]:auto-cols-auto max-[860px]:grid-flow-row max-[860px]:grid-cols-3 text-blue hover:bg-bluewash/40"
			title={titled('Change the edit format', 'format')}
			aria-label="Edit format"
		>
			<span class="bg-bluewash px-3 py-[7px]">
				<span class="block text-xs">Edit format</span>
				<span class="block truncate text-[14px] font-semibold">{said.title}</span>
			</span>
			{#each said.cells as each (each.key)}
				<span class="min-w-0 border-l border-blueline px-3 py-[7px]">
					<span class="block text-xs">{each.label}</span>
					<span class="num block truncate text-[12.5px]" title={each.value}>{each.value}</span>
				</span>
			{/each}
		</a>
		<div class="flex items-baseline gap-4 pt-4 pb-2">
			<h2 class="text-head font-semibold">Shots in cut order</h2>
			{#if said.frames}
				<span class="text-xs text-ink2"
					>{said.length} · {said.frames} frames · a dot means it follows the edit</span
				>
			{/if}
			<span class="ml-auto flex gap-5">
				<button
					type="button"
					class="act"
					title={titled('Read a cut', 'readCut')}
					onclick={() => (reading = true)}>{said.cut ? 'Read a new cut' : 'Read a cut'}</button
				>
				{#if comp}
					<label class="flex items-baseline gap-2 text-sm"
						>tick adjoining shots, then
						<input
							class="field num"
							size="16"
							aria-label="Code of the comp"
							bind:value={compCode}
						/>
					</label>
					<button
						type="button"
						class="act"
						disabled={comp.length < 2 || !compCode.trim()}
						onclick={() => void setUpComp()}>Set up one comp of {comp.length}</button
					>
					<button type="button" class="act" onclick={() => (comp = null)}>Cancel</button>
				{:else if several}
					<a
						class="act"
						aria-disabled={!several.length}
						href={several.length ? changeOf(several) : undefined}>Change {several.length} shots …</a
					>
					<label class="flex items-baseline gap-2 text-sm"
						>share as
						<input
							class="field"
							size="12"
							aria-label="Name of the shared setup"
							list="shared-names"
							bind:value={sharedName}
						/>
						<datalist id="shared-names">
							{#each sharing as each (each.id)}<option value={each.name}></option>{/each}
						</datalist>
					</label>
					<button
						type="button"
						class="act"
						disabled={several.length < 2 || !sharedName.trim()}
						onclick={() => void share(sharedName)}>Share</button
					>
					{#if several.some((shot) => shares(shot))}
						<button type="button" class="act" onclick={() => void share(null)}>Share no more</button
						>
					{/if}
					<button type="button" class="act" onclick={() => (several = null)}>Done</button>
				{:else}
					<button
						type="button"
						class="act"
						title={titled('Choose several shots', 'several')}
						onclick={() => (several = [])}>Several shots</button
					>
					<button type="button" class="act" onclick={() => (comp = [])}
						>Comp of several shots</button
					>
					<button
						type="button"
						class="act"
						title={titled('A shot that is not in the cut', 'byHand')}
						onclick={() => (byHand = true)}>Add a shot by hand</button
					>
				{/if}
				{#if fresh.length > 0 && !comp && !several}
					<button
						type="button"
						class="act"
						onclick={() =>
							void setUp(
								fresh.map((line) => line.code),
								fresh.length === 1
							)}
						>{fresh.length === 1
							? `Set up ${fresh[0]?.code}`
							: `Set up the ${fresh.length} new shots`}</button
					>
				{/if}
			</span>
		</div>
		{#if said.lines.length === 0}
			<p class="border-t border-rule py-6 text-ink2">
				No shots yet: read the edit's cut list, and its shots stand here in order.
			</p>
		{:else}
			<table
				class="w-full border-t border-rule text-left [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal"
			>
				<thead class="h-[28px] text-xs text-ink2">
					<tr>
						<th class="w-6"></th><th>Shot</th><th></th><th>Edit in</th><th class="text-right"
							>Cut</th
						>
						<th>Frames on disk</th><th></th><th>Canvas</th><th>Rate</th><th>Range</th><th>Why</th>
					</tr>
				</thead>
				<tbody>
					{#each said.lines as line (line.code)}
						<tr
							class="h-[38px] border-t border-rule hover:bg-raised"
							class:bg-raised={line.shot_id === null}
						>
							<td>
								{#if comp && line.edit_in}
									<input
										type="checkbox"
										class="accent-ink"
										aria-label="{line.code} in the comp"
										checked={comp.includes(line.code)}
										onchange={(event) => pick(line.code, event.currentTarget.checked)}
									/>
								{:else if several && line.shot_id !== null}
									<input
										type="checkbox"
										class="h-[18px] w-[18px] accent-ink"
										aria-label="Choose {line.code}"
										checked={several.includes(line.shot_id)}
										onchange={(event) =>
											line.shot_id !== null && choose(line.shot_id, event.currentTarget.checked)}
									/>
								{:else}<Mark state={line.state} word={line.word} />{/if}
							</td>
							<td class="num font-semibold whitespace-nowrap">
								{#if line.shot_id !== null}<a class="hover:underline" href="/s/{line.shot_id}"
										>{line.code}</a
									>
								{:else}{line.code}{/if}
							</td>
							<td class="max-w-52 truncate" title={line.title}>
								{#if line.shot_id !== null}<a href="/s/{line.shot_id}" tabindex="-1">{line.title}</a
									>
								{:else}<button
										type="button"
										class="act"
										onclick={() => void setUp([line.code], true)}>Set up from the cut</button
									>{/if}
							</td>
							<td class="num text-blue" title="Source {line.source_in}">{line.edit_in ?? ''}</td>
							<td class="num text-right">{line.length ?? ''}</td>
							<td
								><CutBars
									bars={line.line?.bars ?? null}
									length={line.length ?? 0}
									longest={said.longest}
								/></td
							>
							<td><Shape shape={line.shape} edit={said.edit_shape} /></td>
							{#each ['canvas', 'rate', 'range'] as name (name)}
								{@const found = cell(line, name)}
								<td class="num leading-tight {tone(found?.state)}"
									>{#if found?.text}{found.text}{:else}<span class="text-ink2">·</span>{/if}</td
								>
							{/each}
							<td class="text-xs leading-tight text-ink2">
								{#if line.line?.why}<q class="italic">{line.line.why}</q>{/if}
								{#if cell(line, 'colour')?.text}<span class={tone(cell(line, 'colour')?.state)}
										>colour: {cell(line, 'colour')?.text}</span
									>{/if}
								{line.note}
								{#if shares(line.shot_id)}
									<a
										class="act"
										title="Change what these shots share"
										href={changeOf(shares(line.shot_id)!.shots)}
										>shares {shares(line.shot_id)!.name}</a
									>
								{/if}
							</td>
						</tr>
					{/each}
				</tbody>
			</table>
			<div class="border-t border-ink pt-2"><Tally tally={said.tally} /></div>
		{/if}
	</main>
{/if}
