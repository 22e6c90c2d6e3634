<!-- The drawing that belongs to the row in hand, with its figures under it. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import BarsDrawing from './BarsDrawing.svelte';
	import CadenceStrip from './CadenceStrip.svelte';
	import MomentsDrawing from './MomentsDrawing.svelte';
	import ScaleDrawing from './ScaleDrawing.svelte';
	import SpeedDrawing from './SpeedDrawing.svelte';
	import WedgeDrawing from './WedgeDrawing.svelte';

	let { drawings, name }: { drawings: Schema<'Drawings'>; name: string } = $props();

	const drawing = $derived(
		name === 'rates'
			? drawings.rates
			: name === 'ranges'
				? drawings.ranges
				: name === 'moments'
					? drawings.moments
					: name === 'wedge'
						? drawings.wedge
						: drawings.canvas
	);
</script>

<div class="flex justify-between gap-3 px-[22px] pb-1">
	<span class="font-semibold">{drawing.title}</span><span class="num text-ink2"
		>{drawing.corner}</span
	>
</div>
{#if 'tracks' in drawing}
	<BarsDrawing {drawing} />
{:else if 'moments' in drawing}
	<MomentsDrawing {drawing} />
{:else if 'steps' in drawing}
	<WedgeDrawing {drawing} />
{:else}
	<ScaleDrawing {drawing} />
{/if}
<dl class="px-[22px] text-sm">
	{#each drawing.facts as fact (fact.label)}
		<div class="flex justify-between border-t border-rule py-[5px]">
			<dt class="text-ink2">{fact.label}</dt>
			<dd class="num {fact.differs ? 'text-red' : ''}">{fact.value}</dd>
		</div>
	{/each}
</dl>
{#if name === 'rates'}
	{#each drawings.cadences as cadence, i (i)}
		<div class="px-[22px] pt-3"><CadenceStrip drawing={cadence} /></div>
	{/each}
	<SpeedDrawing drawing={drawings.speed} />
{/if}
