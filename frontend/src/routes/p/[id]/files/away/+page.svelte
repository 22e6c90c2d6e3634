<!-- Putting a production or a shot away as one archive, and deleting it into the bin. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { archiveQuery, deletionQuery } from '$lib/api/files-queries';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { productionQuery } from '$lib/api/production-queries';
	import { volumesQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import FilesParts from '$lib/files/FilesParts.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { counted, workWords } from '$lib/words';

	const ALL = '';
	const id = $derived(Number(page.params.id));
	const params = $derived({ path: { production_id: id } });
	let code = $state(ALL);
	let volume = $state('');
	let folder = $state('archives');
	let media = $state(false);
	let wrong = $state('');
	let done = $state('');

	const production = createQuery(() => productionQuery(id));
	const volumes = createQuery(volumesQuery);
	const shot = $derived(code === ALL ? null : code);
	const where = $derived(volume || volumes.data?.[0] || '');
	const plan = createQuery(() => archiveQuery(id, shot, where, folder));
	const deletion = createQuery(() => deletionQuery(id, shot));
	const said = $derived(plan.data);
	const goes = $derived(deletion.data);
	const codes = $derived(
		production.data?.lines.filter((line) => line.shot_id !== null).map((line) => line.code) ?? []
	);

	const writing = new FollowedJob<Schema<'ArchiveJob'>>(
		`/productions/${page.params.id}/archive-jobs`
	);

	async function putAway(): Promise<void> {
		wrong = done = '';
		await writing.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/archive-jobs', {
					params,
					body: { shot, volume: where, folder, media }
				})
			)
		);
		const state = writing.state;
		if (state?.made) done = `${state.made.path}: ${state.made.words}.`;
		else wrong = writing.trouble || state?.message || '';
		await client.invalidateQueries({ queryKey: ['production', id, 'archive'] });
	}

	async function throwAway(): Promise<void> {
		wrong = done = '';
		try {
			await take(
				api.POST('/api/v1/productions/{production_id}/archive/throw-away', {
					params,
					body: { shot, volume: where, folder }
				})
			);
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id, 'archive'] });
	}

	async function remove(): Promise<void> {
		if (!goes) return;
		wrong = done = '';
		const whole = shot === null;
		const line = production.data?.lines.find((each) => each.code === shot);
		try {
			await take(
				api.POST('/api/v1/productions/{production_id}/deletion', {
					params,
					body: { shot, seen: goes.seen }
				})
			);
		} catch (error) {
			wrong = words(error);
			await client.invalidateQueries({ queryKey: ['production', id, 'deletion'] });
			return;
		}
		const gone = whole
			? (production.data?.lines ?? []).map((each) => each.shot_id)
			: [line?.shot_id ?? null];
		for (const each of gone) if (each !== null) spines.close({ kind: 'shot', id: each });
		done = `${goes.what} is in the bin.`;
		code = ALL;
		if (whole) {
			spines.close({ kind: 'production', id });
			await goto('/away');
		}
		await client.invalidateQueries();
	}
</script>

<FilesParts />
{#if wrong || plan.error}<Notice>{wrong || words(plan.error)}</Notice>{/if}
{#if done}<Notice calm>{done} <a class="act" href="/away">See what was put away</a></Notice>{/if}
<main class="min-h-0 grow overflow-y-auto px-[22px] py-3">
	<div class="grid max-w-[1100px] grid-cols-2 gap-x-12 tight:block">
		<section aria-label="Putting away">
			<h2 class="pb-2 text-head font-semibold">Put away as one archive</h2>
			<div class="grid grid-cols-[90px_1fr] items-center gap-y-2">
				<label for="what">What</label>
				<span
					><select id="what" class="field" bind:value={code}>
						<option value={ALL}>{production.data?.title ?? ''}, all of it</option>
						{#each codes as each (each)}<option>{each}</option>{/each}
					</select></span
				>
				<label for="volume">Where to</label>
				<span class="flex items-center gap-2">
					<select
						id="volume"
						class="field"
						value={where}
						onchange={(event) => (volume = event.currentTarget.value)}
					>
						{#each volumes.data ?? [] as each (each)}<option>{each}</option>{/each}
					</select>
					<input
						class="field num min-w-0 grow"
						aria-label="Folder"
						placeholder="its root"
						bind:value={folder}
					/>
				</span>
				<span>Media</span>
				<label class="flex items-center gap-2"
					><input type="checkbox" bind:checked={media} /> {said?.media ?? ''}</label
				>
			</div>
			{#if said}
				<h3 class="pt-3 font-semibold">{said.name} holds</h3>
				<ul>
					{#each said.holds as each (each)}<li class="border-t border-rule py-0.5">
							{each}
						</li>{/each}
					{#if media}<li class="border-t border-rule py-0.5">{said.media}</li>{/if}
				</ul>
				<p class="pt-1 text-sm text-ink2">
					With the SHA-256 of every file. It takes its name once it is whole and was read again.
				</p>
				{#if said.missing.length}
					<details class="pt-1" open={media}>
						<summary>{counted(said.missing.length, 'link')} without files</summary>
						{#each said.missing as each (each)}<p class="num text-fine break-all">
								{each}
							</p>{/each}
					</details>
				{/if}
				{#if said.free && media}<p class="pt-1 text-red">{said.free}</p>{/if}
				<p class="flex flex-wrap items-baseline gap-x-5 pt-3">
					{#if writing.busy}
						<span
							>{workWords(
								writing.state!,
								`${writing.state?.done} of ${writing.state?.total} MB written and read again`
							)}</span
						>
						<button type="button" class="act" onclick={() => void writing.stop()}>Stop</button>
					{:else if said.there}
						<span class="text-ink2">{said.name} stands there: another goes to another folder.</span>
					{:else}
						<button type="button" class="act" disabled={!where} onclick={() => void putAway()}
							>{said.unfinished !== null ? 'Go on writing' : 'Write'} {said.name}</button
						>
						{#if said.unfinished !== null}
							<span
								>{counted(said.unfinished, 'file')} of it were written before it was stopped.</span
							>
							<button type="button" class="act" onclick={() => void throwAway()}
								>Throw those away</button
							>
						{/if}
					{/if}
				</p>
			{/if}
		</section>
		<section aria-label="Deleting">
			<h2 class="pb-2 text-head font-semibold">Delete {goes?.what ?? ''}</h2>
			{#if goes}
				<h3 class="font-semibold">What goes into the bin</h3>
				<ul>
					{#each goes.goes as each (each)}<li class="border-t border-rule py-0.5">{each}</li>{/each}
				</ul>
				<h3 class="pt-3 font-semibold">What stays on disk</h3>
				<ul>
					{#each goes.stays as each (each)}<li class="border-t border-rule py-0.5">
							{each}
						</li>{/each}
				</ul>
				<p class="pt-1 text-sm text-ink2">
					The bin keeps it until it is emptied; it can be taken out again as it was.
				</p>
				<p class="pt-3">
					<button type="button" class="act" onclick={() => void remove()}
						>Put {goes.what} into the bin</button
					>
				</p>
			{/if}
		</section>
	</div>
</main>
