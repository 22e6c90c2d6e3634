<!-- In the place of a frame rule that is folded: the way to bring it back. -->
<script lang="ts">
	import { titled } from '$lib/keys/keys.svelte';
	import { layouts, type Part } from './layouts.svelte';

	let { part }: { part: Part } = $props();
</script>

<button
	type="button"
	class="min-h-[26px] w-full bg-sheet px-[18px] text-left text-ink2 hover:text-ink print:hidden"
	title={titled('Bring the frame rule back', 'foldBelow')}
	aria-label="Bring the frame rule back"
	onclick={() => layouts.fold(part, false)}>Frame rule</button
>
