<!-- How many more shots a change touches than are shown, and showing more of them. -->
<script lang="ts">
	let { shown, all, limit = $bindable() }: { shown: number; all: number; limit: number } = $props();

	const MOST = 200;
</script>

{#if all > shown}
	<p class="border-t border-rule py-2 text-ink2">
		and {all - shown} more shots{#if limit < MOST},
			<button type="button" class="act" onclick={() => (limit = MOST)}
				>show {Math.min(all, MOST)}</button
			>{/if}
	</p>
{/if}
