<!-- The groups of settings that are taken of another shot. -->
<script lang="ts" module>
	/** What can be copied of another shot; what is one shot's own never is. */
	export const GROUPS = [
		['canvas', 'Canvas'],
		['picture', 'Picture'],
		['time', 'Rate, count and handles'],
		['colour', 'Colour'],
		['shot', 'Subtitle']
	] as const;
</script>

<script lang="ts">
	let { groups = $bindable() }: { groups: string[] } = $props();
</script>

<div class="flex flex-wrap gap-x-4 py-1" role="group" aria-label="What is copied">
	{#each GROUPS as [key, label] (key)}
		<label class="flex min-h-[24px] items-center gap-1.5"
			><input type="checkbox" class="accent-ink" value={key} bind:group={groups} />
			{label}</label
		>
	{/each}
</div>
