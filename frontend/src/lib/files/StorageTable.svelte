<!-- The ways to store frames as a table: what each holds, and its frames drawn at one scale. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		rows,
		selected,
		reads,
		onselect
	}: {
		rows: Schema<'StorageRow'>[];
		/** The name of the one that is looked at. */
		selected: string;
		/** The bytes of a frame that the volume just plays in real time; 0 where that isn't known. */
		reads: number;
		onselect: (name: string) => void;
	} = $props();

	const WIDE = 150;
	const most = $derived(Math.max(1, ...rows.map((each) => each.bytes)));
	/** The root of a share: 40 kB and 33 MB are both seen. */
	const long = (bytes: number) => WIDE * Math.sqrt(Math.min(1, bytes / most));
	const held = (row: Schema<'StorageRow'>, severity: string) =>
		row.unheld.filter((each) => each.severity === severity).length;
</script>

<table class="w-full border-collapse">
	<thead class="sticky top-0 z-10 bg-sheet text-left text-xs text-ink2">
		<tr>
			<th class="w-[calc(24px*var(--k))]"><span class="sr-only">Chosen</span></th>
			<th class="font-normal">stored as</th>
			<th class="w-[calc(58px*var(--k))] font-normal">colour</th>
			<th class="w-[calc(44px*var(--k))] font-normal">alpha</th>
			<th class="w-[calc(50px*var(--k))] font-normal">layers</th>
			<th class="w-[calc(46px*var(--k))] font-normal">loses</th>
			<th class="font-normal" style:width="{WIDE + 66}px">a frame</th>
			<th class="w-[calc(76px*var(--k))] text-right font-normal">work range</th>
			<th class="w-[calc(66px*var(--k))] text-right font-normal">plays at</th>
			<th class="w-[calc(92px*var(--k))] pl-3 font-normal">this shot</th>
		</tr>
	</thead>
	<tbody>
		{#each rows as row, n (row.name)}
			{@const stops = held(row, 'stop')}
			{@const loses = held(row, 'warn')}
			<tr
				class="h-[25px] {row.family === rows[n - 1]?.family
					? ''
					: 'border-t border-rule'} {selected === row.name ? 'bg-raised' : ''} {row.here
					? 'text-ink2'
					: ''}"
			>
				<td class="pl-1">
					{#if row.chosen}<svg
							width="12"
							height="12"
							viewBox="0 0 12 12"
							role="img"
							aria-label="chosen"
							><path
								d="M1 6.5 4.5 10 11 2.5"
								fill="none"
								stroke="var(--ink)"
								stroke-width="2"
							/></svg
						>{/if}
				</td>
				<th class="p-0 text-left font-normal whitespace-nowrap">
					<button
						type="button"
						class="min-h-[24px] w-full text-left {row.chosen || selected === row.name
							? 'font-semibold'
							: ''}"
						aria-current={selected === row.name}
						onclick={() => onselect(row.name)}>{row.name}</button
					>
				</th>
				<td class="num">{row.chroma}</td>
				<td>{row.alpha ? 'yes' : '–'}</td>
				<td>{row.layers ? 'yes' : '–'}</td>
				<td>{row.lossy ? 'some' : '–'}</td>
				<td class="whitespace-nowrap">
					<svg
						width={WIDE}
						height="12"
						viewBox="0 0 {WIDE} 12"
						class="inline align-middle"
						aria-hidden="true"
					>
						<rect
							x="0.5"
							y="2.5"
							width={Math.max(1, long(row.bytes) - 1)}
							height="7"
							class={row.measured ? 'measured' : 'reckoned'}
						/>
						{#if reads && reads < most}
							<path d="M{long(reads)} 0v12" class="reads" />
						{/if}
					</svg>
					<span class="num {row.measured ? '' : 'text-ink2'}"
						>{row.measured ? '' : '≤ '}{row.size}</span
					>
				</td>
				<td class="num text-right {row.measured ? '' : 'text-ink2'}">{row.total}</td>
				<td class="num text-right whitespace-nowrap {row.plays === false ? 'text-red' : ''}"
					>{row.needs}</td
				>
				<td class="pl-3 text-sm whitespace-nowrap">
					{#if row.here}not here
					{:else if stops}<span class="text-red">can't be</span>
					{:else if loses}loses {loses}
					{:else}all of it{/if}
				</td>
			</tr>
		{/each}
	</tbody>
</table>

<style>
	.measured {
		fill: var(--ink);
	}
	.reckoned {
		fill: none;
		stroke: var(--ink2);
		stroke-dasharray: 2 2;
	}
	.reads {
		stroke: var(--red);
		stroke-width: 1.5;
	}
</style>
