<!-- Choosing a folder on a volume: nothing outside the volumes can be reached. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { words, type Schema } from '$lib/api/client';
	import { folderQuery, volumesQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import { usual } from '$lib/state/usual.svelte';
	import Choice from '../choice/Choice.svelte';

	let {
		volume = $bindable(),
		path = $bindable(),
		purpose,
		onopen
	}: {
		volume: string;
		path: string;
		/** What a folder is chosen for: it begins on the volume of the last time. */
		purpose: string;
		onopen: (page: Schema<'FolderPage'>) => void;
	} = $props();

	const volumes = createQuery(volumesQuery);
	let shown = $state.raw<Schema<'FolderPage'> | null>(null);
	let wrong = $state('');
	const trouble = $derived(wrong || (volumes.error ? words(volumes.error) : ''));
	let begun = false;

	// What was chosen last is opened once it is known which volumes there are.
	$effect(() => {
		if (begun || !volumes.data) return;
		begun = true;
		if (!volume && volumes.data[0])
			volume = usual.of(`volume ${purpose}`, volumes.data[0], volumes.data);
		void open(path);
	});

	/** Go to a folder of the volume. */
	async function open(to: string): Promise<void> {
		if (!volume) return;
		wrong = '';
		try {
			shown = await client.fetchQuery(folderQuery(volume, to));
			path = shown.path;
			onopen(shown);
		} catch (error) {
			wrong = words(error);
		}
	}

	const upTo = (place: number) => shown?.parents.slice(0, place + 1).join('/') ?? '';
</script>

<div class="flex flex-wrap items-center gap-x-3 gap-y-2">
	{#if volumes.data?.length}
		<Choice
			label="Volume"
			value={volume}
			options={volumes.data}
			onchoose={(name) => {
				volume = name;
				usual.choose(`volume ${purpose}`, name);
				void open('');
			}}
		/>
	{/if}
	<nav aria-label="Folder" class="num flex flex-wrap items-center gap-1">
		<button type="button" class="px-1 hover:underline" onclick={() => void open('')}
			>{volume}</button
		>
		{#each shown?.parents ?? [] as step, place (place)}
			<span class="text-ink2">/</span>
			<button type="button" class="px-1 hover:underline" onclick={() => void open(upTo(place))}
				>{step}</button
			>
		{/each}
	</nav>
</div>
{#if trouble}<p role="alert" class="pt-2 text-red">{trouble}</p>{/if}
{#if shown?.folders.length}
	<ul
		class="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-x-4 pt-2"
		aria-label="Folders"
	>
		{#each shown.folders as name (name)}
			<li>
				<button
					type="button"
					class="num flex min-h-[28px] w-full items-center gap-2 border-t border-rule py-1 text-left hover:bg-raised"
					onclick={() => void open(shown?.path ? `${shown.path}/${name}` : name)}
				>
					<svg width="12" height="10" viewBox="0 0 12 10" aria-hidden="true"
						><path
							d="M0.7 2.5h3.8l1 1.3h5.8v5.5H0.7z"
							fill="none"
							stroke="currentColor"
							stroke-width="1.2"
						/></svg
					>
					<span class="truncate">{name}</span>
				</button>
			</li>
		{/each}
	</ul>
{/if}
