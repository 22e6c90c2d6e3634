<!-- The stack: sheets lying over one another, seen a little from the side, back at the bottom. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import { elementPicture } from '$lib/pictures/loader.svelte';
	import SmallPicture from '$lib/pictures/SmallPicture.svelte';
	import { kindWords, layStack, moved, TILT } from './stack';

	let {
		shot,
		version,
		elements,
		selected,
		frame,
		onselect,
		onscrub,
		onorder,
		onturn
	}: {
		shot: number;
		version: string;
		/** From back to front. */
		elements: Schema<'LinkedElement'>[];
		selected: number | null;
		/** The shot's frame that the pictures show, each element its own where it is scrubbed. */
		frame: (element: number) => number | null;
		onselect: (id: number) => void;
		onscrub: (id: number, share: number | null) => void;
		onorder: (ids: number[]) => void;
		/** An element is to be used, or not. */
		onturn: (id: number, on: boolean) => void;
	} = $props();

	let width = $state(800);
	let height = $state(500);
	let drag = $state<{ id: number; y: number; by: number } | null>(null);

	/** The sheet that has the focus: moved, it is taken out of the page and put in again. */
	let focused: number | null = null;
	$effect(() => {
		if (ids.length && focused !== null && document.activeElement === document.body)
			document.getElementById(`sheet-${focused}`)?.focus();
	});

	const first = $derived(elements.find((each) => each.picture)?.picture);
	const shape = $derived(
		first ? (first.canvas.width * first.width) / (first.canvas.height * first.height) : 16 / 9
	);
	const lying = $derived(layStack(elements.length, shape, width, height));
	const ids = $derived(elements.map((each) => each.id));
	const step = $derived(lying.places.length > 1 ? lying.places[0]!.top - lying.places[1]!.top : 1);

	const size = (each: Schema<'LinkedElement'>) => {
		const { layers } = each;
		const alpha = layers.some((layer) => layer.kind === 'alpha') ? ' · alpha' : '';
		const more = layers.length > 2 ? ` · ${layers.length} layers` : alpha;
		return `${each.line.header['size'] ?? ''} · ${layers[0]?.type ?? ''}${more}`;
	};

	function take(event: PointerEvent, id: number): void {
		if (event.button) return;
		onselect(id);
		drag = { id, y: event.clientY, by: 0 };
		(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
	}

	function move(event: PointerEvent): void {
		if (!drag) return;
		const by = Math.round((drag.y - event.clientY) / step);
		if (by !== drag.by) drag = { ...drag, by };
	}

	function drop(): void {
		if (drag?.by) onorder(moved(ids, drag.id, drag.by));
		drag = null;
	}

	function onkeydown(event: KeyboardEvent, at: number): void {
		const id = ids[at]!;
		const forward = { ArrowUp: 1, ArrowDown: -1 }[event.key];
		if (event.key === ' ') {
			onturn(id, !elements[at]!.on);
		} else if (forward && event.altKey) {
			onorder(moved(ids, id, forward));
		} else if (forward) {
			const next = ids[at + forward];
			if (next === undefined) return;
			onselect(next);
			document.getElementById(`sheet-${next}`)?.focus();
		} else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** How far a sheet lies from its place while one is being moved. */
	function lifted(at: number): number {
		if (!drag) return 0;
		const from = ids.indexOf(drag.id);
		const to = Math.min(ids.length - 1, Math.max(0, from + drag.by));
		if (at === from) return to - from;
		if (from < to && at > from && at <= to) return -1;
		if (to < from && at >= to && at < from) return 1;
		return 0;
	}
</script>

<div class="min-h-0 grow overflow-y-auto" bind:clientWidth={width} bind:clientHeight={height}>
	<div
		class="relative"
		role="listbox"
		aria-label="Stack, from back to front"
		data-hint={PARTS.stack}
		aria-orientation="vertical"
		style:height="{lying.tall}px"
	>
		{#each elements as each, at (each.id)}
			{@const place = lying.places[at]!}
			{@const away = lifted(at)}
			{@const red = each.line.state === 'differs' || each.line.state === 'unknown'}
			<div
				id="sheet-{each.id}"
				role="option"
				aria-selected={selected === each.id}
				aria-label="{each.name}, {each.role}, {each.line.word}{each.on ? '' : ', not used'}"
				tabindex={selected === each.id || (selected === null && at === elements.length - 1)
					? 0
					: -1}
				class="sheet absolute outline-none"
				class:off={!each.on}
				class:selected={selected === each.id}
				class:moving={drag?.id === each.id}
				style:left="{place.left + away * 14}px"
				style:top="{place.top - away * step}px"
				style:width="{place.width}px"
				onpointerdown={(event) => take(event, each.id)}
				onpointermove={move}
				onpointerup={drop}
				onpointercancel={() => (drag = null)}
				onkeydown={(event) => onkeydown(event, at)}
				onfocusin={() => (focused = each.id)}
				onfocusout={(event) => event.relatedTarget && (focused = null)}
			>
				<div class="lying" style:transform="skewY(-{TILT}deg)">
					{#if each.picture}
						<SmallPicture
							address={each.on
								? elementPicture(shot, each.id, {
										frame: frame(each.id),
										width: 480,
										version
									})
								: ''}
							frame={each.picture}
							label="{each.name} at its frame"
							{red}
							onscrub={(share) => onscrub(each.id, share)}
						/>
					{:else}
						<div class="h-full border-2 border-red bg-stock" style:aspect-ratio={shape}></div>
					{/if}
				</div>
				<div
					class="label absolute left-full pl-2.5 whitespace-nowrap"
					style:bottom={lying.brief ? '0' : '-8px'}
				>
					<p class="flex items-center gap-2">
						<Mark state={each.line.state} word={each.line.word} />
						<span class="num truncate text-base font-semibold" class:text-red={red}
							>{each.name}</span
						>
						{#if lying.brief}<span class="text-xs text-ink2">{kindWords(each)}</span>{/if}
					</p>
					{#if !lying.brief}
						<p class="text-xs text-ink2">
							{each.on ? '' : 'not used · '}{each.role} · {kindWords(each)}
						</p>
						<p class="text-xs text-ink2">{size(each)}</p>
					{/if}
				</div>
			</div>
		{/each}
	</div>
</div>

<style>
	.sheet {
		touch-action: none;
		cursor: grab;
		transition:
			top 120ms,
			left 120ms;
	}
	.sheet.moving {
		cursor: grabbing;
	}
	.lying {
		transform-origin: left bottom;
		box-shadow: 3px 4px 0 rgb(0 0 0 / 0.12);
	}
	.off .lying {
		opacity: 0.45;
		box-shadow: none;
	}
	.selected .lying {
		outline: 2px solid var(--ink);
		outline-offset: 2px;
	}
	.sheet:focus-visible .lying {
		outline: 2px solid var(--blue);
		outline-offset: 3px;
	}
	.label {
		max-width: 300px;
	}
</style>
