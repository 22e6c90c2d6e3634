<!-- Every layer of an element's files: a small picture of each, and what its pixels come to. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { API, api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { layersQuery } from '$lib/api/element-queries';
	import { client } from '$lib/api/query-client';
	import Busy from '$lib/shell/Busy.svelte';
	import { workWords } from '$lib/words';

	let {
		shot,
		linked,
		frame
	}: {
		shot: number;
		linked: Schema<'LinkedElement'>;
		/** The shot's frame that is looked at; null for the middle of the cut. */
		frame: number | null;
	} = $props();

	const query = $derived(layersQuery(shot, linked.id, frame, linked.at));
	const layers = createQuery(() => query);
	const page = $derived(layers.data);
	let chosen = $state('');
	const selected = $derived(page?.layers.find((each) => each.key === chosen));

	const address = () => `/shots/${shot}/layer-jobs`;
	const looking = new FollowedJob<Schema<'LayerJob'>>(address());

	async function lookAtAll(): Promise<void> {
		const params = { path: { shot_id: shot } };
		const body = { element: linked.id };
		await looking.follow(() =>
			take(api.POST('/api/v1/shots/{shot_id}/layer-jobs', { params, body }))
		);
		if (looking.state?.state === 'done') await client.invalidateQueries(query);
	}

	const picture = (key: string) => `${API}/layer-pictures/${key}`;
</script>

<section aria-label="Layers of {linked.name}" class="pb-3">
	<div class="flex flex-wrap items-baseline gap-x-3">
		<h3 class="font-semibold">Layers</h3>
		{#if page}<span class="text-xs text-ink2" data-looked>{page.words}</span>{/if}
		{#if page && page.looked_at < page.frames && linked.line.kind !== 'movie'}
			<button type="button" class="act ml-auto text-xs" onclick={() => void lookAtAll()}
				>Look at {page.frames === 2 ? 'both frames' : `all ${page.frames} frames`}</button
			>
		{/if}
	</div>
	{#if layers.error}<p role="alert" class="text-red">{words(layers.error)}</p>{/if}
	{#if looking.trouble}<p role="alert" class="text-red">{looking.trouble}</p>{/if}
	{#if looking.state && looking.busy}
		<Busy
			what={workWords(looking.state, 'Looking at every frame')}
			done={looking.state.done}
			total={looking.state.total}
			onstop={() => void looking.stop()}
		/>
	{:else if looking.state?.message}<p>{looking.state.message}</p>{/if}
	<ul class="grid grid-cols-3 gap-x-2 gap-y-2 pt-1.5">
		{#each page?.layers ?? [] as layer (layer.key)}
			<li>
				<button
					type="button"
					class="block w-full text-left"
					aria-pressed={chosen === layer.key}
					onclick={() => (chosen = chosen === layer.key ? '' : layer.key)}
				>
					<span class="tile block" class:empty={layer.empty} class:chosen={chosen === layer.key}>
						{#if layer.picture && !layer.empty}
							<img src={picture(layer.picture)} alt="" class="block w-full" />
						{/if}
					</span>
					<span class="flex items-baseline justify-between gap-1">
						<span class="truncate font-semibold" title={layer.key}>{layer.name}</span>
						<span class="num shrink-0 text-fine" class:text-red={layer.empty || layer.bad}
							>{layer.problem ? 'not read' : layer.empty ? 'empty' : layer.span}</span
						>
					</span>
				</button>
				{#if layer.view}<p class="text-xs text-ink2">{layer.view} view</p>{/if}
				{#if layer.bad}<p class="text-xs text-red">{layer.bad}</p>{/if}
				{#if layer.missing}<p class="text-xs text-red">{layer.missing}</p>{/if}
				{#if layer.problem}<p class="text-xs text-red">{layer.problem}</p>{/if}
			</li>
		{/each}
	</ul>
	{#if selected}
		<div class="mt-2 border-t border-ink pt-1.5" data-layer={selected.key}>
			<p>
				<span class="num font-semibold">{selected.key}</span>
				<span class="text-ink2">
					{selected.kind === 'colour' ? 'colour' : `${selected.kind}, not colour managed`}
					· {selected.type}{selected.shown ? ` · shown with ${selected.shown}` : ''}
				</span>
			</p>
			<table class="num w-full text-right text-fine">
				<thead>
					<tr class="text-ink2">
						<th class="text-left font-normal">channel</th>
						<th class="font-normal">least</th>
						<th class="font-normal">greatest</th>
						<th class="font-normal">mean</th>
						<th class="font-normal">not zero</th>
					</tr>
				</thead>
				<tbody>
					{#each selected.channels as channel (channel.name)}
						<tr>
							<td class="text-left font-semibold">{channel.name}</td>
							<td>{channel.least}</td>
							<td>{channel.greatest}</td>
							<td>{channel.mean}</td>
							<td>{channel.filled}</td>
						</tr>
					{/each}
				</tbody>
			</table>
		</div>
	{/if}
</section>

<style>
	.tile {
		aspect-ratio: 16 / 9;
		overflow: hidden;
		background: var(--mid);
		border: 1px solid transparent;
	}
	.tile.empty {
		background: repeating-linear-gradient(
			135deg,
			var(--stock) 0 5px,
			color-mix(in srgb, var(--red) 55%, var(--stock)) 5px 6px
		);
		border-color: var(--red);
	}
	.tile.chosen {
		outline: 2px solid var(--ink);
	}
</style>
