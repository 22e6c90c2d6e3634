<!-- Shots of every production as a list: thousands, of which those that are seen are laid out. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import type { Picked } from '$lib/ui/rows/picked.svelte';
	import { Rows } from '$lib/ui/rows/rows.svelte';
	import { clock } from '$lib/words';
	import type { Order } from './desk-queries';
	import Pin from './Pin.svelte';

	let {
		shots,
		picked,
		order,
		scroller,
		onorder
	}: {
		shots: readonly Schema<'RecentShot'>[];
		picked: Picked;
		order: Order | '';
		scroller: () => HTMLElement | null;
		onorder: (order: Order) => void;
	} = $props();

	let body = $state<HTMLElement | null>(null);
	const rows = new Rows({
		all: () => shots,
		scroller: () => scroller(),
		list: () => body,
		tall: 37
	});
	const HEADS: { order: Order; label: string; wide: string }[] = [
		{ order: 'code', label: 'Shot', wide: 'w-[130px]' },
		{ order: 'production', label: 'Production', wide: 'w-[170px]' },
		{ order: 'artist', label: 'Saved by', wide: 'w-[120px]' },
		{ order: 'touched', label: 'When', wide: 'w-[96px]' }
	];
</script>

{#snippet head(each: (typeof HEADS)[number])}
	<th class={each.wide} aria-sort={order === each.order ? 'ascending' : undefined}>
		<button
			type="button"
			class="min-h-[24px] {order === each.order ? 'font-semibold text-ink' : 'hover:text-ink'}"
			onclick={() => onorder(each.order)}>{each.label}</button
		>
	</th>
{/snippet}

<table
	class="w-full table-fixed text-left [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal"
	aria-rowcount={shots.length + 1}
	aria-label="Shots"
>
	<thead class="sticky top-0 z-[5] h-[28px] bg-sheet text-xs text-ink2">
		<tr aria-rowindex={1}>
			<th class="w-[34px]">
				<input
					type="checkbox"
					class="h-[18px] w-[18px] align-middle accent-ink"
					aria-label="Choose all {shots.length}"
					checked={shots.length > 0 && shots.every((each) => picked.has(each.id))}
					onchange={() => picked.turnAll()}
				/>
			</th>
			<th class="w-[26px]" aria-sort={order === 'state' ? 'ascending' : undefined}>
				<button
					type="button"
					class="min-h-[24px] min-w-[24px]"
					aria-label="State"
					title="Those that differ first"
					onclick={() => onorder('state')}><Mark state="differs" size={9} /></button
				>
			</th>
			{@render head(HEADS[0]!)}
			<th>Title</th>
			{@render head(HEADS[1]!)}
			<th class="w-[100px]">Canvas</th>
			<th>Against the edit</th>
			{@render head(HEADS[2]!)}
			{@render head(HEADS[3]!)}
			<th class="w-[38px]"><span class="sr-only">Pinned</span></th>
		</tr>
	</thead>
	<tbody bind:this={body}>
		{#if rows.before}<tr aria-hidden="true" style:height="{rows.before}px"></tr>{/if}
		{#each rows.shown as { row: shot, place } (shot.id)}
			<tr
				class="group h-[37px] border-t border-rule hover:bg-raised"
				class:bg-stock={picked.has(shot.id)}
				data-index={place}
				aria-rowindex={place + 2}
				{@attach rows.measured}
			>
				<td>
					<input
						type="checkbox"
						class="h-[18px] w-[18px] align-middle accent-ink"
						aria-label="Choose {shot.code}"
						checked={picked.has(shot.id)}
						onclick={(event) => picked.turn(shot.id, event.shiftKey)}
					/>
				</td>
				<td><Mark state={shot.state} word={shot.word} size={11} /></td>
				<td class="truncate"
					><a class="num font-semibold hover:underline" href="/s/{shot.id}">{shot.code}</a></td
				>
				<td class="truncate"><a href="/s/{shot.id}" tabindex="-1">{shot.title}</a></td>
				<td class="truncate text-ink2">{shot.production}</td>
				<td class="num truncate">{shot.canvas}</td>
				<td class="truncate text-ink2 {shot.warning ? 'text-red' : ''}"
					>{shot.warning || shot.verdict}</td
				>
				<td class="truncate">{shot.artist}</td>
				<td class="num whitespace-nowrap">{clock(shot.touched_at)}</td>
				<td><Pin {shot} /></td>
			</tr>
		{/each}
		{#if rows.after}<tr aria-hidden="true" style:height="{rows.after}px"></tr>{/if}
	</tbody>
</table>
