<!-- An action's keys; in a set of one's own they can be changed. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		line,
		own,
		open,
		onopen
	}: { line: Schema<'KeyLine'>; own: boolean; open: boolean; onopen: () => void } = $props();

	const changed = $derived(line.keys.join() !== line.shipped.join());
</script>

{#if own && !line.fixed}
	<button
		type="button"
		class="act num text-left font-semibold {changed ? '' : 'no-underline'}"
		aria-label="{line.keys.join(', ') || 'No key'}: change the keys of “{line.does}”"
		title={changed
			? `${line.shipped.join(', ') || 'No key'} in the set it was made from`
			: undefined}
		aria-expanded={open}
		onclick={onopen}>{line.keys.join(', ') || '—'}</button
	>
{:else}
	{#each line.keys as key, place (key)}
		<kbd class="num {place ? 'block text-fine text-ink2' : 'font-semibold'}">{key}</kbd>
	{:else}<span class="text-ink2">—</span>{/each}
{/if}
