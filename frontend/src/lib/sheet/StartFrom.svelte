<!-- Take values from something: a format, another shot's groups, the header of a file. -->
<script lang="ts">
	import FramingList from '$lib/change/FramingList.svelte';
	import GroupTicks from '$lib/change/GroupTicks.svelte';
	import { goto } from '$app/navigation';
	import { createQuery } from '@tanstack/svelte-query';
	import { words, type Schema } from '$lib/api/client';
	import { productionQuery } from '$lib/api/production-queries';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { openShot } from '$lib/shot/open.svelte';

	let { onclose }: { onclose: () => void } = $props();

	const shot = openShot();
	let other = $state('');
	let groups = $state<string[]>(['canvas', 'picture', 'colour']);
	let volume = $state('');
	let folder = $state('');
	let found = $state.raw<Schema<'FolderEntry'>[]>([]);
	let wrong = $state('');

	const production = createQuery(() => ({
		...productionQuery(shot.head?.production_id ?? 0),
		enabled: shot.head !== undefined
	}));
	const lines = $derived(
		(production.data?.lines ?? []).filter(
			(line) => line.shot_id !== null && line.shot_id !== shot.id
		)
	);
	const trouble = $derived(wrong || (production.error ? words(production.error) : ''));

	function copy(): void {
		const from = lines.find((line) => line.code === other);
		if (!from?.shot_id) {
			wrong = other ? `${other} isn't set up in this production.` : 'Choose a shot to copy from.';
			return;
		}
		const query = new URLSearchParams([
			['from', String(from.shot_id)],
			...groups.map((group) => ['group', group])
		]);
		void goto(`/s/${shot.id}/change?${query}`);
	}

	function header(name: string): void {
		const query = new URLSearchParams({ volume, path: folder, file: name });
		void goto(`/s/${shot.id}/change?${query}`);
	}

	function focused(input: HTMLElement): void {
		input.focus();
	}
</script>

<section class="border-b border-rule bg-stock px-4 py-3" aria-label="Start from something">
	<div class="flex items-baseline gap-4">
		<h2 class="font-semibold">Take values from something</h2>
		<span class="text-sm text-ink2">What it would change is shown first.</span>
		<a
			class="act ml-auto"
			href="/formats?shot={shot.id}&code={encodeURIComponent(shot.head?.code ?? '')}"
			>A format of the library …</a
		>
		<button type="button" class="act" onclick={onclose}>Close</button>
	</div>
	{#if trouble}<p role="alert" class="pt-1 text-sm text-red">{trouble}</p>{/if}
	<div class="grid grid-cols-2 gap-x-6 pt-2 text-sm tight:block">
		<div>
			<label class="flex items-center gap-2">
				<span class="font-medium">Another shot</span>
				<input
					class="field num"
					size="14"
					list="other-shots"
					aria-label="Another shot"
					bind:value={other}
					{@attach focused}
					onkeydown={(event) => event.key === 'Enter' && copy()}
				/>
				<datalist id="other-shots">
					{#each lines as line (line.code)}<option value={line.code}>{line.title}</option>{/each}
				</datalist>
			</label>
			<GroupTicks bind:groups />
			<button type="button" class="act" disabled={!groups.length} onclick={copy}
				>See what it would change …</button
			>
		</div>
		<div>
			<FramingList
				onuse={(texts) =>
					void goto(
						`/s/${shot.id}/change?${new URLSearchParams({ typed: JSON.stringify(texts) })}`
					)}
			/>
			<p class="pt-1.5 font-medium">The header of a file on disk</p>
			<FolderPicker
				purpose="for elements"
				bind:volume
				bind:path={folder}
				onopen={(page) => (found = page.found)}
			/>
			<ul class="max-h-32 overflow-y-auto">
				{#each found as each (each.name)}
					<li>
						<button type="button" class="num act text-xs" onclick={() => header(each.name)}
							>{each.name}</button
						>
						<span class="text-xs text-ink2">{each.kind}, {each.files}</span>
					</li>
				{/each}
			</ul>
		</div>
	</div>
</section>
