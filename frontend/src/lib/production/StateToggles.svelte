<!-- Only shots in some states: each with its mark and how many there are. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';

	type State = Schema<'State'>;

	let {
		tally,
		chosen,
		onturn
	}: {
		tally: Schema<'Tally'> | undefined;
		chosen: readonly State[];
		onturn: (state: State) => void;
	} = $props();

	const WORDS: readonly [State, string][] = [
		['differs', 'differ'],
		['reason', 'for a reason'],
		['follows', 'follow'],
		['new', 'not set up'],
		['unknown', 'not known']
	];
	const shown = $derived(
		WORDS.filter(([state]) => (tally?.[state] ?? 0) > 0 || chosen.includes(state))
	);
</script>

<div class="flex" role="group" aria-label="Only those that">
	{#each shown as [state, word] (state)}
		<button
			type="button"
			class="toggle flex items-center gap-1.5"
			aria-pressed={chosen.includes(state)}
			onclick={() => onturn(state)}
			><Mark {state} size={9} />{word} <span class="num">{tally?.[state] ?? 0}</span></button
		>
	{/each}
</div>
