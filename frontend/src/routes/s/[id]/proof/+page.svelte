<!-- The proof, unless it is in a window of its own. -->
<script lang="ts">
	import OutThere from '$lib/layout/OutThere.svelte';
	import { ownKind, windows } from '$lib/layout/windows.svelte';
	import ProofPage from '$lib/proof/ProofPage.svelte';
</script>

{#if windows.has('proof') && !ownKind}
	<main class="min-h-0 grow bg-sheet"><OutThere kind="proof" /></main>
{:else}<ProofPage />{/if}
