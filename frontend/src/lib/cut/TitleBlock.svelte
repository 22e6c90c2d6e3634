<!-- The edit format as a title block: what the whole edit is known by. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { titled } from '$lib/keys/keys.svelte';

	let { said }: { said: Schema<'ProductionPage'> } = $props();
</script>

<a
	href="/p/{said.id}/edit"
	class="grid auto-cols-fr grid-flow-col border border-blueline max-[860px]:auto-cols-auto max-[860px]:grid-flow-row max-[860px]:grid-cols-3 text-blue hover:bg-bluewash/40"
	title={titled('Change the edit format', 'format')}
	aria-label="Edit format"
>
	<span class="bg-bluewash px-3 py-[7px]">
		<span class="block text-xs">Edit format</span>
		<span class="block truncate text-step font-semibold">{said.title}</span>
	</span>
	{#each said.cells as each (each.key)}
		<span class="min-w-0 border-l border-blueline px-3 py-[7px]">
			<span class="block text-xs">{each.label}</span>
			<span class="num block truncate text-sm" title={each.value}>{each.value}</span>
		</span>
	{/each}
</a>
