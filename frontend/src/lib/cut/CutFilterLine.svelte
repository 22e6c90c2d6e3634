<!-- Which shots of the cut are shown: by words, sequence and state. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import type { CutFilter } from './cut-filter.svelte';

	let { filter, tally, total }: { filter: CutFilter; tally: Schema<'Tally'>; total: number } =
		$props();

	const STATES = [
		{ state: 'differs', word: 'differ' },
		{ state: 'reason', word: 'for a reason' },
		{ state: 'follows', word: 'follow' },
		{ state: 'new', word: 'not set up' },
		{ state: 'unknown', word: 'not known' }
	] as const;
	const ALL = 'all sequences';
</script>

<search class="flex flex-wrap items-center gap-x-5 gap-y-1 pb-2 print:hidden">
	<input
		class="field w-[26ch]"
		placeholder="Words of a shot"
		aria-label="Find in the cut"
		maxlength="100"
		autocomplete="off"
		spellcheck="false"
		bind:value={filter.words}
	/>
	{#if filter.sequences.length > 1}
		<Choice
			label="Sequence"
			value={filter.sequence || ALL}
			options={[ALL, ...filter.sequences.filter(Boolean)]}
			onchoose={(value) => (filter.sequence = value === ALL ? '' : value)}
		/>
	{/if}
	<div class="flex" role="group" aria-label="Only those that">
		{#each STATES.filter(({ state }) => tally[state] > 0) as { state, word } (state)}
			<button
				type="button"
				class="toggle flex items-center gap-1.5"
				aria-pressed={filter.states.includes(state)}
				onclick={() => filter.turn(state)}
				><Mark {state} size={9} />{word} <span class="num">{tally[state]}</span></button
			>
		{/each}
	</div>
	{#if filter.on}
		<span role="status">{filter.lines.length} of {total} shown</span>
		<button type="button" class="act" onclick={() => filter.clear()}>Show all in cut order</button>
	{/if}
</search>
