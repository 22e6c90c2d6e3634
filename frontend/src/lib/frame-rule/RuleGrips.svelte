<!-- What bands are dragged by: their ends. -->
<script lang="ts">
	import type { BandDrag } from './drag.svelte';
	import type { RuleGeometry } from './geometry.svelte';
	import { HELD, LEFT, RANGES, RIGHT, type End, type RuleLayout } from './layout';
	import { hand } from '$lib/hand/hand.svelte';

	let {
		geometry,
		drag,
		places,
		onselect
	}: {
		geometry: RuleGeometry;
		drag: BandDrag;
		places: RuleLayout;
		onselect: (band: string) => void;
	} = $props();

	/** What of an end is taken hold of: a pen's reaches outwards, so that a short range has two. */
	const across = $derived(hand.large ? { first: 6 - HELD, last: -6, wide: HELD } : null);
	const reach = (end: End) => across?.[end] ?? -6;
	const down = (place: { y: number; height: number }) =>
		across
			? { y: place.y + (place.height - HELD) / 2, height: HELD }
			: { y: place.y - 1, height: place.height + 2 };

	function grip(event: PointerEvent, name: string, end: End): void {
		event.preventDefault();
		event.stopPropagation();
		onselect(name);
		if (drag.grip(name, end)) (event.currentTarget as Element).setPointerCapture(event.pointerId);
	}
</script>

{#each Object.keys(RANGES) as name (name)}
	{@const run = drag.held(name)}
	{@const place = places.bands[name]}
	{#if run && place}
		{#each ['first', 'last'] as const as end (end)}
			{@const at = end === 'first' ? geometry.x(run.first) : geometry.x(run.last + 1)}
			{#if at >= LEFT - 6 && at <= geometry.width - RIGHT + 6}
				<rect
					role="presentation"
					class="grip"
					class:locked={drag.isLocked(name)}
					data-band={name}
					x={at + reach(end)}
					{...down(place)}
					width={across?.wide ?? 12}
					onpointerdown={(event) => grip(event, name, end)}
					onpointerup={() => drag.release()}
					onpointercancel={() => drag.release()}
				/>
			{/if}
		{/each}
	{/if}
{/each}
