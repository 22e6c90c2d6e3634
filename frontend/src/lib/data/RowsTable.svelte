<!-- The first rows of a data file, with what renumbering makes of its frames. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { counted } from '$lib/words';

	let { shown, columns }: { shown: Schema<'Renumbering'>; columns: readonly number[] } = $props();
</script>

<div class="mt-2 max-w-full overflow-x-auto">
	<table class="num text-left text-figures [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
		<thead class="text-xs text-ink2"
			><tr
				>{#each shown.columns as name, place (place)}<th
						class={columns.includes(place) ? 'font-semibold text-ink' : 'font-normal'}>{name}</th
					>{/each}</tr
			></thead
		>
		<tbody>
			{#each shown.before as row, at (at)}
				<tr class="border-t border-rule">
					{#each row as value, place (place)}
						<td
							>{#if columns.includes(place) && shown.after[at]?.[place] !== value}<span
									class="text-ink2 line-through">{value}</span
								>
								<strong>{shown.after[at]?.[place]}</strong>{:else}{value}{/if}</td
						>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>

{#if shown.jumps.length}
	<table class="num mt-3 text-left text-figures [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
		<thead class="text-xs text-ink2"
			><tr><th class="font-normal">Where it jumps</th><th></th><th class="font-normal">now</th></tr
			></thead
		>
		<tbody>
			{#each shown.jumps as jump (jump.row)}
				<tr class="border-t border-rule"
					><td class="text-ink2">row {jump.row}</td><td>{jump.before}</td><td
						><strong>{jump.after}</strong></td
					></tr
				>
			{/each}
		</tbody>
	</table>
{/if}
{#if shown.merges.length || shown.holes.length || shown.left}
	<ul class="pt-2 text-sm">
		{#each [...shown.merges, ...shown.holes] as said (said)}<li class="text-red">{said}</li>{/each}
		{#if shown.left}<li>
				{counted(shown.left, 'row has', 'rows have')} no number there and stay{shown.left === 1
					? 's'
					: ''} as {shown.left === 1 ? 'it is' : 'they are'}.
			</li>{/if}
	</ul>
{/if}
