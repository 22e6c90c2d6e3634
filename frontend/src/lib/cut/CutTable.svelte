<!-- Every shot in the order of the edit; a dot means that it follows the edit. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import CutBars from '$lib/drawings/CutBars.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import Shape from '$lib/drawings/Shape.svelte';
	import ShotPicture from '$lib/pictures/ShotPicture.svelte';
	import { Picked } from '$lib/ui/rows/picked.svelte';
	import { Rows } from '$lib/ui/rows/rows.svelte';
	import type { CutFilter, CutOrder } from './cut-filter.svelte';
	import { changeOf, type Choosing } from './choosing.svelte';

	let {
		said,
		filter,
		choosing,
		scroller
	}: {
		said: Schema<'ProductionPage'>;
		filter: CutFilter;
		choosing: Choosing;
		scroller: () => HTMLElement | null;
	} = $props();

	let body = $state<HTMLElement | null>(null);
	const rows = new Rows({
		all: () => filter.lines,
		scroller: () => scroller(),
		list: () => body,
		tall: 38
	});
	/** Those that can be chosen, as they are shown. */
	const picked = new Picked(() =>
		filter.lines.flatMap((line) => (line.shot_id === null ? [] : [line.shot_id]))
	);

	/** Choose a shot, or with Shift all from the one before to it. */
	function choose(shot: number, run: boolean): void {
		picked.all = choosing.several ?? [];
		picked.turn(shot, run);
		choosing.several = [...picked.all];
	}

	function chooseAll(): void {
		picked.all = choosing.several ?? [];
		picked.turnAll();
		choosing.several = [...picked.all];
	}

	const CELLS = ['canvas', 'rate', 'range'] as const;
	const cell = (line: Schema<'ShotLine'>, name: string) => line.line?.cells[name];
	const longest = (text: (line: Schema<'ShotLine'>) => string | null | undefined) =>
		said.lines.reduce((most, line) => {
			const its = text(line) ?? '';
			return its.length > most.length ? its : most;
		}, '');
	/** The longest of every column: rows that come into view make none wider. */
	const widest = $derived({
		code: longest((line) => line.code),
		title: longest((line) => line.title),
		cells: CELLS.map((name) => longest((line) => cell(line, name)?.text)),
		why: longest((line) => line.line?.why || line.note || cell(line, 'colour')?.text)
	});
	const tone = (state: Schema<'State'> | undefined) => (state === 'differs' ? 'text-red' : '');
</script>

{#snippet head(order: CutOrder, label: string)}
	<button
		type="button"
		class="min-h-[24px] {filter.order === order ? 'font-semibold text-ink' : 'hover:text-ink'}"
		title={filter.order === order ? 'In cut order again' : `Sort by ${label.toLowerCase()}`}
		onclick={() => filter.sort(order)}>{label}</button
	>
{/snippet}

<table
	aria-rowcount={filter.lines.length + 1}
	class="w-full border-t border-rule text-left [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal"
>
	<thead class="sticky top-0 z-[5] h-[28px] bg-sheet text-xs text-ink2">
		<tr aria-rowindex={1}>
			<th class="w-6" aria-sort={filter.order === 'state' ? 'ascending' : undefined}>
				{#if choosing.several}
					<input
						type="checkbox"
						class="h-[18px] w-[18px] align-middle accent-ink"
						aria-label="Choose all that are shown"
						checked={choosing.several.length > 0 &&
							filter.lines.every(
								(line) => line.shot_id === null || choosing.several?.includes(line.shot_id)
							)}
						onchange={chooseAll}
					/>
				{:else}
					<button
						type="button"
						class="min-h-[24px] min-w-[24px]"
						aria-label="State"
						title={filter.order === 'state' ? 'In cut order again' : 'Those that differ first'}
						onclick={() => filter.sort('state')}><Mark state="differs" size={9} /></button
					>
				{/if}
			</th><th aria-sort={filter.order === 'code' ? 'ascending' : undefined}
				>{@render head('code', 'Shot')}</th
			><th><span class="sr-only">Title</span></th><th>Edit in</th><th
				class="text-right"
				aria-sort={filter.order === 'length' ? 'descending' : undefined}
				>{@render head('length', 'Cut')}</th
			>
			<th>Frames on disk</th><th><span class="sr-only">Shape</span></th><th>Canvas</th><th>Rate</th
			><th>Range</th><th>Why</th>
		</tr>
	</thead>
	<tbody bind:this={body}>
		{#if rows.before}<tr aria-hidden="true" style:height="{rows.before}px"></tr>{/if}
		{#each rows.shown as { row: line, place } (line.code)}
			{@const shared = choosing.shares(line.shot_id)}
			<tr
				class="h-[38px] border-t border-rule hover:bg-raised"
				class:bg-raised={line.shot_id === null}
				data-index={place}
				aria-rowindex={place + 2}
				{@attach rows.measured}
			>
				<td>
					{#if choosing.comp && line.edit_in}
						<input
							type="checkbox"
							class="accent-ink"
							aria-label="{line.code} in the comp"
							checked={choosing.comp.includes(line.code)}
							onchange={(event) => choosing.pick(line.code, event.currentTarget.checked)}
						/>
					{:else if choosing.several && line.shot_id !== null}
						<input
							type="checkbox"
							class="h-[18px] w-[18px] align-middle accent-ink"
							aria-label="Choose {line.code}"
							checked={choosing.several.includes(line.shot_id)}
							onclick={(event) => line.shot_id !== null && choose(line.shot_id, event.shiftKey)}
						/>
					{:else}<Mark state={line.state} word={line.word} />{/if}
				</td>
				<td class="num font-semibold whitespace-nowrap">
					{#if line.shot_id !== null}<a class="hover:underline" href="/s/{line.shot_id}"
							>{line.code}</a
						>
					{:else}{line.code}{/if}
				</td>
				<td class="max-w-52 truncate" title={line.title}>
					{#if line.shot_id !== null}<a href="/s/{line.shot_id}" tabindex="-1">{line.title}</a>
					{:else}<button
							type="button"
							class="act"
							aria-label="Set up from the cut: {line.code}"
							onclick={() => void choosing.setUp([line.code], true)}>Set up from the cut</button
						>{/if}
				</td>
				<td class="num text-blue" title="Source {line.source_in}">{line.edit_in ?? ''}</td>
				<td class="num text-right">{line.length ?? ''}</td>
				<td
					><CutBars
						bars={line.line?.bars ?? null}
						length={line.length ?? 0}
						longest={said.longest}
					/></td
				>
				<td
					>{#if line.shot_id !== null && line.line?.picture}<ShotPicture
							shot={line.shot_id}
							face={line.line.picture}
							width={48}
							label="Picture of {line.code}"
							red={cell(line, 'canvas')?.state === 'differs'}
							large
						/>{:else if line.shot_id !== null}<Shape
							shape={line.shape}
							edit={said.edit_shape}
						/>{/if}</td
				>
				{#each CELLS as name (name)}
					{@const found = cell(line, name)}
					<td class="num leading-tight {tone(found?.state)}"
						>{#if found?.text}{found.text}{:else if line.shot_id !== null}<span class="text-ink2"
								>·</span
							>{/if}</td
					>
				{/each}
				<td class="text-xs leading-tight text-ink2">
					{#if line.line?.why}<q class="italic">{line.line.why}</q>{/if}
					{#if cell(line, 'colour')?.text}<span class={tone(cell(line, 'colour')?.state)}
							>colour: {cell(line, 'colour')?.text}</span
						>{/if}
					{line.note}
					{#if shared}
						<a
							class="act"
							title="Change what these shots share"
							href={changeOf(said.id, shared.shots)}>shares {shared.name}</a
						>
					{/if}
				</td>
			</tr>
		{/each}
		{#if rows.after}<tr aria-hidden="true" style:height="{rows.after}px"></tr>{/if}
	</tbody>
	<tfoot aria-hidden="true" class="invisible print:hidden [&_div]:h-0 [&_div]:overflow-hidden">
		<tr>
			<td></td>
			<td class="num font-semibold whitespace-nowrap"><div>{widest.code}</div></td>
			<td class="max-w-52 truncate"><div>{widest.title}</div></td>
			<td></td><td></td><td></td><td></td>
			{#each widest.cells as text, place (place)}<td class="num"><div>{text}</div></td>{/each}
			<td class="text-xs"><div>{widest.why}</div></td>
		</tr>
	</tfoot>
</table>
