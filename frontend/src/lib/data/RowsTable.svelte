<!-- The first rows of a data file, with what renumbering makes of its frames. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { shown, columns }: { shown: Schema<'Renumbering'>; columns: readonly number[] } = $props();
</script>

<div class="mt-2 max-w-full overflow-x-auto">
	<table class="num text-left text-[12px] [&_td]:px-2 [&_td]:py-0.5 [&_th]:px-2">
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
