<!-- How source frames fall among the shot's: a cell a frame, split where each field shows its own. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { drawing }: { drawing: Schema<'CadenceDrawing'> } = $props();

	const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
	const MOST = 24;

	const cells = $derived(drawing.cells.slice(0, MOST));
	/** Pictures are lettered as a cadence is spoken, as far as letters go. */
	const name = (source: number) => LETTERS[source] ?? String(source + 1);
</script>

<div role="figure" class="py-1" aria-label="Cadence, {drawing.title}">
	<div class="flex flex-wrap gap-y-1 pl-px">
		{#each cells as cell (cell.frame)}
			<span
				class="num relative flex h-[30px] min-w-[26px] items-stretch border border-ink text-center text-fine {cell.again
					? 'bg-stock text-ink2'
					: 'bg-raised'} -ml-px"
				title="frame {cell.frame + 1}: source {cell.sources
					.map((source) => source + 1)
					.join(', ')}{cell.again ? ', repeated' : ''}{cell.skipped
					? `, ${cell.skipped} passed over before it`
					: ''}"
			>
				{#if cell.skipped}<span
						class="absolute -top-[3px] left-0 h-[34px] w-[3px] bg-red"
						aria-hidden="true"
					></span>{/if}
				{#each cell.sources as source, field (field)}
					<span
						class="flex grow items-center justify-center px-1 {field ? 'border-l border-rule' : ''}"
						>{name(source)}</span
					>
				{/each}
			</span>
		{/each}
		{#if drawing.cells.length > MOST}<span class="self-center pl-2 text-ink2">…</span>{/if}
	</div>
	<p class="pt-1 text-xs text-ink2">
		{drawing.title}, {drawing.use}{drawing.comes_round > 1
			? `; comes round ${drawing.corner}`
			: ''}{drawing.cells.some((cell) => cell.skipped) ? '; red: source frames passed over' : ''}
	</p>
	<dl class="flex flex-wrap gap-x-5 pt-1 text-xs">
		{#each drawing.facts as fact (fact.label)}
			<div class="flex gap-1.5">
				<dt class="text-ink2">{fact.label}</dt>
				<dd class="num text-xs {fact.differs ? 'text-red' : ''}">{fact.value}</dd>
			</div>
		{/each}
	</dl>
</div>
