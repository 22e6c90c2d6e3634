<!-- Where the value of the selected row comes from: each level, the nearest lowest. -->
<script lang="ts">
	import { createQuery, keepPreviousData } from '@tanstack/svelte-query';
	import { provenanceQuery } from '$lib/api/shot-queries';
	import { clock } from '$lib/words';
	import type { SheetSession } from './session.svelte';

	let { session, selected }: { session: SheetSession; selected: string } = $props();

	// What is stored changes with the version; what is typed isn't anywhere yet.
	const provenance = createQuery(() => ({
		...provenanceQuery(session.id, session.version, selected),
		placeholderData: keepPreviousData
	}));

	const mine = $derived(provenance.isPlaceholderData ? undefined : provenance.data);
	const row = $derived(session.row(selected));
</script>

{#if mine && row}
	<section class="px-[22px] pt-3 text-sm" aria-label="Where it comes from">
		<h3 class="pb-1">
			<span class="font-semibold">{row.label}</span>
			<span class="text-ink2">comes from</span>
		</h3>
		<ol>
			{#each mine.entries as entry (entry.level)}
				<li
					class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 border-t border-rule py-1"
					data-level={entry.level}
					data-stands={entry.stands || undefined}
				>
					<span
						class={entry.stands ? 'font-semibold' : 'text-ink2'}
						style={entry.level === 'edit' ? 'color: var(--blue)' : ''}
						>{entry.stands ? '▸ ' : ''}{entry.name}</span
					>
					<span class="text-right">
						<span class="num break-words {entry.stands ? '' : 'text-ink2'}"
							>{entry.value || 'empty'}</span
						>
						<span class="block text-xs text-ink2"
							>{entry.since ? `since ${clock(entry.since)}, ${entry.who}` : 'as shipped'}</span
						>
					</span>
				</li>
			{/each}
		</ol>
		{#if mine.follow}
			<p class="border-t border-rule pt-1.5">
				<a class="act" href="/s/{session.id}/change?follow={selected}">{mine.follow} …</a>
			</p>
		{/if}
	</section>
{/if}
