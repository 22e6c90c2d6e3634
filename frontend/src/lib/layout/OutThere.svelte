<!-- In the place of what is in a window of its own. -->
<script lang="ts">
	import { KINDS, windows, type WindowKind } from './windows.svelte';

	let { kind }: { kind: WindowKind } = $props();
</script>

<p class="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-[22px] py-3" data-out={kind}>
	<span>{KINDS[kind].label} is in a window of its own.</span>
	<button type="button" class="act" onclick={() => windows.close(kind)}>Bring it back</button>
</p>
