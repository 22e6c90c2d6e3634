<!-- Reading a cut list: shown first, taken then. -->
<script lang="ts">
	import { opened } from '$lib/state/focus';
	import { form, Problem, sendForm, words, type Schema } from '$lib/api/client';
	import { counted, cutNumber } from '$lib/words';
	import Drop from '$lib/ui/drop/Drop.svelte';

	let {
		production,
		example,
		rate,
		ontaken,
		onclose
	}: {
		production: number;
		example: string;
		rate: string;
		ontaken: (number: number) => void;
		onclose: () => void;
	} = $props();

	let file = $state.raw<File | null>(null);
	let preview = $state.raw<Schema<'CutPreview'> | null>(null);
	let trouble = $state('');
	let busy = $state('');
	// svelte-ignore state_referenced_locally
	let code = $state(example);
	let given = $state('');
	let rateAsked = $state(false);

	const root = $derived(`/productions/${production}/cuts`);
	const body = (chosen: File) =>
		form(chosen, { code_example: code, rate: given.trim() ? given.trim() : null });

	async function show(chosen: File): Promise<void> {
		file = chosen;
		busy = `Reading ${chosen.name} …`;
		trouble = '';
		try {
			preview = await sendForm<Schema<'CutPreview'>>(`${root}/preview`, body(chosen));
		} catch (error) {
			preview = null;
			if (error instanceof Problem && error.body.code === 'rate-needed') {
				rateAsked = true;
				given = rate;
				await again();
				return;
			}
			trouble = words(error);
		} finally {
			busy = '';
		}
	}

	async function again(): Promise<void> {
		if (file) await show(file);
	}

	async function takeIt(): Promise<void> {
		if (!file) return;
		busy = `Storing ${file.name} …`;
		try {
			const taken = await sendForm<Schema<'CutNumber'>>(root, body(file));
			ontaken(taken.number);
		} catch (error) {
			trouble = words(error);
		} finally {
			busy = '';
		}
	}
</script>

<section
	class="border-b border-ink bg-stock px-[22px] py-4"
	aria-label="Read a cut"
	{@attach opened}
>
	<div class="flex items-baseline justify-between pb-2">
		<h2 class="text-head font-semibold">Read a cut</h2>
		<button type="button" class="act" onclick={onclose}>Cancel</button>
	</div>
	<div class="flex flex-wrap items-end gap-5">
		<Drop
			label="OpenTimelineIO (.otio, .otioz) or EDL (CMX 3600, .edl)"
			accept=".otio,.otioz,.edl,.json,.txt"
			onfile={(chosen) => void show(chosen)}
		/>
		<label class="flex flex-col gap-1 text-xs text-ink2">
			An example of a shot's code
			<input class="field num text-ink" size="14" bind:value={code} onchange={() => void again()} />
		</label>
		{#if rateAsked}
			<label class="flex flex-col gap-1 text-xs text-ink2">
				The EDL's rate (the file doesn't state it)
				<input
					class="field num text-ink"
					size="12"
					bind:value={given}
					onchange={() => void again()}
				/>
			</label>
		{/if}
	</div>
	{#if busy}<p role="status" class="pt-3">{busy}</p>{/if}
	{#if trouble}
		<p role="alert" class="pt-3 text-red">
			{file?.name}: {trouble} <span class="text-ink">Nothing was stored.</span>
		</p>
	{/if}
	{#if preview}
		<p class="flex flex-wrap items-baseline gap-x-5 pt-3">
			<strong>{preview.title || file?.name}</strong>
			<span>{preview.form}</span>
			<span class="num"
				>{counted(preview.events.length, 'event')}, {counted(preview.frames, 'frame')}, {preview.length}</span
			>
			<span class="num">{preview.rate} {preview.labels}</span>
			<button type="button" class="act ml-auto" onclick={() => void takeIt()}
				>Read as {cutNumber(preview.next_number).toLowerCase()}</button
			>
		</p>
		{#each preview.notes.slice(0, 6) as note (note)}<p class="text-ink2">{note}</p>{/each}
		<div class="mt-2 max-h-56 overflow-auto bg-sheet" role="region" aria-label="Events">
			<table class="num w-full text-left [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
				<thead class="sticky top-0 bg-sheet text-xs text-ink2">
					<tr
						><th></th><th>Code</th><th>Clip name</th><th>Edit in</th><th class="text-right"
							>Frames</th
						><th>Source in</th><th>Reel</th><th>Speed</th></tr
					>
				</thead>
				<tbody>
					{#each preview.events.slice(0, 400) as event (event.position + event.record_in)}
						<tr class="border-t border-rule/60">
							<td class="text-ink2">{event.position}</td><td class="font-semibold">{event.code}</td
							><td>{event.name}</td>
							<td class="text-blue">{event.record_in}</td><td class="text-right">{event.length}</td>
							<td>{event.source_in}</td><td>{event.reel}</td><td>{event.speed}</td>
						</tr>
					{/each}
				</tbody>
			</table>
			{#if preview.events.length > 400}<p class="p-2 text-ink2">
					and {preview.events.length - 400} more
				</p>{/if}
		</div>
	{/if}
</section>
