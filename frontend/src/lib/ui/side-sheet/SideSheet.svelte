<!-- A sheet at the side for what is wanted now and then; the work beside it stays in reach. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	let {
		title,
		narrow = false,
		children,
		onclose
	}: {
		title: string;
		/** Whether it leaves most of the page to be seen. */
		narrow?: boolean;
		children: Snippet;
		onclose: () => void;
	} = $props();

	let sheet = $state<HTMLElement | null>(null);
	$effect(() => sheet?.focus());
</script>

<svelte:window
	onkeydown={(event) => {
		if (event.key !== 'Escape' || event.defaultPrevented) return;
		event.preventDefault();
		onclose();
	}}
/>
<aside
	bind:this={sheet}
	tabindex="-1"
	aria-label={title}
	class="absolute inset-y-0 right-0 z-10 flex {narrow
		? 'w-[min(380px,92%)]'
		: 'w-[min(620px,92%)]'} flex-col border-l border-ink bg-stock shadow-[-6px_0_18px_rgb(0_0_0/0.18)] outline-none"
>
	<div class="flex items-baseline gap-4 px-[22px] pt-3 pb-2">
		<h2 class="text-head font-semibold">{title}</h2>
		<button type="button" class="act ml-auto" title="Close (Esc)" onclick={onclose}>Close</button>
	</div>
	<div class="min-h-0 grow overflow-y-auto px-[22px] pb-5">{@render children()}</div>
</aside>
