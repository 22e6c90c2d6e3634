<!-- Who else is here, by their marks. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Stamp from '$lib/people/Stamp.svelte';

	let {
		others,
		size = 18,
		where = ''
	}: { others: readonly Schema<'Companion'>[]; size?: number; where?: string } = $props();

	const words = (each: Schema<'Companion'>) =>
		`${each.same ? `${each.name}, in another window,` : each.name} is ${where || place(each)}`;

	function place(each: Schema<'Companion'>): string {
		if (each.step) return `at ${each.step.replace('handoff', 'hand off')}`;
		return each.setting ? `on ${each.setting.replaceAll('_', ' ')}` : 'on the sheet';
	}
</script>

{#each others as each, at (at)}
	<span
		class="inline-flex shrink-0 items-center gap-1 text-xs"
		title={words(each)}
		role="img"
		aria-label={words(each)}
	>
		<Stamp mark={each.mark} {size} /><span class="num" aria-hidden="true">{each.initials}</span>
	</span>
{/each}
