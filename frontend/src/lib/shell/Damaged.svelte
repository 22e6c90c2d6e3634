<!-- What stands can't be read: it says so, and offers the last version that can be. -->
<script lang="ts">
	import { Problem, words } from '$lib/api/client';
	import { client } from '$lib/api/query-client';
	import Notice from './Notice.svelte';

	let { error, recover }: { error: unknown; recover: () => Promise<unknown> } = $props();

	const damaged = $derived(error instanceof Problem && error.body.code === 'damaged');
	let busy = $state(false);
	let said = $state('');

	async function bringBack(): Promise<void> {
		busy = true;
		said = '';
		try {
			await recover();
			await client.resetQueries();
		} catch (failure) {
			said = words(failure);
		} finally {
			busy = false;
		}
	}
</script>

<Notice>
	<span class="min-w-0">{words(error)}</span>
	{#if damaged}
		<button class="act" type="button" disabled={busy} onclick={bringBack}>
			Go back to the last version that can be read
		</button>
	{/if}
	<a class="act" href="/">Go to the desk</a>
	{#if said}<span class="w-full">{said}</span>{/if}
</Notice>
