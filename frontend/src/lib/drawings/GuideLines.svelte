<!-- Guides over a canvas: safe areas, thirds, fields, centre, and masks with what they leave out. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		guides,
		canvas,
		named = false,
		all = false
	}: {
		guides: Schema<'GuideLine'>[];
		canvas: Schema<'Rect'>;
		named?: boolean;
		all?: boolean;
	} = $props();

	/** Lines that divide a rectangle into columns and rows counted from its middle. */
	function grid(rect: Schema<'Rect'>, columns: number, rows: number): string {
		const wide = rect.width / columns;
		const tall = rect.height / rows;
		let d = '';
		for (let i = 1; i < columns; i++) d += `M${rect.x + i * wide} ${rect.y}v${rect.height}`;
		const middle = rect.y + rect.height / 2;
		const first = rows % 2 === 1 && Number.isInteger(rows) ? 0.5 : 0;
		for (let i = first; i < rows / 2; i++) {
			d += `M${rect.x} ${middle + i * tall}h${rect.width}`;
			if (i) d += `M${rect.x} ${middle - i * tall}h${rect.width}`;
		}
		return d;
	}

	// Away from the guides' own row only the quiet ones are drawn.
	const drawn = $derived(
		guides.filter((guide) => all || ['action', 'title', 'centre'].includes(guide.kind))
	);
	const masks = $derived(drawn.filter((guide) => guide.kind === 'mask'));
</script>

<g class="guides">
	{#each drawn as guide, i (i)}
		{#if guide.kind === 'thirds' || guide.kind === 'fields'}
			<path d={grid(guide.rect, guide.columns, guide.rows)} class:faint={guide.kind === 'fields'} />
		{:else if guide.kind === 'centre'}
			<path
				d="M{guide.rect.x + guide.rect.width / 2 - 7} {guide.rect.y +
					guide.rect.height / 2}h14m-7 -7v14"
			/>
		{:else if guide.kind === 'mask'}
			<rect {...guide.rect} class="mask" data-mask={guide.name} />
		{:else}
			<rect {...guide.rect} stroke-dasharray={guide.kind === 'title' ? '4 4' : undefined} />
		{/if}
	{/each}
	{#if named}
		{#each masks as guide, i (i)}
			{@const wide = guide.rect.width >= canvas.width - 0.5}
			<text
				x={wide ? guide.rect.x + 5 + i * 46 : guide.rect.x + guide.rect.width / 2}
				y={wide ? guide.rect.y + 12 : guide.rect.y + guide.rect.height - 6 - i * 13}
				text-anchor={wide ? 'start' : 'middle'}>{guide.name}</text
			>
		{/each}
	{/if}
</g>

<style>
	.guides :is(path, rect) {
		fill: none;
		stroke: var(--blueline);
		stroke-width: 1;
	}
	.guides .faint {
		stroke-opacity: 0.45;
	}
	.guides .mask {
		stroke: var(--ink);
	}
	text {
		font-family: var(--font-figures);
		font-size: calc(11px * var(--k));
		fill: var(--ink);
	}
</style>
