<!-- How many shots are in each state, with the marks as a legend. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';

	let { tally, brief = false }: { tally: Schema<'Tally'>; brief?: boolean } = $props();

	const STATES = ['follows', 'reason', 'differs', 'new', 'unknown'] as const;
	const WORDS = {
		follows: 'follow the edit',
		reason: 'differ for a reason',
		differs: 'differ',
		new: 'not set up yet',
		unknown: 'not known'
	};
	const shown = $derived(STATES.filter((state) => tally[state] > 0));
</script>

<p class="flex flex-wrap items-center gap-y-1 text-ink2 {brief ? 'gap-x-5' : 'gap-x-7'}">
	{#each shown as state (state)}
		<span class="flex items-center gap-2">
			<Mark {state} word={WORDS[state]} size={11} />
			{#if brief}<span class="num">{tally[state]}</span> {WORDS[state]}{:else}{WORDS[state]} · {tally[
					state
				]}{/if}
		</span>
	{/each}
</p>
