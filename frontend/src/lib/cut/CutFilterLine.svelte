<!-- Which shots of the cut are shown: by words, sequence and state. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import StateToggles from '$lib/production/StateToggles.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import type { CutFilter } from './cut-filter.svelte';

	let { filter, tally, total }: { filter: CutFilter; tally: Schema<'Tally'>; total: number } =
		$props();

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
	<StateToggles {tally} chosen={filter.states} onturn={(state) => filter.turn(state)} />
	{#if filter.on}
		<span role="status">{filter.lines.length} of {total} shown</span>
		<button type="button" class="act" onclick={() => filter.clear()}>Show all in cut order</button>
	{/if}
</search>
