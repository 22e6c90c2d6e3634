<!-- The ends of every range under every count; while a count is typed, old and new numbers. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { drawing }: { drawing: Schema<'MomentsDrawing'> } = $props();
</script>

<div class="overflow-x-auto px-[22px] pt-1 pb-3">
	<table class="num w-full text-right text-xs [&_td]:py-[5px] [&_td]:pl-2 [&_th]:pl-2">
		<caption class="sr-only">{drawing.title}: {drawing.corner}</caption>
		<thead class="text-xs text-ink2 [&_th]:font-normal">
			<tr>
				<th class="!pl-0 text-left">moment</th>
				{#if drawing.renumbered}<th>old</th>{/if}
				<th>{drawing.renumbered ? 'new' : 'frame'}</th>
				{#each drawing.columns as column (column)}
					<th class={column === 'edit' ? 'text-blue' : ''}>{column}</th>
				{/each}
			</tr>
		</thead>
		<tbody>
			{#each drawing.moments as moment (moment.name)}
				<tr class="border-t border-rule">
					<th class="!pl-0 text-left font-words text-xs font-normal whitespace-nowrap"
						>{moment.name}</th
					>
					{#if drawing.renumbered}<td class="text-ink2 line-through">{moment.was}</td>{/if}
					<td class="font-semibold">{moment.now}</td>
					{#each moment.counts as count, place (place)}
						<td class={drawing.columns[place] === 'edit' ? 'text-blue' : 'text-ink2'}>{count}</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	</table>
</div>
