<!-- A line that says what went wrong, or what happened; it never stands in the way. -->
<script lang="ts">
	import type { Snippet } from 'svelte';

	let { children, calm = false }: { children: Snippet; calm?: boolean } = $props();
</script>

<div
	role={calm ? 'status' : 'alert'}
	class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-ink px-[22px] py-2 {calm
		? 'bg-raised'
		: 'bg-redwash text-ink'}"
>
	{@render children()}
</div>
