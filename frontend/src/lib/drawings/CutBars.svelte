<!-- A shot's cut in blue over its frames on disk in ink, at the scale of the whole cut. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		bars,
		length,
		longest,
		width = 150
	}: { bars: Schema<'CutBars'> | null; length: number; longest: number; width?: number } = $props();

	const scale = $derived(width / Math.max(1, longest));
	const head = $derived(bars ? Math.max(0, -Math.min(bars.work.first, bars.cut.first)) : 0);
	const wide = (run: Schema<'FrameRange'>) => Math.max(1, (run.last - run.first + 1) * scale);
	const left = (run: Schema<'FrameRange'>) => (run.first + head) * scale;
</script>

<svg {width} height="16" aria-hidden="true" class="overflow-visible">
	{#if bars}
		<rect x={left(bars.cut)} width={wide(bars.cut)} y="1" height="6" fill="var(--blueline)" />
		{#each bars.disk as run, i (i)}
			<rect x={left(run)} width={wide(run)} y="9" height="5" fill="var(--ink)" />
		{:else}
			<rect
				x={left(bars.work)}
				width={wide(bars.work)}
				y="9.5"
				height="4"
				fill="none"
				stroke="var(--ink2)"
				stroke-dasharray="2 2"
			/>
		{/each}
		{#each bars.missing as run, i (i)}
			<rect
				x={left(run)}
				width={Math.max(2, wide(run))}
				y="9"
				height="5"
				fill="none"
				stroke="var(--red)"
				stroke-width="1.2"
			/>
		{/each}
	{:else}
		<rect width={Math.max(1, length * scale)} y="1" height="6" fill="var(--blueline)" />
	{/if}
</svg>
