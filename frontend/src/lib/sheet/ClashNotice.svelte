<!-- What another window saved meanwhile, and what becomes of what is typed here. -->
<script lang="ts">
	import Notice from '$lib/shell/Notice.svelte';
	import type { SheetSession } from './session.svelte';

	let { session }: { session: SheetSession } = $props();
</script>

{#if session.clash}
	<Notice>
		<strong>{session.clash.message}</strong>
		{#each session.clash.changes as change, i (i)}
			<span
				>{change.label}
				{#if change.after}<span class="num">{change.before || '(empty)'} → {change.after}</span
					>{/if}</span
			>
		{/each}
		{#if session.unsaved}
			<span>What you typed still stands in its fields, not saved.</span>
			<button type="button" class="act" onclick={() => void session.saveMine()}
				>Save mine as the newer version</button
			>
			<button type="button" class="act" onclick={() => session.takeTheirs()}>Discard mine</button>
		{:else}
			<button type="button" class="act" onclick={() => (session.clash = null)}>Dismiss</button>
		{/if}
	</Notice>
{/if}
