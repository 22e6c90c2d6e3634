<!-- A window of its own, for a second screen: the drawing, the frame rule, or the way to the proof. -->
<script lang="ts">
	import { page } from '$app/state';
	import DrawingWindow from '$lib/layout/DrawingWindow.svelte';
	import RuleWindow from '$lib/layout/RuleWindow.svelte';
	import ProofWindow from '$lib/layout/ProofWindow.svelte';
</script>

{#if page.params.kind === 'drawing'}<DrawingWindow />
{:else if page.params.kind === 'rule'}<RuleWindow />
{:else if page.params.kind === 'proof'}<ProofWindow />
{:else}
	<main class="px-[22px] py-4">
		<p>
			There are windows for the drawing, the rule and the proof. <a class="act" href="/"
				>Go to the desk</a
			>
		</p>
	</main>
{/if}
