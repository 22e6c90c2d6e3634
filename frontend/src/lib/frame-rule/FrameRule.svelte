<!-- A slide rule for frames: the same moments in every count, the bands between the scales. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { KEYS } from '$lib/state/keys.svelte';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import { layout, LEFT, RIGHT, type End, type RangeKey } from './layout';
	import { RuleView } from './view.svelte';

	let {
		rule,
		busy,
		typing,
		onlook,
		onend,
		ontype,
		onwhole,
		oncommit,
		onleave,
		onlock,
		onmark,
		element = $bindable()
	}: {
		rule: Schema<'FrameRule'>;
		/** Whether an answer of the server is awaited: a drag waits for it, and draws on. */
		busy: boolean;
		/** A range as it is typed in one piece, and what was understood or is wrong. */
		typing: (key: RangeKey) => { text: string; note: string; wrong: boolean };
		/** Another part of the rule is looked at; null is all of it. */
		onlook: (view: Schema<'FrameRange'> | null) => void;
		/** A range is to begin, or end, at a frame. */
		onend: (key: RangeKey, end: End, frame: number) => void;
		/** An end of a range is being dragged. */
		ontype: (key: RangeKey, end: End, frame: number) => void;
		/** A range is being typed in one piece. */
		onwhole: (key: RangeKey, text: string) => void;
		oncommit: (key: RangeKey) => void;
		onleave: (key: RangeKey) => void;
		onlock: () => void;
		onmark: (frame: number) => void;
		element?: SVGSVGElement | null;
	} = $props();

	const SNAP = 7;
	const RANGES: Record<string, RangeKey> = {
		cut: 'cut_range',
		work: 'work_range',
		clip: 'clip_range'
	};
	const FIGURE = 6.5;

	let width = $state(1100);
	let chosen = $state<number | null>(null);
	let selected = $state('work');
	let dragging = $state<{ band: string; end: End } | null>(null);
	let dragged = $state<number | null>(null);
	let snapped = $state(false);
	let refused = $state(false);
	let pan = $state<{ x: number; first: number } | null>(null);
	let sent: number | null = null;

	const view = new RuleView(
		() => rule.whole,
		(shown) => onlook(shown)
	);
	const places = $derived(layout(rule));
	const scale = $derived((width - LEFT - RIGHT) / view.length);
	const x = (frame: number) => LEFT + (frame - view.first) * scale;
	const band = (key: string) => rule.bands.find((each) => each.key === key);

	const frame = $derived(
		Math.min(
			Math.ceil(view.last),
			Math.max(Math.floor(view.first), chosen ?? band('cut')?.runs[0]?.first ?? rule.home)
		)
	);
	const reading = $derived(Math.floor((frame - rule.first) / rule.step));
	const spoken = $derived(
		rule.scales.map((each) => `${each.label} ${each.readings[reading] ?? ''}`).join(', ')
	);
	/** The range that is typed and set by keys: that of the selected band, or else the work range. */
	const range = $derived(RANGES[selected] ?? 'work_range');
	const typed = $derived(typing(range));

	/** A band's range as the hand has it: an end in drag is where the pointer is. */
	function held(name: string): Schema<'FrameRange'> | undefined {
		const stored = band(name)?.runs[0];
		if (!stored || dragging?.band !== name || dragged === null) return stored;
		return dragging.end === 'first'
			? { first: Math.min(dragged, stored.last), last: stored.last }
			: { first: stored.first, last: Math.max(dragged, stored.first) };
	}

	// A drag goes on without waiting; the newest place is told as soon as the server is free.
	$effect(() => {
		if (busy || dragging === null || dragged === null || dragged === sent) return;
		sent = dragged;
		tell(dragging, dragged);
	});

	function tell(what: { band: string; end: End }, at: number): void {
		const key = RANGES[what.band];
		if (key) ontype(key, what.end, at);
	}

	const visible = (run: Schema<'FrameRange'>) => run.last >= view.first && run.first <= view.last;
	const from = (run: Schema<'FrameRange'>) => Math.max(LEFT, x(run.first));
	const wide = (run: Schema<'FrameRange'>, least: number) =>
		Math.max(least, Math.min(width - RIGHT, x(run.last + 1)) - from(run));

	/** Where the hairline's reading stands: beside it, or before it at the right edge. */
	function flag(words: string): { left: number; wide: number } {
		const line = x(frame) + scale / 2;
		const wide = words.length * FIGURE + 8;
		return { left: line + wide + 4 > width ? line - wide - 3 : line + 3, wide };
	}

	/** Whether a figure of a scale would lie under the hairline's reading. */
	function covered(left: number, label: string, words: string | undefined): boolean {
		if (!words) return false;
		const over = flag(words);
		return left < over.left + over.wide && left + label.length * FIGURE > over.left - 3;
	}

	function ticks(each: Schema<'Scale'>, line: number, up: boolean): string {
		let drawn = '';
		for (const mark of each.marks) {
			const at = x(mark.at);
			if (at < LEFT - 1 || at > width - RIGHT + 1) continue;
			const tall = [4, 8, 14][mark.level] ?? 4;
			drawn += `M${at.toFixed(1)} ${line}v${up ? -tall : tall}`;
		}
		return drawn;
	}

	function pointed(event: PointerEvent | WheelEvent): number {
		const box = (element as SVGSVGElement).getBoundingClientRect();
		return view.first + (event.clientX - box.left - LEFT) / scale;
	}

	function onpointermove(event: PointerEvent): void {
		const at = Math.floor(pointed(event));
		if (dragging) {
			const near = event.altKey ? null : snap(at, dragging.end);
			snapped = near !== null;
			const edge = Math.round(pointed(event));
			dragged = near ?? (dragging.end === 'last' ? edge - 1 : edge);
			chosen = dragged;
		} else if (pan) {
			view.move(pan.first - (event.clientX - pan.x) / scale);
		} else if (at >= view.first && at <= view.last) chosen = at;
	}

	/** The frame that an end holds on to here, if any: cut, handles, clip and files end there. */
	function snap(at: number, end: End): number | null {
		const ends = end === 'first' ? rule.snap_first : rule.snap_last;
		const near = ends.filter((each) => Math.abs(each - at) * scale <= SNAP);
		near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
		return near[0] ?? null;
	}

	const words = (key: RangeKey) => key.replace('_', ' ');
	const isLocked = (name: string) => name === 'work' && rule.locked !== null;

	function grip(event: PointerEvent, name: string, end: End): void {
		event.preventDefault();
		event.stopPropagation();
		selected = name;
		if (isLocked(name)) {
			refused = true;
			return;
		}
		dragging = { band: name, end };
		sent = null;
		view.hold();
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
	}

	function release(): void {
		if (!dragging) return;
		if (dragged !== null && dragged !== sent) tell(dragging, dragged);
		const key = RANGES[dragging.band];
		dragging = dragged = null;
		snapped = false;
		view.release();
		if (key) oncommit(key);
	}

	function take(event: PointerEvent): void {
		if (event.button > 1) return;
		pan = { x: event.clientX, first: view.first };
		(element as SVGSVGElement).setPointerCapture(event.pointerId);
	}

	function onwheel(event: WheelEvent): void {
		event.preventDefault();
		const across = event.shiftKey ? event.deltaY : event.deltaX;
		if (Math.abs(across) > Math.abs(event.deltaY) || event.shiftKey)
			view.move(view.first + across / scale);
		else view.zoom(Math.exp(event.deltaY / 300), pointed(event));
	}

	function show(at: number): void {
		chosen = at;
		view.reveal(at);
	}

	function set(end: End): void {
		if (range === 'work_range' && rule.locked) refused = true;
		else onend(range, end, frame);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const ends = band(selected)?.runs;
		const names = rule.bands.map((each) => each.key);
		const step = event.shiftKey ? 10 : 1;
		const acts: Record<string, () => void> = {
			ArrowLeft: () => show(Math.max(rule.whole.first, frame - step)),
			ArrowRight: () => show(Math.min(rule.whole.last, frame + step)),
			Home: () => show(ends?.[0]?.first ?? frame),
			End: () => show(ends?.at(-1)?.last ?? frame),
			ArrowDown: () => (selected = names[(names.indexOf(selected) + 1) % names.length] ?? selected),
			ArrowUp: () =>
				(selected = names[(names.indexOf(selected) + names.length - 1) % names.length] ?? selected),
			b: () => set('first'),
			l: () => set('last'),
			i: () => onmark(frame),
			z: () => ends?.[0] && view.fit(ends[0].first, ends.at(-1)?.last ?? ends[0].last),
			'+': () => view.zoom(0.5, frame),
			'=': () => view.zoom(0.5, frame),
			'-': () => view.zoom(2, frame),
			'0': () => view.all(),
			'[': () => view.move(view.first - view.length / 4),
			']': () => view.move(view.first + view.length / 4)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}

	$effect(() => {
		if (!rule.locked) refused = false;
	});
</script>

<div class="flex flex-wrap items-center gap-x-3 px-[18px] pt-[5px]">
	<h2 class="font-semibold">Frame rule</h2>
	<label class="flex items-center gap-2 text-xs text-ink2">
		{words(range)}
		<input
			class="field num min-h-[24px] py-0 font-medium text-ink"
			style="width: 24ch"
			aria-label={`${words(range)} in one piece`}
			aria-invalid={typed.wrong}
			autocomplete="off"
			spellcheck="false"
			value={typed.text}
			oninput={(event) => onwhole(range, event.currentTarget.value)}
			onblur={() => oncommit(range)}
			onkeydown={(event) => {
				if (event.key === 'Enter') oncommit(range);
				if (event.key === 'Escape') onleave(range);
			}}
		/>
	</label>
	<button
		type="button"
		class="act min-h-[24px] text-xs"
		aria-pressed={rule.locked !== null}
		title="{rule.locked ? 'Open the lock' : 'Lock the work range'} ({KEYS.lock.key})"
		onclick={onlock}
	>
		<svg
			width="10"
			height="11"
			viewBox="0 0 10 11"
			class="inline-block align-[-1px]"
			aria-hidden="true"
		>
			<rect
				x="0.7"
				y="5"
				width="8.6"
				height="5.3"
				fill={rule.locked ? 'currentColor' : 'none'}
				stroke="currentColor"
			/>
			<path
				d={rule.locked ? 'M2.5 5V3.2a2.5 2.5 0 0 1 5 0V5' : 'M2.5 5V2.8a2.5 2.5 0 0 1 4.9-.6'}
				fill="none"
				stroke="currentColor"
			/>
		</svg>
		{rule.locked ? 'Open the lock' : 'Lock'}</button
	>
	{#if rule.locked}<span class="text-xs" class:text-red={refused} role="status"
			>locked by {rule.locked}{refused ? ': open the lock to move an end' : ''}</span
		>{/if}
	{#if typed.note}<span
			class="text-xs {typed.wrong ? 'text-red' : 'text-ink'}"
			role={typed.wrong ? 'alert' : 'status'}>{typed.note}</span
		>{/if}
	<span class="ml-auto flex items-baseline gap-3 text-xs text-ink2">
		{#if snapped}<span class="text-ink">held at {dragged}</span>{/if}
		<span><span class="text-ink">{band(selected)?.label}</span> selected</span>
		<button
			type="button"
			class="act min-h-[24px]"
			title="Show less of the rule, larger (+)"
			onclick={() => view.zoom(0.5, frame)}>Zoom in</button
		>
		<button
			type="button"
			class="act min-h-[24px]"
			title="Show more of the rule (-)"
			onclick={() => view.zoom(2, frame)}>Zoom out</button
		>
		<button
			type="button"
			class="act min-h-[24px]"
			disabled={view.whole}
			title="Show all of the rule (0)"
			onclick={() => view.all()}>Show all</button
		>
	</span>
</div>
<!-- A slider over frames; what it reads is spoken in every count. -->
<svg
	bind:this={element}
	bind:clientWidth={width}
	class="block w-full touch-none {pan ? 'cursor-grabbing' : 'cursor-crosshair'}"
	height={places.tall}
	role="slider"
	tabindex="0"
	aria-label="Frame rule"
	aria-valuemin={rule.whole.first}
	aria-valuemax={rule.whole.last}
	aria-valuenow={frame}
	aria-valuetext={spoken}
	{onpointermove}
	onpointerdown={take}
	onpointerup={() => (pan = null)}
	onpointercancel={() => (pan = null)}
	{onwheel}
	{onkeydown}
>
	<Hatch id="short" />
	{#each rule.scales as each (each.key)}
		{@const place = places.scales[each.key]}
		{#if place}
			<g class={place.tone}>
				<text x="18" y={place.text} class="name">{each.label}</text>
				<path d={ticks(each, place.line, place.up)} />
				{#each each.marks as mark (mark.at)}
					{@const left = x(mark.at) + 3}
					{#if mark.label && left > LEFT && left < width - 40 && !covered(left, mark.label, each.readings[reading])}
						<text x={left} y={place.text} class="figure">{mark.label}</text>
					{/if}
				{/each}
			</g>
		{/if}
	{/each}
	{#each rule.bands as each (each.key)}
		{@const place = places.bands[each.key]}
		{#if place}
			<g class="band {each.tone}" class:chosen={selected === each.key}>
				<text x="18" y={place.y + place.height / 2 + 4} class="name">{each.label}</text>
				{#each each.key in RANGES ? [held(each.key) ?? each.runs[0]!] : each.runs as run (run.first)}
					{#if visible(run)}
						<rect x={from(run)} y={place.y} width={wide(run, 1)} height={place.height} />
					{/if}
				{/each}
				{#each each.missing as run (run.first)}
					{#if visible(run)}
						<rect
							x={from(run)}
							y={place.y - 3}
							width={wide(run, 3)}
							height={place.height + 6}
							fill="url(#short)"
							class="gap"
						/>
					{/if}
				{/each}
				{#if each.note}
					<text
						x={Math.max(
							LEFT,
							Math.min(x((each.missing.at(-1)?.last ?? view.last) + 1) + 6, width - 76)
						)}
						y={place.y + 6}
						class="name note">{each.note}</text
					>
				{/if}
			</g>
		{/if}
	{/each}
	{#each rule.marks as mark (`${mark.kind} ${mark.frame} ${mark.name}`)}
		{@const at = x(mark.frame) + scale / 2}
		{#if at >= LEFT && at <= width - RIGHT}
			<path
				class="mark"
				class:key={mark.kind === 'key'}
				d={mark.kind === 'key' ? `M${at} 59l3.5 4-3.5 4-3.5-4Z` : `M${at} 68V58h6l-2 2.5 2 2.5h-6`}
			>
				<title>{mark.frame} {mark.kind} {mark.name}</title>
			</path>
		{/if}
	{/each}
	{#each Object.keys(RANGES) as name (name)}
		{@const run = held(name)}
		{@const place = places.bands[name]}
		{#if run && place}
			{#each ['first', 'last'] as const as end (end)}
				{@const at = end === 'first' ? x(run.first) : x(run.last + 1)}
				{#if at >= LEFT - 6 && at <= width - RIGHT + 6}
					<rect
						role="presentation"
						class="grip"
						class:locked={isLocked(name)}
						data-band={name}
						x={at - 6}
						y={place.y - 1}
						width="12"
						height={place.height + 2}
						onpointerdown={(event) => grip(event, name, end)}
						onpointerup={release}
						onpointercancel={release}
					/>
				{/if}
			{/each}
		{/if}
	{/each}
	<g class="hairline" aria-hidden="true">
		<path d="M{x(frame) + scale / 2} 2v{places.tall - 6}" />
		{#each rule.scales as each (each.key)}
			{@const place = places.scales[each.key]}
			{@const words = each.readings[reading]}
			{#if place && words}
				{@const { left, wide } = flag(words)}
				<rect x={left} y={place.text - 10} width={wide} height="13" />
				<text x={left + 4} y={place.text} class="figure {place.tone}">{words}</text>
			{/if}
		{/each}
	</g>
</svg>

<style>
	text {
		font-family: var(--font-words);
		font-size: 11px;
		font-stretch: 85%;
		fill: currentColor;
	}
	.figure {
		font-family: var(--font-figures);
		font-size: 10.5px;
		font-stretch: 100%;
		letter-spacing: -0.02em;
	}
	path {
		stroke: currentColor;
		fill: none;
	}
	.blue {
		color: var(--blue);
	}
	.blue path {
		stroke: var(--blueline);
	}
	.soft {
		color: var(--ink2);
	}
	.ink,
	.clip,
	.disk {
		color: var(--ink);
	}
	.band.blue rect {
		fill: var(--blueline);
	}
	.band.ink rect,
	.band.disk rect {
		fill: var(--ink);
	}
	.band.clip rect {
		fill: var(--stock);
		stroke: var(--ink2);
	}
	.band rect.gap {
		fill: url(#short);
		stroke: none;
	}
	.band .note {
		fill: var(--red);
	}
	.band.chosen .name:not(.note) {
		font-weight: 700;
	}
	.mark {
		stroke: var(--ink);
		fill: var(--sheet);
	}
	.mark.key {
		fill: var(--ink);
		stroke: var(--sheet);
	}
	.grip {
		fill: transparent;
		cursor: ew-resize;
	}
	.grip:hover {
		fill: color-mix(in srgb, var(--ink) 55%, transparent);
	}
	.grip.locked {
		cursor: not-allowed;
	}
	.hairline {
		pointer-events: none;
	}
	.hairline path {
		stroke: var(--red);
	}
	.hairline rect {
		fill: var(--sheet);
	}
	.hairline text {
		font-weight: 700;
	}
</style>
