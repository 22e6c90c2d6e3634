<!-- A slide rule for frames: the same moments in every count, the bands between the scales. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from './Hatch.svelte';

	let {
		rule,
		onfirst,
		onlast,
		ontype,
		oncommit,
		element = $bindable()
	}: {
		rule: Schema<'Rule'>;
		/** The work range is to begin, or end, at a frame. */
		onfirst: (frame: number) => void;
		onlast: (frame: number) => void;
		/** An end of the work range is being dragged. */
		ontype: (end: 'first' | 'last', frame: number) => void;
		oncommit: () => void;
		element?: SVGSVGElement | null;
	} = $props();

	const LEFT = 112;
	const RIGHT = 18;
	// Where each scale's ticks stand and which way they go, and where its figures stand.
	const PLACES: Record<string, { line: number; up: boolean; text: number; tone: string }> = {
		edit: { line: 33, up: true, text: 15, tone: 'blue' },
		shot: { line: 60, up: false, text: 80, tone: 'ink' },
		source: { line: 97, up: false, text: 115, tone: 'soft' },
		seconds: { line: 121, up: false, text: 135, tone: 'soft' },
		feet: { line: 141, up: false, text: 155, tone: 'soft' }
	};
	const BANDS: Record<string, { y: number; height: number }> = {
		cut: { y: 37, height: 9 },
		work: { y: 48, height: 9 },
		disk: { y: 88, height: 3 }
	};
	const TALL = 160;

	let width = $state(1100);
	let chosen = $state<number | null>(null);
	let inHand = $state('work');
	let dragging = $state<'first' | 'last' | null>(null);

	const length = $derived(rule.last - rule.first + 1);
	const scale = $derived((width - LEFT - RIGHT) / length);
	const x = (frame: number) => LEFT + (frame - rule.first) * scale;
	const band = (key: string) => rule.bands.find((each) => each.key === key);

	const frame = $derived(
		Math.min(rule.last, Math.max(rule.first, chosen ?? band('cut')?.runs[0]?.first ?? rule.home))
	);
	const reading = $derived(Math.floor((frame - rule.first) / rule.step));
	const spoken = $derived(
		rule.scales.map((each) => `${each.label} ${each.readings[reading] ?? ''}`).join(', ')
	);
	const work = $derived(band('work')?.runs[0]);

	const FIGURE = 6.5;

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

	function frameAt(event: PointerEvent): number {
		const box = (element as SVGSVGElement).getBoundingClientRect();
		return Math.floor(rule.first + (event.clientX - box.left - LEFT) / scale);
	}

	function onpointermove(event: PointerEvent): void {
		const at = frameAt(event);
		if (!dragging) {
			if (at >= rule.first && at <= rule.last) chosen = at;
			return;
		}
		chosen = at;
		ontype(dragging, at);
	}

	function grip(event: PointerEvent, end: 'first' | 'last'): void {
		dragging = end;
		inHand = 'work';
		(event.currentTarget as Element).setPointerCapture(event.pointerId);
		event.preventDefault();
	}

	function release(): void {
		if (!dragging) return;
		dragging = null;
		oncommit();
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const ends = band(inHand)?.runs;
		const names = rule.bands.map((each) => each.key);
		const step = event.shiftKey ? 10 : 1;
		const acts: Record<string, () => void> = {
			ArrowLeft: () => (chosen = Math.max(rule.first, frame - step)),
			ArrowRight: () => (chosen = Math.min(rule.last, frame + step)),
			Home: () => (chosen = ends?.[0]?.first ?? frame),
			End: () => (chosen = ends?.at(-1)?.last ?? frame),
			ArrowDown: () => (inHand = names[(names.indexOf(inHand) + 1) % names.length] ?? inHand),
			ArrowUp: () =>
				(inHand = names[(names.indexOf(inHand) + names.length - 1) % names.length] ?? inHand),
			b: () => onfirst(frame),
			l: () => onlast(frame)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}
</script>

<div class="flex items-baseline gap-3 px-[18px] pt-[6px]">
	<h2 class="font-semibold">Frame rule</h2>
	<p class="text-xs text-ink2">
		hover to read every count at one moment · <span class="text-ink">{band(inHand)?.label}</span> in hand
	</p>
</div>
<!-- A slider over frames; what it reads is spoken in every count. -->
<svg
	bind:this={element}
	bind:clientWidth={width}
	class="block w-full cursor-crosshair touch-none"
	height={TALL}
	role="slider"
	tabindex="0"
	aria-label="Frame rule"
	aria-valuemin={rule.first}
	aria-valuemax={rule.last}
	aria-valuenow={frame}
	aria-valuetext={spoken}
	{onpointermove}
	{onkeydown}
>
	<Hatch id="short" />
	{#each rule.scales as each (each.key)}
		{@const place = PLACES[each.key]}
		{#if place}
			<g class={place.tone}>
				<text x="18" y={place.text} class="name">{each.label}</text>
				<path
					d={each.marks
						.map((mark) => {
							const tall = [4, 8, 14][mark.level] ?? 4;
							return `M${x(mark.at).toFixed(1)} ${place.line}v${place.up ? -tall : tall}`;
						})
						.join('')}
				/>
				{#each each.marks as mark (mark.at)}
					{#if mark.label && x(mark.at) < width - 40 && !covered(x(mark.at) + 3, mark.label, each.readings[reading])}
						<text x={x(mark.at) + 3} y={place.text} class="figure">{mark.label}</text>
					{/if}
				{/each}
			</g>
		{/if}
	{/each}
	{#each rule.bands as each (each.key)}
		{@const place = BANDS[each.key]}
		{#if place}
			<g class="band {each.tone}" class:hand={inHand === each.key}>
				<text x="18" y={place.y + place.height / 2 + 4} class="name">{each.label}</text>
				{#each each.runs as run (run.first)}
					<rect
						x={x(run.first)}
						y={place.y}
						width={Math.max(1, (run.last - run.first + 1) * scale)}
						height={place.height}
					/>
				{/each}
				{#each each.missing as run (run.first)}
					<rect
						x={x(run.first)}
						y={place.y - 4}
						width={Math.max(3, (run.last - run.first + 1) * scale)}
						height={place.height + 8}
						fill="url(#short)"
						class="gap"
					/>
				{/each}
				{#if each.note}
					<text
						x={Math.min(x((each.missing.at(-1)?.last ?? rule.last) + 1) + 6, width - 76)}
						y={place.y + 6}
						class="name note">{each.note}</text
					>
				{/if}
			</g>
		{/if}
	{/each}
	{#if work}
		{#each ['first', 'last'] as const as end (end)}
			<rect
				role="presentation"
				class="grip"
				x={(end === 'first' ? x(work.first) : x(work.last + 1)) - 5}
				y="46"
				width="10"
				height="13"
				onpointerdown={(event) => grip(event, end)}
				onpointerup={release}
				onpointercancel={release}
			/>
		{/each}
	{/if}
	<g class="hairline" aria-hidden="true">
		<path d="M{x(frame) + scale / 2} 2v{TALL - 6}" />
		{#each rule.scales as each (each.key)}
			{@const place = PLACES[each.key]}
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
	.band rect.gap {
		fill: url(#short);
	}
	.band .note {
		fill: var(--red);
	}
	.band.hand .name:not(.note) {
		font-weight: 700;
	}
	.grip {
		fill: transparent;
		cursor: ew-resize;
	}
	.grip:hover {
		fill: var(--red);
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
