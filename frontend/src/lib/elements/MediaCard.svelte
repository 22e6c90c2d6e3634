<!-- A sequence, movie or still: what its headers say, and how that agrees with the shot. -->
<script lang="ts">
	import { counted } from '$lib/words';
	import type { Snippet } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import Sentence from '$lib/drawings/Sentence.svelte';

	let { line, actions }: { line: Schema<'MediaLine'>; actions?: Snippet } = $props();
</script>

<article class="border-t border-rule py-3" aria-label={line.name}>
	<div class="flex items-center gap-x-3">
		<Mark state={line.state} word={line.word} />
		<h3 class="num min-w-0 truncate font-semibold">{line.name}</h3>
		<span class="ml-auto flex shrink-0 gap-4">{@render actions?.()}</span>
	</div>
	<p class="flex flex-wrap gap-x-3 pl-6">
		<span class="text-ink2">{line.kind}</span>
		{#if line.frames}<span class="num">{line.frames}</span>{/if}
		<span class="num text-ink2">{counted(line.count, 'frame')}</span>
		{#if line.timecode}<span class="num text-ink2">from {line.timecode}</span>{/if}
	</p>
	<div class="grid grid-cols-[24px_1fr]">
		<span></span>
		<div>
			{#if line.problem}<p class="text-red">{line.problem}</p>{/if}
			{#each line.messages as said, i (i)}<p>
					<Sentence text={said.text} strong={said.strong} calm={said.severity === 'note'} />
				</p>{/each}
			{#if !line.messages.length && !line.problem}<p class="text-ink2">{line.word}</p>{/if}
			<dl class="flex flex-wrap gap-x-5 pt-1 text-xs">
				{#each Object.entries(line.header) as [name, value] (name)}
					<div class="flex gap-1.5">
						<dt class="text-ink2">{name}</dt>
						<dd class="num text-fine">{value}</dd>
					</div>
				{/each}
			</dl>
		</div>
	</div>
</article>
