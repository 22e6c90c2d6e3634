<!-- What can be done to a pane: a window of its own, and folding it. -->
<script lang="ts">
	import { titled, type KeyName } from '$lib/keys/keys.svelte';
	import { layouts, type Part } from './layouts.svelte';
	import { KINDS, windows, type WindowKind } from './windows.svelte';

	let {
		part,
		kind,
		label,
		action
	}: {
		part: Part;
		/** Which window it can be in; none where it can't. */
		kind?: WindowKind;
		/** What is folded. */
		label: string;
		/** What folds it, by key. */
		action: KeyName;
	} = $props();
</script>

{#if kind}
	<button
		type="button"
		class="min-h-[24px] px-1 hover:text-ink"
		aria-label="{KINDS[kind].label} in a window of its own"
		title="A window of its own, for a second screen; it follows the shot in hand"
		onclick={() => windows.open(kind)}>Own window</button
	>
{/if}
<button
	type="button"
	class="min-h-[24px] px-1 hover:text-ink"
	aria-label="Fold {label}"
	title={titled(`Fold ${label}, or bring it back`, action)}
	onclick={() => layouts.fold(part, true)}>Fold</button
>
