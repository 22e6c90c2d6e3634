<!-- The canvases of all sides at one scale, each over the outline of the first. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { sides }: { sides: readonly Schema<'BesideSide'>[] } = $props();

	const WIDE = 1200;
	const GAP = 36;
	const ROOM = 44;
	const TALL = 230;

	const scale = $derived.by(() => {
		const all = sides.reduce((sum, side) => sum + side.width, 0);
		const highest = Math.max(...sides.map((side) => side.height));
		return Math.min((WIDE - GAP * (sides.length + 1)) / all, TALL / highest);
	});
	const tall = $derived(Math.max(...sides.map((side) => side.height)) * scale);
	const placed = $derived.by(() => {
		let x = GAP;
		return sides.map((side) => {
			const at = { side, x, width: side.width * scale, height: side.height * scale };
			x += at.width + GAP;
			return at;
		});
	});
	const first = $derived(placed[0]);
</script>

<svg
	viewBox="0 0 {WIDE} {tall + ROOM}"
	class="block w-full"
	role="img"
	aria-label="Canvases at one scale: {sides
		.map((side) => `${side.label} ${side.canvas}`)
		.join(', ')}"
>
	{#each placed as { side, x, width, height } (side.of)}
		<rect
			{x}
			y={4 + tall - height}
			{width}
			{height}
			fill="var(--raised)"
			stroke={side.kind === 'shot' ? 'var(--ink)' : 'var(--blueline)'}
			stroke-width="1.6"
		/>
		{#if first && side !== first.side && (first.width !== width || first.height !== height)}
			<rect
				{x}
				y={4 + tall - first.height}
				width={first.width}
				height={first.height}
				fill="none"
				stroke="var(--red)"
				stroke-dasharray="5 4"
			/>
		{/if}
		<text x={x + 2} y={tall + 22} font-size="13" font-weight="600" fill="var(--ink)"
			>{side.label}</text
		>
		<text x={x + 2} y={tall + 38} font-size="12" fill="var(--ink2)" class="font-figures"
			>{side.canvas}</text
		>
	{/each}
</svg>
