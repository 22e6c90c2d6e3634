<!-- Keys and markers over the frames that they stand at. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { RuleGeometry } from './geometry.svelte';
	import { LEFT, RIGHT } from './layout';

	let {
		marks,
		geometry
	}: {
		marks: readonly Schema<'RuleMark'>[];
		geometry: RuleGeometry;
	} = $props();
</script>

{#each marks as mark (`${mark.kind} ${mark.frame} ${mark.name}`)}
	{@const at = geometry.x(mark.frame) + geometry.scale / 2}
	{#if at >= LEFT && at <= geometry.width - RIGHT}
		<path
			class="mark"
			class:key={mark.kind === 'key'}
			d={mark.kind === 'key' ? `M${at} 59l3.5 4-3.5 4-3.5-4Z` : `M${at} 68V58h6l-2 2.5 2 2.5h-6`}
		>
			<title>{mark.frame} {mark.kind} {mark.name}</title>
		</path>
	{/if}
{/each}
