<!-- What bands are dragged by: their ends. -->
<script lang="ts">
	import type { BandDrag } from './drag.svelte';
	import type { RuleGeometry } from './geometry.svelte';
	import { LEFT, RANGES, RIGHT, type End, type RuleLayout } from './layout';

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
					x={at - 6}
					y={place.y - 1}
					width="12"
					height={place.height + 2}
					onpointerdown={(event) => grip(event, name, end)}
					onpointerup={() => drag.release()}
					onpointercancel={() => drag.release()}
				/>
			{/if}
		{/each}
	{/if}
{/each}
