<!-- One way to store frames: what of the shot it can't hold, what follows from it, and choosing it. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		row,
		shot,
		shotId,
		ontry,
		onseveral
	}: {
		row: Schema<'StorageRow'>;
		/** The shot's code. */
		shot: string;
		shotId: number | null;
		/** Measure this one alone. */
		ontry: () => void;
		/** Choose it for several shots. */
		onseveral: () => void;
	} = $props();

	const typed = $derived({
		stored_as: row.texts,
		...Object.fromEntries(row.follows.map((each) => [each.key, each.texts]))
	});
	const change = $derived(`/s/${shotId}/change?typed=${encodeURIComponent(JSON.stringify(typed))}`);
</script>

<section aria-label={row.name}>
	<h2 class="text-head font-semibold">{row.name}</h2>
	<p class="text-sm text-ink2">
		{row.samples}, {row.chroma}{row.takes ? `; takes ${row.takes}` : ''}.
	</p>
	{#if row.here}<p class="pt-2 text-red">{row.here}</p>{/if}
	<h3 class="pt-3 font-semibold">A frame of {shot}</h3>
	{#if row.measured}
		<p><span class="num">{row.size}</span>, measured on {row.measured}.</p>
		<p class="text-sm text-ink2">
			{row.off
				? `What is seen is off by ${row.off} on average.`
				: 'What is seen comes back as it was.'}
		</p>
	{:else}
		<p>
			At most <span class="num">{row.size}</span>, before it is packed.
			{#if !row.here}<button type="button" class="act" onclick={ontry}>Measure it</button>{/if}
		</p>
	{/if}
	<p>
		{row.total} for the work range; playing it takes {row.needs}{row.plays === null
			? ''
			: row.plays
				? ', which the volume reads'
				: ''}.
		{#if row.plays === false}<strong class="text-red">The volume is too slow for it.</strong>{/if}
	</p>
	<h3 class="pt-3 font-semibold">What of {shot} it can't hold</h3>
	{#each row.unheld as each (each.code)}
		<p class="pb-1 {each.severity === 'stop' ? 'text-red' : ''}">
			{each.words}
			{#if each.beside}<span class="text-ink2">Beside it: {each.beside}.</span>{/if}
		</p>
	{:else}
		<p class="text-ink2">It holds all of it.</p>
	{/each}
	{#if row.follows.length}
		<h3 class="pt-3 font-semibold">What follows, if you like</h3>
		{#each row.follows as each (each.key)}
			<p class="pb-1">
				{each.label}: {each.before} → <strong>{each.after}</strong>
				<span class="text-ink2">since {each.why}</span>
			</p>
		{/each}
	{/if}
	<p class="flex flex-wrap gap-x-4 gap-y-1 pt-3">
		{#if row.chosen}
			<span class="text-ink2">{shot} is stored so.</span>
		{:else if shotId !== null}
			<a class="act" href={change}>See it in {shot} first</a>
		{/if}
		<button type="button" class="act" onclick={onseveral}>Choose it for several shots</button>
	</p>
</section>
