<!-- The drawing of the selected row, as large as the window: as it is typed, where a sheet is open. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { sheetQuery } from '$lib/api/shot-queries';
	import RowDrawing from '$lib/drawings/RowDrawing.svelte';
	import NothingInHand from './NothingInHand.svelte';
	import type { DrawingShown } from './shown';
	import { OwnWindow } from './windows.svelte';

	const own = new OwnWindow<DrawingShown>('drawing');
	const stored = createQuery(() => ({ ...sheetQuery(own.shot), enabled: own.shot > 0 }));
	const shown = $derived(own.shows?.shot === own.shot ? own.shows : null);
	const drawings = $derived(shown?.drawings ?? stored.data?.drawings);
	const code = $derived(stored.data?.head.code ?? '');
</script>

<svelte:head><title>{code || 'No shot yet'}, the drawing · Zero Slate</title></svelte:head>
{#if drawings}
	<main class="min-h-0 grow overflow-y-auto bg-stock py-3" aria-label="Drawing of {code}">
		<h1 class="num px-[22px] pb-2 text-code font-semibold">{code}</h1>
		<RowDrawing {drawings} name={shown?.name ?? 'canvas'} />
	</main>
{:else}<NothingInHand what="The drawing" />{/if}
