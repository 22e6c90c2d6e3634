<!-- Several new shots at once, each beginning from the cut, a format, another shot or a file. -->
<script lang="ts">
	import GroupTicks, { GROUPS } from '$lib/change/GroupTicks.svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, Problem, take, words, type Schema } from '$lib/api/client';
	import { formatNamesQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import { wanted } from '$lib/change/source';
	import { UsualChoice } from '$lib/state/usual.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';

	let { production, lines }: { production: number; lines: readonly Schema<'ShotLine'>[] } =
		$props();

	const STARTS = ['the edit format', 'a format', 'another shot', 'a file'] as const;

	let codes = $state('');
	const from = new UsualChoice('starting several', STARTS, 'the edit format');
	let format = $state('');
	let other = $state('');
	let groups = $state<string[]>(GROUPS.map(([key]) => key));
	let volume = $state('');
	let folder = $state('');
	let file = $state('');
	let found = $state.raw<string[]>([]);
	let trouble = $state('');
	let nearest = $state('');
	let done = $state('');

	const formats = createQuery(formatNamesQuery);
	const names = $derived(formats.data ?? []);

	const written = $derived(
		codes
			.split(/[\n,;]+/)
			.map((code) => code.trim())
			.filter(Boolean)
	);

	function start(): Schema<'ShotChange'> | null {
		if (from.current === 'a format') return wanted({ format });
		if (from.current === 'a file') return wanted({ file: { volume, path: folder, name: file } });
		if (from.current !== 'another shot') return null;
		const shot = lines.find((line) => line.code === other)?.shot_id ?? -1;
		return wanted({ shot, groups: [...groups] });
	}

	async function make(): Promise<void> {
		trouble = nearest = done = '';
		try {
			const made = await take(
				api.POST('/api/v1/productions/{production_id}/start', {
					params: { path: { production_id: production } },
					body: { codes: written, start: start() }
				})
			);
			done = [`${made.ids.length} set up.`, ...made.renamed].join(' ');
			codes = '';
			await client.invalidateQueries({ queryKey: ['production', production] });
		} catch (error) {
			trouble = words(error);
			nearest = error instanceof Problem ? (error.body.nearest ?? '') : '';
		}
	}
</script>

<form
	class="mt-3 border-t border-rule pt-3"
	onsubmit={(event) => {
		event.preventDefault();
		void make();
	}}
>
	<h3 class="pb-1.5 font-semibold">Several at once</h3>
	<div class="flex flex-wrap items-start gap-4">
		<label class="flex flex-col gap-1 text-xs text-ink2">
			Codes, with commas between them
			<textarea class="field num text-ink" rows="2" cols="34" bind:value={codes}></textarea>
		</label>
		<div class="flex flex-col gap-1 text-sm">
			<div class="flex gap-1" role="group" aria-label="Start from">
				<span class="self-center text-xs text-ink2">start from</span>
				{#each STARTS as each (each)}
					<button
						type="button"
						class="toggle"
						aria-pressed={from.current === each}
						onclick={() => (from.current = each)}>{each}</button
					>
				{/each}
			</div>
			{#if from.current === 'a format'}
				<input
					class="field"
					size="30"
					list="start-formats"
					aria-label="Format to start from"
					bind:value={format}
				/>
				<datalist id="start-formats">
					{#each names as name (name)}<option value={name}></option>{/each}
				</datalist>
			{:else if from.current === 'another shot'}
				<input
					class="field num"
					size="18"
					list="start-shots"
					aria-label="Shot to start from"
					bind:value={other}
				/>
				<datalist id="start-shots">
					{#each lines as line (line.code)}
						{#if line.shot_id !== null}<option value={line.code}></option>{/if}
					{/each}
				</datalist>
				<GroupTicks bind:groups />
			{:else if from.current === 'a file'}
				<FolderPicker
					purpose="for elements"
					bind:volume
					bind:path={folder}
					onopen={(page) => {
						found = page.found.map((each) => each.name);
						file = found[0] ?? '';
					}}
				/>
				<label class="flex items-center gap-2"
					>header of
					<input class="field num" size="30" list="start-files" bind:value={file} />
					<datalist id="start-files">
						{#each found as name (name)}<option value={name}></option>{/each}
					</datalist>
				</label>
			{/if}
		</div>
		<button type="submit" class="act self-end" disabled={!written.length}
			>Set up {written.length || 'them'}</button
		>
	</div>
	{#if trouble}<p role="alert" class="pt-1 text-red">
			{trouble}{#if nearest}
				<span class="text-ink">Nearest: <span class="num">{nearest}</span></span>{/if}
		</p>{/if}
	{#if done}<p role="status" class="pt-1">{done}</p>{/if}
</form>
