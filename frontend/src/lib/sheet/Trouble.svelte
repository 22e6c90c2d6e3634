<!-- Why what is typed can't be taken, and what would work. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		key,
		problem,
		onuse
	}: {
		key: string;
		problem: Schema<'Problem'>;
		onuse: (texts: Record<string, string>) => void;
	} = $props();

	const nearest = $derived(Object.values(problem.nearest).join(' × '));
</script>

<span id="problem-{key}" class="text-red" role="alert">{problem.message}</span>
{#if nearest}
	<button
		class="act"
		type="button"
		onmousedown={(event) => event.preventDefault()}
		onclick={() => onuse(problem.nearest)}>Use {nearest}</button
	>
{/if}
