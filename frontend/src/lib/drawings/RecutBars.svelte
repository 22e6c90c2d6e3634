<!-- A shot's source in the former cut and in the later one, on one scale of the same frames. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	type Stretch = Schema<'RecutStretch'>;

	let {
		before,
		after,
		longest,
		width = 150
	}: { before: Stretch | null; after: Stretch | null; longest: number; width?: number } = $props();

	const scale = $derived(width / (longest + 1));
	const wide = (run: Stretch) => Math.max(1.5, (run.last - run.first + 1) * scale);

	/** What the later cut shows that the former didn't. */
	const gained = $derived.by(() => {
		if (!before || !after) return [];
		const found: Stretch[] = [];
		if (after.first < before.first)
			found.push({ first: after.first, last: Math.min(after.last, before.first - 1) });
		if (after.last > before.last)
			found.push({ first: Math.max(after.first, before.last + 1), last: after.last });
		return found;
	});
</script>

<svg {width} height="18" aria-hidden="true" class="overflow-visible">
	{#if before}
		<rect
			x={before.first * scale}
			width={wide(before)}
			y="2.5"
			height="4"
			fill="none"
			stroke="var(--ink2)"
		/>
	{/if}
	{#if after}
		<rect x={after.first * scale} width={wide(after)} y="9" height="7" fill="var(--blueline)" />
		{#each gained as run (run.first)}
			<rect x={run.first * scale} width={wide(run)} y="9" height="7" fill="var(--ink)" />
		{/each}
	{/if}
</svg>
