<!-- The drawing that belongs to the selected row, with its figures under it. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Bench from '$lib/stand/Bench.svelte';
	import BarsDrawing from './BarsDrawing.svelte';
	import Closer from './Closer.svelte';
	import CadenceStrip from './CadenceStrip.svelte';
	import DepthDrawing from './DepthDrawing.svelte';
	import MomentsDrawing from './MomentsDrawing.svelte';
	import ScaleDrawing from './ScaleDrawing.svelte';
	import SpeedDrawing from './SpeedDrawing.svelte';
	import WedgeDrawing from './WedgeDrawing.svelte';

	let { drawings, name }: { drawings: Schema<'Drawings'>; name: string } = $props();

	const ABOUT_CANVAS = ['canvas', 'placing', 'working', 'guides', 'background', 'signal'];
	const drawing = $derived(
		name === 'rates'
			? drawings.rates
			: name === 'ranges'
				? drawings.ranges
				: name === 'moments'
					? drawings.moments
					: name === 'wedge'
						? drawings.wedge
						: name === 'depth'
							? drawings.depth
							: name === 'stand'
								? drawings.stand
								: null
	);
	const layer = $derived(ABOUT_CANVAS.includes(name) ? name : 'canvas');
	const caption = $derived(drawing ?? drawings.canvas?.captions[layer]);
</script>

{#if caption}
	<div class="flex justify-between gap-3 px-[22px] pb-1">
		<span class="font-semibold">{caption.title}</span><span class="num text-ink2"
			>{caption.corner}</span
		>
	</div>
{/if}
<!-- Another drawing is looked at anew, as a whole. -->
{#key name}
	<Closer label={caption ? `Drawing, ${caption.title}` : 'Drawing'}>
		{#if !drawing}
			{#if drawings.canvas}<ScaleDrawing drawing={drawings.canvas} {layer} />{/if}
		{:else if 'tracks' in drawing}
			<BarsDrawing {drawing} />
		{:else if 'sheets' in drawing}
			<div class="px-[10px]"><Bench {drawing} /></div>
		{:else if 'curves' in drawing}
			<DepthDrawing {drawing} />
		{:else if 'moments' in drawing}
			<MomentsDrawing {drawing} />
		{:else}
			<WedgeDrawing {drawing} />
		{/if}
	</Closer>
{/key}
<dl class="px-[22px] text-sm">
	{#each caption?.facts ?? [] as fact, i (i)}
		<div class="flex justify-between gap-3 border-t border-rule py-[5px]">
			<dt class="shrink-0 text-ink2">{fact.label}</dt>
			<dd class="num text-right {fact.differs ? 'text-red' : ''}">{fact.value}</dd>
		</div>
	{/each}
</dl>
{#if name === 'rates'}
	{#each drawings.cadences as cadence, i (i)}
		<div class="px-[22px] pt-3"><CadenceStrip drawing={cadence} /></div>
	{/each}
	{#if drawings.speed}<SpeedDrawing drawing={drawings.speed} />{/if}
{/if}
