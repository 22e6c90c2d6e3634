<!-- A person's mark: a disc told apart by its pattern, as a rubber stamp is; never by a colour. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { mark, size = 20 }: { mark: Schema<'ProfileMark'>; size?: number } = $props();

	const id = $props.id();
	const LINES: Partial<Record<Schema<'ProfileMark'>, string>> = {
		'upright lines': 'M4.5 0V20M8.2 0V20M11.8 0V20M15.5 0V20',
		'lines across': 'M0 4.5H20M0 8.2H20M0 11.8H20M0 15.5H20',
		'slanted lines': 'M-4 12 12 -4M-1 17 17 -1M3 21 21 3M8 24 24 8',
		cross: 'M10 0V20M0 10H20'
	};
	const DOTS = [5.5, 10, 14.5];
</script>

<svg width={size} height={size} viewBox="0 0 20 20" aria-hidden="true" class="shrink-0">
	<clipPath {id}><circle cx="10" cy="10" r="8.2" /></clipPath>
	<g clip-path="url(#{id})" fill="var(--ink)" stroke="none">
		{#if mark === 'filled'}<rect width="20" height="20" />
		{:else if mark === 'half'}<rect width="10" height="20" />
		{:else if mark === 'quarters'}<path d="M0 0H10V10H0ZM10 10H20V20H10Z" />
		{:else if mark === 'dots'}
			{#each DOTS as x (x)}{#each DOTS as y (y)}<circle cx={x} cy={y} r="1.3" />{/each}{/each}
		{:else if mark === 'rings'}
			<circle cx="10" cy="10" r="4.6" fill="none" stroke="var(--ink)" stroke-width="1.6" />
			<circle cx="10" cy="10" r="1.5" />
		{:else if LINES[mark]}
			<path d={LINES[mark]} fill="none" stroke="var(--ink)" stroke-width="1.7" />
		{/if}
	</g>
	<circle cx="10" cy="10" r="8.6" fill="none" stroke="var(--ink)" stroke-width="1.5" />
</svg>
