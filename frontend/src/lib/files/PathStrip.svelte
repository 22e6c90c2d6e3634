<!-- The path of a kind of file: its pieces on a strip, picked and moved, the real one under it. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { chipsOf, insertAfter, moveBy, moveTo, removeAt, ruleOf, type Chip } from './strip';

	let {
		path,
		rule,
		pieces,
		problem,
		open,
		volumes,
		onopen,
		onrule,
		onvolume
	}: {
		path: Schema<'KindPath'>;
		/** The rule as it is typed, whether it can be taken or not. */
		rule: string;
		pieces: Schema<'PieceShown'>[];
		problem: Schema<'LayoutProblem'> | undefined;
		/** Whether its pieces are at hand. */
		open: boolean;
		volumes: readonly string[];
		onopen: () => void;
		onrule: (rule: string) => void;
		onvolume: (volume: string) => void;
	} = $props();

	const chips = $derived(chipsOf(rule));
	let chosen = $state(-1);
	let strip = $state<HTMLDivElement | null>(null);
	let dragged = $state(-1);
	const at = $derived(Math.min(chosen, chips.length - 1));

	function put(next: Chip[], place: number): void {
		chosen = Math.min(place, next.length - 1);
		onrule(ruleOf(next));
		// The chip that was acted on keeps the focus, wherever it went.
		requestAnimationFrame(() =>
			strip?.querySelectorAll<HTMLElement>('[data-chip]')[chosen]?.focus()
		);
	}

	function add(chip: Chip): void {
		const place = at < 0 ? chips.length - 1 : at;
		const next = insertAfter(chips, place, chip);
		put(next, place + (next.length - chips.length));
	}

	function onkeydown(event: KeyboardEvent, place: number): void {
		const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
		if (step && event.altKey) put(...moveBy(chips, place, step));
		else if (step) {
			chosen = Math.min(chips.length - 1, Math.max(0, place + step));
			strip?.querySelectorAll<HTMLElement>('[data-chip]')[chosen]?.focus();
		} else if (event.key === 'Delete' || event.key === 'Backspace')
			put(removeAt(chips, place), Math.max(0, place - 1));
		else return;
		event.preventDefault();
	}

	function ondrop(place: number): void {
		if (dragged < 0 || dragged === place) return;
		put(moveTo(chips, dragged, place), place);
		dragged = -1;
	}

	function write(words: string): void {
		const clean = words.trim();
		if (at < 0 || chips[at]?.kind !== 'words') return;
		if (!clean) put(removeAt(chips, at), at - 1);
		else
			onrule(ruleOf(chips.map((chip, n) => (n === at ? { kind: 'words', words: clean } : chip))));
	}

	const said = (chip: Chip): string =>
		chip.kind === 'break' ? '/' : chip.kind === 'piece' ? chip.piece : chip.words;
	const about = (chip: Chip): string =>
		chip.kind === 'break'
			? 'the next folder'
			: chip.kind === 'piece'
				? (pieces.find((each) => each.piece === chip.piece)?.about ?? 'there is no such piece')
				: 'words';
</script>

<section
	class="border-t border-rule py-1.5 {open ? 'bg-raised' : ''}"
	aria-label="Path of {path.label}"
	data-kind={path.kind}
>
	<div class="flex items-start gap-2">
		<button
			type="button"
			class="min-h-[24px] w-[92px] shrink-0 text-left {open ? 'font-semibold' : ''}"
			aria-expanded={open}
			onclick={onopen}>{path.label}</button
		>
		<div class="min-w-0 grow">
			{#if open}
				<div
					bind:this={strip}
					class="flex flex-wrap items-stretch gap-y-1"
					role="toolbar"
					aria-label="Pieces of {path.label}"
				>
					{#each chips as chip, place (place)}
						<button
							type="button"
							class="chip num {chip.kind}"
							data-chip
							aria-label="{said(chip)}, {about(chip)}"
							title={about(chip)}
							aria-pressed={at === place}
							tabindex={place === Math.max(0, at) ? 0 : -1}
							draggable="true"
							onfocus={() => (chosen = place)}
							onclick={() => (chosen = place)}
							onkeydown={(event) => onkeydown(event, place)}
							ondragstart={() => (dragged = place)}
							ondragover={(event) => event.preventDefault()}
							ondrop={(event) => {
								event.preventDefault();
								ondrop(place);
							}}>{said(chip)}</button
						>
					{/each}
				</div>
			{:else}
				<!-- The whole strip opens it: the button before it does the same for keys. -->
				<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
				<div class="flex flex-wrap" onclick={onopen}>
					{#each chips as chip, place (place)}
						<span class="chip small num {chip.kind}">{said(chip)}</span>
					{/each}
				</div>
			{/if}
			<p class="num mt-0.5 truncate text-fine text-ink2" title={path.whole || path.path}>
				{path.volume ? `${path.volume}: ` : ''}{path.path}
			</p>
			{#if problem || path.problem}
				<p class="text-red" role="alert">
					{problem?.message ?? path.problem}
					{#if problem?.nearest}<button
							type="button"
							class="act num"
							onclick={() => onrule(problem.nearest)}>{problem.nearest}</button
						>{/if}
				</p>
			{/if}
			{#if open}
				<div
					class="mt-1 flex flex-wrap items-center gap-x-1.5 gap-y-1"
					role="group"
					aria-label="Add"
				>
					<span class="text-xs text-ink2">add</span>
					{#each pieces as each (each.piece)}
						<button
							type="button"
							class="offer num"
							title="{each.about}: {each.built}"
							onclick={() => add({ kind: 'piece', piece: each.piece })}>{each.piece}</button
						>
					{/each}
					<button
						type="button"
						class="offer num"
						title="words"
						onclick={() => add({ kind: 'words', words: 'words' })}>words</button
					>
					<button
						type="button"
						class="offer num"
						title="the next folder"
						onclick={() => add({ kind: 'break' })}>/</button
					>
				</div>
				<div class="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 text-xs">
					{#if at >= 0 && chips[at]?.kind === 'words'}
						<label class="flex items-center gap-1.5"
							>words
							<input
								class="field num w-[calc(110px*var(--k))]"
								value={said(chips[at])}
								onchange={(event) => write(event.currentTarget.value)}
							/></label
						>
					{/if}
					{#if at >= 0}
						<button
							type="button"
							class="act"
							disabled={at === 0}
							onclick={() => put(...moveBy(chips, at, -1))}>move left</button
						>
						<button
							type="button"
							class="act"
							disabled={at === chips.length - 1}
							onclick={() => put(...moveBy(chips, at, 1))}>move right</button
						>
						<button type="button" class="act" onclick={() => put(removeAt(chips, at), at - 1)}
							>take away {said(chips[at]!)}</button
						>
					{/if}
					<label class="ml-auto flex items-center gap-1.5"
						>on
						<select
							class="field"
							value={path.volume}
							onchange={(event) => onvolume(event.currentTarget.value)}
						>
							<option value="">no volume</option>
							{#each volumes as each (each)}<option>{each}</option>{/each}
						</select></label
					>
				</div>
			{/if}
		</div>
	</div>
</section>

<style>
	.chip {
		min-height: 24px;
		min-width: 24px;
		padding: 0 6px;
		border: 1px solid var(--ink);
		border-right-width: 0;
		background: var(--raised);
		cursor: grab;
	}
	.chip.small {
		min-height: 0;
		min-width: 0;
		padding: 1px 4px;
		font-size: calc(11px * var(--k));
		cursor: pointer;
	}
	.chip:last-child {
		border-right-width: 1px;
	}
	.chip.words {
		background: var(--sheet);
		border-color: var(--mid);
		color: var(--ink2);
	}
	.chip.break {
		background: var(--stock);
		border-color: var(--mid);
		font-weight: 600;
	}
	.chip[aria-pressed='true'] {
		background: var(--ink);
		color: var(--raised);
	}
	.offer {
		min-height: 24px;
		min-width: 24px;
		padding: 0 6px;
		border: 1px dashed var(--mid);
	}
	.offer:hover {
		background: var(--sheet);
		border-style: solid;
	}
</style>
