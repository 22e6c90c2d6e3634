<!-- Where the value of the selected row comes from: each level, the nearest lowest. -->
<script lang="ts">
	import { api, take, type Schema } from '$lib/api/client';
	import { clock } from '$lib/words';
	import type { SheetSession } from './session.svelte';

	let { session, selected }: { session: SheetSession; selected: string } = $props();

	let said = $state.raw<Record<string, Schema<'Provenance'>>>({});

	// What is stored changes with the version; what is typed isn't anywhere yet.
	$effect(() => {
		void session.page.head.version;
		const path = { shot_id: session.id };
		take(api.GET('/api/shots/{shot_id}/provenance', { params: { path } })).then(
			(found) => (said = found),
			() => (said = {})
		);
	});

	const mine = $derived(said[selected]);
	const row = $derived(session.row(selected));
</script>

{#if mine && row}
	<section class="px-[22px] pt-3 text-sm" aria-label="Where it comes from">
		<h3 class="pb-1">
			<span class="font-semibold">{row.label}</span>
			<span class="text-ink2">comes from</span>
		</h3>
		<ol>
			{#each mine.entries as rung (rung.level)}
				<li
					class="grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 border-t border-rule py-1"
					data-level={rung.level}
					data-stands={rung.stands || undefined}
				>
					<span
						class={rung.stands ? 'font-semibold' : 'text-ink2'}
						style={rung.level === 'edit' ? 'color: var(--blue)' : ''}
						>{rung.stands ? '▸ ' : ''}{rung.name}</span
					>
					<span class="text-right">
						<span class="num break-words {rung.stands ? '' : 'text-ink2'}"
							>{rung.value || 'empty'}</span
						>
						<span class="block text-xs text-ink2"
							>{rung.since ? `since ${clock(rung.since)}, ${rung.who}` : 'as shipped'}</span
						>
					</span>
				</li>
			{/each}
		</ol>
		{#if mine.follow}
			<p class="border-t border-rule pt-1.5">
				<a class="act" href="/s/{session.id}/change?follow={selected}"
					>Follow the {mine.follow === 'Edit format' || mine.follow === 'House setup'
						? mine.follow.toLowerCase()
						: mine.follow} again …</a
				>
			</p>
		{/if}
	</section>
{/if}
