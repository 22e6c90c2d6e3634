<!-- What a change makes appear, and what it settles. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { appear, vanish }: { appear: Schema<'FindingText'>[]; vanish: Schema<'FindingText'>[] } =
		$props();
</script>

<ul class="text-sm leading-snug" aria-label="What it means">
	{#each appear as told, i (i)}
		<li class="border-t border-rule py-1.5">
			<strong class={told.severity === 'note' ? '' : 'text-red'}>new</strong>
			{told.text}
		</li>
	{/each}
	{#each vanish as told, i (i)}
		<li class="border-t border-rule py-1.5 text-ink2"><strong>resolved</strong> {told.text}</li>
	{/each}
	{#if !appear.length && !vanish.length}
		<li class="border-t border-rule py-1.5 text-ink2">Nothing new, nothing resolved.</li>
	{/if}
</ul>
