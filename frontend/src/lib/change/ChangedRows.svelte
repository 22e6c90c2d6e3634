<!-- Every row of a change, before and after: each that is asked for can be left as it is. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';

	let {
		rows,
		onturn
	}: { rows: Schema<'ChangedRow'>[]; onturn: (key: string, take: boolean) => void } = $props();
</script>

<table
	class="w-full border-t border-rule text-left [&_td]:px-1.5 [&_td]:py-1.5 [&_th]:px-1.5 [&_th]:font-normal"
>
	<thead class="h-[28px] text-xs text-ink2">
		<tr>
			<th class="w-8"><span class="sr-only">Apply</span></th><th>Setting</th><th>Before</th><th
				>After</th
			><th class="text-blue">Edit asks</th><th></th>
		</tr>
	</thead>
	<tbody>
		{#each rows as row (row.key)}
			<tr class="border-t border-rule/60" data-row={row.key}>
				<td>
					{#if row.chosen}
						<input
							type="checkbox"
							class="h-[18px] w-[18px] accent-ink"
							checked={row.taken}
							aria-label="Take {row.label.toLowerCase()}"
							onchange={(event) => onturn(row.key, event.currentTarget.checked)}
						/>
					{/if}
				</td>
				<td class="font-medium whitespace-nowrap">{row.label}</td>
				<td class="num">{row.before}</td>
				<td class="num {row.chosen && !row.taken ? 'text-ink2 line-through' : 'font-semibold'}"
					>{row.after}</td
				>
				<td class="num text-blue">{row.required ?? ''}</td>
				<td class="text-sm text-ink2">
					{#if row.state_before !== row.state_after}
						<span class="inline-flex items-center gap-1.5 pr-2"
							><Mark state={row.state_before} size={11} />→<Mark
								state={row.state_after}
								size={11}
							/></span
						>
					{/if}{row.note}
				</td>
			</tr>
		{/each}
	</tbody>
</table>
