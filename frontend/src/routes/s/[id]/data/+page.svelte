<!-- A data file exported under an old count or rate, renumbered. -->
<script lang="ts">
	import { api, sendForm, take, form, words, type Schema } from '$lib/api/client';
	import Busy from '$lib/shell/Busy.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { size } from '$lib/words';
	import Drop from '$lib/ui/drop/Drop.svelte';

	const ASK_EVERY = 150;

	const shot = openShot();
	const path = { shot_id: shot.id };

	let file = $state.raw<Schema<'DataPage'> | null>(null);
	let columns = $state<number[]>([]);
	let was = $state('');
	let rate = $state('');
	let now = $state('');
	let preview = $state.raw<Schema<'Renumbering'> | null>(null);
	let job = $state.raw<Schema<'DataJob'> | null>(null);
	let trouble = $state('');
	let calm = $state('');
	let reading = $state('');
	let asked = 0;

	async function give(chosen: File): Promise<void> {
		reading = `Reading ${chosen.name} …`;
		trouble = calm = '';
		preview = job = null;
		try {
			file = await sendForm<Schema<'DataPage'>>(`/api/shots/${shot.id}/data`, form(chosen));
			columns = [...file.frames];
			const former = file.formers[0];
			was = String(former?.number ?? file.now_number);
			rate = former?.rate ?? file.now_rate;
			now = String(former?.now ?? file.now_number);
			await look();
		} catch (error) {
			file = null;
			trouble = `${chosen.name}: ${words(error)}`;
		} finally {
			reading = '';
		}
	}

	async function look(): Promise<void> {
		if (!file) return;
		const mine = ++asked;
		job = null;
		trouble = '';
		if (!columns.length) {
			preview = null;
			return;
		}
		try {
			const told = await take(
				api.POST('/api/shots/{shot_id}/data/{number}/preview', {
					params: { path: { ...path, number: file.id } },
					body: { columns, was, rate, now }
				})
			);
			if (mine === asked) preview = told;
		} catch (error) {
			if (mine === asked) {
				preview = null;
				trouble = words(error);
			}
		}
	}

	async function renumber(): Promise<void> {
		if (!file) return;
		trouble = calm = '';
		try {
			job = await take(
				api.POST('/api/shots/{shot_id}/data/{number}/put-right', {
					params: { path: { ...path, number: file.id } },
					body: { columns, was, rate, now }
				})
			);
			while (job?.state === 'running') {
				await new Promise((done) => setTimeout(done, ASK_EVERY));
				if (!job) return;
				job = await take(
					api.GET('/api/shots/{shot_id}/data/jobs/{job}', {
						params: { path: { ...path, job: job.id } }
					})
				);
			}
			if (job?.state !== 'done') trouble = job?.message ?? '';
		} catch (error) {
			trouble = words(error);
		}
	}

	async function stop(): Promise<void> {
		if (job) await take(api.DELETE('/api/jobs/{number}', { params: { path: { number: job.id } } }));
	}

	async function asKeys(): Promise<void> {
		if (!file || !shot.head) return;
		try {
			const made = await take(
				api.POST('/api/shots/{shot_id}/data/{number}/keys', {
					params: { path: { ...path, number: file.id } },
					body: { base: shot.head.version, columns }
				})
			);
			shot.hear(made);
			calm = `The shot has ${made.marks.length} keys and markers now; undo takes them back.`;
		} catch (error) {
			trouble = words(error);
		}
	}

	function from(former: Schema<'FormerCount'>): void {
		was = String(former.number);
		now = String(former.now);
		rate = former.rate;
		void look();
	}

	function choose(place: number, on: boolean): void {
		columns = on
			? [...columns, place].sort((a, b) => a - b)
			: columns.filter((each) => each !== place);
		void look();
	}

	const done = $derived(job?.state === 'done' ? job.result : null);
	const shown = $derived(done ?? preview);
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if calm}<Notice calm>{calm}</Notice>{/if}
<main class="min-h-0 grow overflow-y-auto px-[22px] py-4">
	<h2 class="pb-1 text-head font-semibold">Renumber a data file</h2>
	<p class="max-w-[80ch] pb-3 text-sm text-ink2">
		Key times, track points, exposure lists: rows with a frame number in them, exported while this
		shot was counted otherwise or ran at another rate. Only the frame numbers are written anew;
		every other byte stays.
	</p>
	<div class="inline-block">
		<Drop
			label="CSV, or JSON as an array of objects"
			accept=".csv,.tsv,.txt,.json"
			onfile={(chosen) => void give(chosen)}
		/>
	</div>
	{#if reading}<p role="status" class="pt-3">{reading}</p>{/if}
	{#if file}
		<p class="flex flex-wrap items-baseline gap-x-5 pt-4">
			<strong class="num">{file.file_name}</strong>
			<span>{file.form}</span>
			<span class="num">{size(file.bytes)}</span>
		</p>
		<div class="flex flex-wrap items-end gap-x-5 gap-y-2 pt-3">
			<label class="flex flex-col gap-1 text-xs text-ink2">
				Frame in the file
				<input class="field num text-ink" size="8" bind:value={was} oninput={() => void look()} />
			</label>
			<label class="flex flex-col gap-1 text-xs text-ink2">
				is this frame now
				<input class="field num text-ink" size="8" bind:value={now} oninput={() => void look()} />
			</label>
			<label class="flex flex-col gap-1 text-xs text-ink2">
				Rate of the file
				<input class="field num text-ink" size="12" bind:value={rate} oninput={() => void look()} />
			</label>
			<span class="pb-1 text-sm text-ink2"
				>rate of the shot <span class="num text-ink">{file.now_rate}</span></span
			>
			{#if file.formers.length}
				<span class="flex flex-wrap gap-x-4 pb-1 text-sm"
					>as the shot was in
					{#each file.formers.slice(0, 4) as former (former.version)}
						<button type="button" class="act" onclick={() => from(former)}>{former.label}</button>
					{/each}
				</span>
			{/if}
		</div>
		<fieldset class="flex flex-wrap gap-x-5 gap-y-1 pt-3">
			<legend class="text-xs text-ink2"
				>{columns.length
					? 'Columns that hold frames'
					: 'No column is known to hold frames: choose it'}</legend
			>
			{#each file.columns as name, place (place)}
				<label class="num">
					<input
						type="checkbox"
						class="accent-ink"
						checked={columns.includes(place)}
						onchange={(event) => choose(place, event.currentTarget.checked)}
					/>
					{name}
				</label>
			{/each}
		</fieldset>
		{#if job?.state === 'running'}
			<Busy what="Writing, in bytes" done={job.done} total={job.total} onstop={() => void stop()} />
		{/if}
		{#if shown}
			<p class="flex flex-wrap items-baseline gap-x-6 pt-4">
				<span>{shown.sentence}</span>
				{#if done}
					<span class="num">{done.numbers} numbers</span>
					<span class="num {done.merged ? 'font-semibold text-red' : ''}"
						>{done.merged} frames merged</span
					>
					<span>largest rounding <span class="num">{done.rounding}</span></span>
				{/if}
			</p>
			<div class="mt-2 max-w-full overflow-x-auto">
				<table class="num text-left text-[12px] [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
					<thead class="text-xs text-ink2"
						><tr
							>{#each shown.columns as name, place (place)}<th
									class={columns.includes(place) ? 'font-semibold text-ink' : 'font-normal'}
									>{name}</th
								>{/each}</tr
						></thead
					>
					<tbody>
						{#each shown.before as row, at (at)}
							<tr class="border-t border-rule">
								{#each row as value, place (place)}
									<td
										>{#if columns.includes(place) && shown.after[at]?.[place] !== value}<span
												class="text-ink2 line-through">{value}</span
											>
											<strong>{shown.after[at]?.[place]}</strong>{:else}{value}{/if}</td
									>
								{/each}
							</tr>
						{/each}
					</tbody>
				</table>
			</div>
			<p class="flex gap-5 pt-3">
				{#if done}
					<a class="act" href="/api/shots/{shot.id}/data/{done.id}/file" download
						>Save {file.file_name}</a
					>
					<button type="button" class="act" onclick={() => void asKeys()}
						>Make its frames this shot's keys</button
					>
				{:else}
					<button
						type="button"
						class="act"
						disabled={job?.state === 'running'}
						onclick={() => void renumber()}>Renumber {file.file_name}</button
					>
				{/if}
			</p>
		{/if}
	{/if}
</main>
