<!-- What others changed since one was last here. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { clock } from '$lib/words';
	import { sinceQuery } from './desk-queries';
	import { lastHere } from './last-here.svelte';

	/** How many lines are shown before the rest is asked for. */
	const FIRST = 5;

	const since = createQuery(() => sinceQuery(lastHere.since));
	const lines = $derived(since.data ?? []);
	let all = $state(false);
</script>

{#if lines.length}
	<section class="border-b border-rule bg-stock px-[22px] py-3" aria-labelledby="since">
		<div class="flex items-baseline gap-4 pb-1">
			<h2 id="since" class="text-head font-semibold">Since you were last here</h2>
			<span class="text-xs text-ink2">{clock(lastHere.since)}</span>
			<button type="button" class="act ml-auto min-h-[24px]" onclick={() => lastHere.looked()}
				>I've seen this</button
			>
		</div>
		<ul>
			{#each all ? lines : lines.slice(0, FIRST) as line, n (n)}
				<li>
					<a
						href={line.address}
						class="grid grid-cols-[minmax(0,180px)_minmax(0,1fr)_auto_auto] items-baseline gap-x-4 border-t border-rule py-1.5 hover:bg-raised"
					>
						<span class="truncate text-ink2">{line.production}</span>
						<span class="min-w-0">{line.text}</span>
						<span>{line.who}</span>
						<span class="num text-ink2">{clock(line.at)}</span>
					</a>
				</li>
			{/each}
		</ul>
		{#if !all && lines.length > FIRST}
			<button type="button" class="act mt-1" onclick={() => (all = true)}
				>Show {lines.length - FIRST} more</button
			>
		{/if}
	</section>
{/if}
