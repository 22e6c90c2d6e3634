<!-- Every row that isn't the same: a red column between the sides says which, and takes values across. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { page }: { page: Schema<'BesidePage'> } = $props();

	type Cell = Schema<'BesideCell'> | null;
	type Side = Schema<'BesideSide'>;

	/** What belongs to one shot alone is never taken into another. */
	const ITS_OWN = ['code'];

	const others = $derived(page.sides.slice(1));
	const groups = $derived([...new Set(page.rows.map((row) => row.group))]);

	/** The address of the change that takes a value into a shot: it is seen before it is made. */
	function taking(into: Side, key: string, cell: Cell): string | undefined {
		if (!cell || into.shot_id === null || ITS_OWN.includes(key)) return undefined;
		const typed = JSON.stringify({ [key]: cell.texts });
		return `/s/${into.shot_id}/change?typed=${encodeURIComponent(typed)}`;
	}

	const tone = (side: Side | undefined) => (side?.kind === 'shot' ? '' : 'text-blue');
</script>

<table
	aria-label="What differs"
	class="w-full text-left [&_td]:px-2 [&_td]:py-1.5 [&_th]:px-2 [&_th]:font-normal"
>
	<thead class="sticky top-0 z-[5] bg-sheet text-xs text-ink2">
		<tr>
			<th class="w-[26%] text-right {tone(page.sides[0])}">{page.sides[0]?.label}</th>
			<th class="w-[150px] text-center text-red">{page.rows.length} differ</th>
			{#each others as side (side.of)}<th class={tone(side)}>{side.label}</th>{/each}
		</tr>
	</thead>
	{#each groups as group (group)}
		<tbody>
			<tr>
				<td></td>
				<th scope="rowgroup" class="pt-3 text-center text-head font-semibold">{group}</th>
				<td colspan={others.length}></td>
			</tr>
			{#each page.rows.filter((row) => row.group === group) as row (row.key)}
				{@const first = row.cells[0] ?? null}
				<tr class="border-t border-rule/60" data-beside={row.key}>
					<td class="num text-right {tone(page.sides[0])}">{first?.text ?? ''}</td>
					<th scope="row" class="bg-redwash text-center font-medium text-red">
						<span class="flex items-baseline justify-between gap-2">
							{#if page.sides[0] && others.length === 1 && taking(page.sides[0], row.key, row.cells[1] ?? null)}
								<a
									class="min-h-[24px] min-w-[24px] text-ink large:min-h-[32px] large:min-w-[32px]"
									aria-label="Take {row.cells[1]?.text} into {page.sides[0].label}"
									title="See what taking {row.cells[1]?.text} into {page.sides[0].label} would do"
									href={taking(page.sides[0], row.key, row.cells[1] ?? null)}>←</a
								>
							{:else}<span class="w-[24px]"></span>{/if}
							<span>{row.label}</span>
							{#if others[0] && others.length === 1 && taking(others[0], row.key, first)}
								<a
									class="min-h-[24px] min-w-[24px] text-ink large:min-h-[32px] large:min-w-[32px]"
									aria-label="Take {first?.text} into {others[0].label}"
									title="See what taking {first?.text} into {others[0].label} would do"
									href={taking(others[0], row.key, first)}>→</a
								>
							{:else}<span class="w-[24px]"></span>{/if}
						</span>
					</th>
					{#each others as side, n (side.of)}
						{@const cell = row.cells[n + 1] ?? null}
						<td class="num {tone(side)} {cell && cell.text !== first?.text ? 'font-semibold' : ''}">
							{cell?.text ?? ''}
							{#if others.length > 1 && taking(side, row.key, first) && cell?.text !== first?.text}
								<a
									class="act ml-2 text-xs"
									aria-label="Take {first?.text} into {side.label}"
									href={taking(side, row.key, first)}>take {first?.text}</a
								>
							{/if}
						</td>
					{/each}
				</tr>
			{/each}
		</tbody>
	{/each}
</table>
<p class="border-t border-ink px-2 py-2 text-ink2">
	{page.rows.length
		? `${page.same} more settings are the same.`
		: `All ${page.same} settings that they share are the same.`}
</p>
