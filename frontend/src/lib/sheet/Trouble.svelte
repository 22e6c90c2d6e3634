<!-- Why what is typed can't be taken, and what would work. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		key,
		problem,
		fields,
		onuse
	}: {
		key: string;
		problem: Schema<'FieldProblem'>;
		fields: Schema<'SheetField'>[];
		onuse: (texts: Record<string, string>) => void;
	} = $props();

	/** What would work, put together as its fields stand beside each other. */
	const nearest = $derived(
		fields
			.filter((field) => field.part in problem.nearest)
			.map((field, place) => {
				const text = problem.nearest[field.part];
				return place && field.before ? ` ${field.before} ${text}` : text;
			})
			.join('')
	);
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
