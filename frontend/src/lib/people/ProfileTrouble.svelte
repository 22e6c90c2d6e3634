<!-- Why a profile can't be as it is typed, and what would work. -->
<script lang="ts">
	import type { TypedProfile } from './typed-profile.svelte';

	let { typed, id }: { typed: TypedProfile; id?: string } = $props();
</script>

{#if typed.wrong || typed.trouble}
	<p {id} role="alert" class="pt-2 text-red">
		{typed.wrong?.detail ?? typed.trouble}
		{#if typed.wrong?.nearest}
			<button type="button" class="act text-ink" onclick={() => typed.useNearest()}
				>Use {typed.wrong.nearest}</button
			>
		{/if}
	</p>
{/if}
