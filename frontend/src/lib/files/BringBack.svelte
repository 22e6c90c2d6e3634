<!-- An archive that was opened: what is in it, where its volumes are here, and bringing it back. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { volumesQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import { clock, counted, workWords } from '$lib/words';

	let {
		arrival,
		archive,
		onclose
	}: {
		/** The number that it was opened under. */
		arrival: number;
		archive: Schema<'ArchivePage'>;
		onclose: () => void;
	} = $props();

	const NEW = 0;
	const volumes = createQuery(volumesQuery);
	// svelte-ignore state_referenced_locally
	let chosen = $state<Record<string, string>>(
		Object.fromEntries(archive.volumes.map((each) => [each.name, each.here]))
	);
	// svelte-ignore state_referenced_locally
	let title = $state(archive.free_title || archive.title);
	// svelte-ignore state_referenced_locally
	let into = $state(archive.what === 'shot' && archive.into !== null ? archive.into : NEW);
	// svelte-ignore state_referenced_locally
	let codes = $state<Record<string, string>>(
		Object.fromEntries(
			archive.shots.filter((each) => each.free).map((each) => [each.code, each.free])
		)
	);
	let media = $state(true);
	let wrong = $state('');
	const asked = $derived(
		archive.volumes.filter((each) => each.files && media && !chosen[each.name])
	);
	const isShot = $derived(archive.what === 'shot');

	// svelte-ignore state_referenced_locally
	const bringing = new FollowedJob<Schema<'ReturnJob'>>(`/arrivals/${arrival}/jobs`);
	const came = $derived(bringing.state?.returned);

	async function bring(): Promise<void> {
		wrong = '';
		await bringing.follow(() =>
			take(
				api.POST('/api/v1/arrivals/{arrival_id}/jobs', {
					params: { path: { arrival_id: arrival } },
					body: {
						volumes: Object.fromEntries(Object.entries(chosen).filter(([, here]) => here)),
						title: into === NEW ? title : '',
						into: into === NEW ? null : into,
						codes: into === NEW ? {} : codes,
						media
					}
				})
			)
		);
		wrong = bringing.trouble || (bringing.state?.state === 'failed' ? bringing.state.message : '');
		if (bringing.state?.returned) await client.invalidateQueries();
	}

	const open = () => came && goto(came.shot === null ? `/p/${came.production}` : `/s/${came.shot}`);
</script>

<section class="border-t border-ink pt-2" aria-label="The archive">
	<p class="flex flex-wrap items-baseline gap-x-4">
		<strong class="text-head"
			>{isShot ? `${archive.shots[0]?.code} of ${archive.title}` : archive.title}</strong
		>
		<span class="text-ink2">put away by {archive.who}, {clock(archive.at)}</span>
		<span
			>{counted(archive.shots.length, 'shot')}{archive.media
				? `, ${archive.media}`
				: ', no media'}</span
		>
		<button type="button" class="act ml-auto" onclick={onclose}>Cancel</button>
	</p>
	<p class="num pt-1 text-xs text-ink2" aria-label="Shots in it">
		{archive.shots
			.slice(0, 24)
			.map((each) => each.code)
			.join('  ')}{archive.shots.length > 24 ? `  and ${archive.shots.length - 24} more` : ''}
	</p>
	{#if archive.older}<p class="pt-1">{archive.older}</p>{/if}
	{#if archive.besides}
		<p class="pt-1 text-red">
			{counted(archive.besides, 'file')} in it that its manifest doesn't name: they stay out.
		</p>
	{/if}
	<div class="grid grid-cols-[150px_1fr] items-center gap-y-1.5 pt-2">
		{#if isShot}
			<label for="into">Into</label>
			<span
				><select id="into" class="field" bind:value={into}>
					<option value={NEW}>a production of its own</option>
					{#each archive.productions as each (each.id)}
						<option value={each.id}>{each.title}</option>
					{/each}
				</select></span
			>
		{/if}
		{#if into === NEW}
			<label for="title">Called</label>
			<span class="flex items-center gap-3">
				<input
					id="title"
					class="field w-[calc(260px*var(--k))]"
					bind:value={title}
					maxlength="120"
				/>
				{#if archive.free_title}<span class="text-sm text-ink2"
						>there is a production “{archive.title}” here already</span
					>{/if}
			</span>
		{:else}
			{#each archive.shots.filter((each) => each.free) as each (each.code)}
				<label for="code-{each.code}">{each.code} is called</label>
				<span class="flex items-center gap-3">
					<input
						id="code-{each.code}"
						class="field num w-[calc(160px*var(--k))]"
						bind:value={codes[each.code]}
					/>
					<span class="text-sm text-ink2">since {each.code} is there already</span>
				</span>
			{/each}
		{/if}
		{#each archive.volumes as each (each.name)}
			<label for="volume-{each.name}">What lay on {each.name}</label>
			<span class="flex items-center gap-3">
				<select id="volume-{each.name}" class="field" bind:value={chosen[each.name]}>
					<option value="">stays unknown here</option>
					{#each volumes.data ?? [] as here (here)}<option>{here}</option>{/each}
				</select>
				<span class="text-sm text-ink2">{each.words}</span>
			</span>
		{/each}
		{#if archive.media}
			<span>Media</span>
			<label class="flex items-center gap-2"
				><input type="checkbox" bind:checked={media} /> write {archive.media}; nothing that is there
				is replaced</label
			>
		{/if}
	</div>
	{#if wrong}<p class="pt-2 text-red" role="alert">{wrong}</p>{/if}
	<p class="flex flex-wrap items-baseline gap-x-5 py-3">
		{#if bringing.busy}
			<span
				>{workWords(
					bringing.state!,
					`${bringing.state?.done} of ${bringing.state?.total} MB`
				)}</span
			>
			<button type="button" class="act" onclick={() => void bringing.stop()}>Stop</button>
		{:else if came}
			<strong>{came.words}.</strong>
			<button type="button" class="act" onclick={() => void open()}>Open it</button>
		{:else}
			<button type="button" class="act" disabled={asked.length > 0} onclick={() => void bring()}
				>Bring it back</button
			>
			{#if asked.length}<span class="text-ink2"
					>Choose where what lay on {asked.map((each) => each.name).join(', ')} goes.</span
				>{/if}
		{/if}
	</p>
	{#each came?.left ?? [] as each (each)}<p class="num text-fine text-red">{each}</p>{/each}
	{#if came && came.all_left > came.left.length}
		<p class="text-red">and {came.all_left - came.left.length} more.</p>
	{/if}
</section>
