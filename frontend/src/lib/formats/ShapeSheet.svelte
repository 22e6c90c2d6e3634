<!-- Every shape that was found, from one corner and at one scale, so that they can be compared. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		formats,
		selected,
		onselect
	}: {
		formats: Schema<'FormatLine'>[];
		selected: string;
		onselect: (name: string) => void;
	} = $props();

	const WIDE = 404;
	const TALL = 320;
	const EDGE = 12;
	const LABELS = 26;

	const widest = $derived(Math.max(1, ...formats.map((each) => each.width)));
	const tallest = $derived(Math.max(1, ...formats.map((each) => each.height)));
	const scale = $derived(Math.min((WIDE - 2 * EDGE) / widest, (TALL - EDGE - LABELS) / tallest));
	const floor = $derived(LABELS + tallest * scale);

	// Formats of one shape and size are one outline; the larger lie below.
	const shapes = $derived.by(() => {
		const seen = new Map<string, { width: number; height: number; names: string[] }>();
		for (const each of formats) {
			const key = `${each.width}x${each.height}`;
			const known = seen.get(key);
			if (known) known.names.push(each.name);
			else seen.set(key, { width: each.width, height: each.height, names: [each.name] });
		}
		return [...seen.values()].sort((a, b) => b.width * b.height - a.width * a.height);
	});
	const mine = $derived(formats.find((each) => each.name === selected));
</script>

<svg
	viewBox="0 0 {WIDE} {floor + EDGE}"
	class="w-full"
	role="img"
	aria-label="{shapes.length} shapes at one scale{mine ? `; selected ${mine.name}` : ''}"
>
	{#each shapes as shape (`${shape.width}x${shape.height}`)}
		<!-- A pointer may pick a shape here; the list beside it does the same by keyboard. -->
		<rect
			x={EDGE}
			y={floor - shape.height * scale}
			width={shape.width * scale}
			height={shape.height * scale}
			fill="var(--raised)"
			fill-opacity="0.25"
			stroke="var(--ink2)"
			stroke-opacity="0.6"
			role="presentation"
			onclick={() => onselect(shape.names[0]!)}
		>
			<title>{shape.names.join(', ')}</title>
		</rect>
	{/each}
	{#if mine}
		<rect
			x={EDGE}
			y={floor - mine.height * scale}
			width={mine.width * scale}
			height={mine.height * scale}
			fill="var(--raised)"
			stroke="var(--ink)"
			stroke-width="2"
			pointer-events="none"
			data-selected
		/>
		<text x={EDGE} y="15">{mine.name} · {mine.shown}</text>
	{/if}
</svg>

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(11px * var(--k));
		fill: var(--ink);
	}
</style>
