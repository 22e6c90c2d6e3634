<script lang="ts">
	import '../app.css';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import SpineStrip from '$lib/shell/SpineStrip.svelte';
	import { answerKeys, onKey } from '$lib/state/keys.svelte';
	import { papers } from '$lib/state/paper.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { QueryClientProvider, useIsFetching, useIsMutating } from '@tanstack/svelte-query';
	import { client } from '$lib/api/query-client';

	let { children } = $props();

	// How many answers are awaited: what drives the pages waits for none.
	const asking = useIsFetching(undefined, client);
	const storing = useIsMutating(undefined, client);

	function beside(step: number): void {
		const to = spines.beside(page.url.pathname, step);
		if (to) void goto(to);
	}

	answerKeys({
		desk: () => void goto('/'),
		keys: () => void goto('/keys'),
		formats: () => void goto('/formats'),
		house: () => void goto('/house'),
		paper: () => papers.turn(),
		nextSpine: () => beside(1),
		lastSpine: () => beside(-1),
		closeSpine: () => {
			const here = spines.at(page.url.pathname);
			if (here) void goto(spines.close(here));
		}
	});
</script>

<svelte:window onkeydown={onKey} />

<QueryClientProvider {client}>
	<div
		class="flex h-dvh min-h-0 print:block print:h-auto"
		data-awaited={asking.current + storing.current}
	>
		<SpineStrip />
		<div class="flex min-w-0 grow flex-col bg-sheet">{@render children()}</div>
	</div>
</QueryClientProvider>
