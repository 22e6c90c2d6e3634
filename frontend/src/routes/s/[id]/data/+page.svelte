<!-- A data file exported under an old count or rate, renumbered. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { API, api, sendForm, take, form, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { heard } from '$lib/api/shot-queries';
	import { renumberingQuery } from '$lib/api/element-queries';
	import OldCountFields from '$lib/data/OldCountFields.svelte';
	import RowsTable from '$lib/data/RowsTable.svelte';
	import Busy from '$lib/shell/Busy.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { counted, size, workWords } from '$lib/words';
	import Drop from '$lib/ui/drop/Drop.svelte';

	const shot = openShot();

	let file = $state.raw<Schema<'DataPage'> | null>(null);
	let old = $state<Required<Schema<'OldCount'>>>({
		columns: [],
		lengths: [],
		leaves: false,
		was: '',
		rate: '',
		now: ''
	});
	let wrong = $state('');
	let calm = $state('');
	let reading = $state('');

	const job = new FollowedJob<Schema<'DataJob'>>(`/shots/${shot.id}/data-jobs`);
	const asked = $derived($state.snapshot(old));
	const preview = createQuery(() => renumberingQuery(shot.id, file?.id ?? null, asked));
	const done = $derived(job.state?.state === 'done' ? job.state.result : null);
	const shown = $derived(done ?? (old.columns.length && file ? preview.data : undefined));
	const trouble = $derived(
		wrong ||
			job.trouble ||
			(job.state && !job.busy && !done ? job.state.message : '') ||
			(file && old.columns.length && preview.error ? words(preview.error) : '')
	);

	// Another count is another renumbering: what came of the last one isn't of it.
	$effect(() => {
		void asked;
		return () => job.forget();
	});

	const ofFile = (number: number) => ({ path: { shot_id: shot.id, number } });

	async function give(chosen: File): Promise<void> {
		reading = `Reading ${chosen.name} …`;
		wrong = calm = '';
		job.forget();
		try {
			const given = await sendForm<Schema<'DataPage'>>(
				`/shots/${shot.id}/data-files`,
				form(chosen)
			);
			const former = given.formers[0];
			old = {
				columns: [...given.frames],
				lengths: [...given.lengths],
				leaves: false,
				was: String(former?.number ?? given.now_number),
				rate: former?.rate ?? given.now_rate,
				now: String(former?.now ?? given.now_number)
			};
			file = given;
		} catch (error) {
			file = null;
			wrong = `${chosen.name}: ${words(error)}`;
		} finally {
			reading = '';
		}
	}

	async function renumber(): Promise<void> {
		if (!file) return;
		wrong = calm = '';
		const address = '/api/v1/shots/{shot_id}/data-files/{number}/renumber';
		const params = ofFile(file.id);
		await job.follow(() => take(api.POST(address, { params, body: asked })));
	}

	async function asKeys(): Promise<void> {
		if (!file || !shot.head) return;
		try {
			const made = await take(
				api.POST('/api/v1/shots/{shot_id}/data-files/{number}/keys', {
					params: ofFile(file.id),
					body: { base: shot.head.version, columns: old.columns, leaves: old.leaves }
				})
			);
			heard(shot.id, made);
			calm = `The shot has ${made.marks.length} keys and markers now; undo takes them back.`;
		} catch (error) {
			wrong = words(error);
		}
	}
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if calm}<Notice calm>{calm}</Notice>{/if}
<main class="min-h-0 grow overflow-y-auto px-[22px] py-4">
	<h2 class="pb-1 text-head font-semibold">Renumber a data file</h2>
	<p class="max-w-[80ch] pb-3 text-sm text-ink2">
		Key times, track points, exposure lists: rows with a frame number in them, exported while this
		shot was counted otherwise or ran at another rate. Only the frame numbers are written anew;
		everything else is left as it was.
	</p>
	<div class="inline-block">
		<Drop
			label="CSV, columns between spaces, or JSON"
			accept=".csv,.tsv,.txt,.dat,.json,.jsonl,.ndjson"
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
		<OldCountFields {file} bind:old />
		{#if job.state && job.busy}
			<Busy
				what={workWords(job.state, 'Writing, in bytes')}
				done={job.state.done}
				total={job.state.total}
				onstop={() => void job.stop()}
			/>
		{/if}
		{#if shown}
			<p class="flex flex-wrap items-baseline gap-x-6 pt-4">
				<span>{shown.sentence}</span>
				{#if done}
					<span class="num">{counted(done.numbers, 'number')}</span>
					<span class="num {done.merged ? 'font-semibold text-red' : ''}"
						>{counted(done.merged, 'frame')} merged</span
					>
					<span>largest rounding <span class="num">{done.rounding}</span></span>
				{/if}
			</p>
			{#if shown.problem}<p role="alert" class="pt-1 text-red">{shown.problem}</p>{/if}
			<RowsTable {shown} columns={[...old.columns, ...old.lengths]} />
			<p class="flex gap-5 pt-3">
				{#if done}
					<a class="act" href="{API}/shots/{shot.id}/data-files/{done.id}/file" download
						>Save {file.file_name}</a
					>
					<button type="button" class="act" onclick={() => void asKeys()}
						>Make its frames this shot's keys</button
					>
				{:else}
					<button type="button" class="act" disabled={job.busy} onclick={() => void renumber()}
						>Renumber {file.file_name}</button
					>
				{/if}
			</p>
		{/if}
	{/if}
</main>
