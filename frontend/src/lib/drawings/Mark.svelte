<!-- The state of a value, a shot or a file: a shape, and its word for those who can't see it. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		state,
		word,
		size = 12
	}: { state: Schema<'State'>; word?: string; size?: number } = $props();

	const WORDS: Record<Schema<'State'>, string> = {
		follows: 'follows the edit',
		reason: 'differs for a reason',
		differs: 'differs',
		new: 'not set up yet',
		unknown: 'not known'
	};
</script>

<svg
	width={size}
	height={size}
	viewBox="0 0 12 12"
	role="img"
	aria-label={word ?? WORDS[state]}
	class="shrink-0"
>
	{#if state === 'follows'}
		<path d="M1 6.5 4.5 10 11 2.5" fill="none" stroke="var(--ink)" stroke-width="2" />
	{:else if state === 'reason'}
		<path d="M6 1 11 6 6 11 1 6Z" fill="none" stroke="var(--red)" stroke-width="1.8" />
	{:else if state === 'differs'}
		<rect x="1" y="1" width="10" height="10" fill="var(--red)" />
	{:else if state === 'new'}
		<circle cx="6" cy="6" r="4.5" fill="none" stroke="var(--ink)" stroke-width="1.8" />
	{:else}
		<path d="M1 6h10" stroke="var(--ink)" stroke-width="2" />
	{/if}
</svg>
