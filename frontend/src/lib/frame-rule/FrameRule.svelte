<!-- A slide rule for frames: the same moments in every count, the bands between the scales. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import type { Snippet } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import { answerTurns } from '$lib/devices/surface.svelte';
	import { pressed } from '$lib/keys/keys.svelte';
	import { hand } from '$lib/hand/hand.svelte';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import { BandDrag } from './drag.svelte';
	import './frame-rule.css';
	import { RuleGeometry } from './geometry.svelte';
	import Hairline from './Hairline.svelte';
	import { layout, RANGES, type End, type RangeKey } from './layout';
	import RuleBands from './RuleBands.svelte';
	import RuleGrips from './RuleGrips.svelte';
	import { RuleHands } from './rule-hands.svelte';
	import RuleHead from './RuleHead.svelte';
	import RuleMarks from './RuleMarks.svelte';
	import RuleScales from './RuleScales.svelte';
	import { RuleView, viewKeys } from './view.svelte';

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
		tools,
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
		/** What can be done to the pane that it stands in. */
		tools?: Snippet;
		element?: SVGSVGElement | null;
	} = $props();

	const view = new RuleView(
		() => rule.whole,
		(shown) => onlook(shown)
	);
	const geometry = new RuleGeometry(view);
	const drag = new BandDrag(view, geometry, {
		rule: () => rule,
		busy: () => busy,
		type: (key, end, frame) => ontype(key, end, frame),
		commit: (key) => oncommit(key)
	});

	let chosen = $state<number | null>(null);
	let selected = $state('work');
	let pan = $state<{ x: number; first: number } | null>(null);
	const hands = new RuleHands({
		view,
		geometry,
		element: () => element as SVGSVGElement,
		onmoment: read
	});

	const places = $derived(layout(rule, hand.large, hand.k));
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

	function read(moment: number): void {
		if (moment >= view.first && moment <= view.last) chosen = Math.floor(moment);
	}

	function onpointermove(event: PointerEvent): void {
		if (drag.active) {
			hands.feel(event);
			chosen = drag.move(hands.moment(event), event.altKey);
		} else if (hands.move(event)) return;
		else if (pan) view.move(pan.first - (event.clientX - pan.x) / geometry.scale);
		else read(hands.moment(event));
	}

	function take(event: PointerEvent): void {
		if (event.button > 1 || hands.down(event)) return;
		pan = { x: event.clientX, first: view.first };
		(element as SVGSVGElement).setPointerCapture(event.pointerId);
	}

	function letGo(event: PointerEvent): void {
		pan = null;
		hands.up(event);
	}

	function show(at: number): void {
		chosen = at;
		view.reveal(at);
	}

	function set(end: End): void {
		if (range === 'work_range' && rule.locked) drag.refused = true;
		else onend(range, end, frame);
	}

	answerTurns({
		hairline: (steps) => show(Math.min(rule.whole.last, Math.max(rule.whole.first, frame + steps)))
	});

	function onkeydown(event: KeyboardEvent): void {
		const ends = band(selected)?.runs;
		const does = {
			setFirst: () => set('first'),
			setLast: () => set('last'),
			mark: () => onmark(frame),
			fit: () => ends?.[0] && view.fit(ends[0].first, ends.at(-1)?.last ?? ends[0].last),
			...viewKeys(view, frame)
		};
		if (pressed(event, does) || event.altKey || event.ctrlKey || event.metaKey) return;
		const names = rule.bands.map((each) => each.key);
		const step = event.shiftKey ? 10 : 1;
		const acts: Record<string, () => void> = {
			ArrowLeft: () => show(Math.max(rule.whole.first, frame - step)),
			ArrowRight: () => show(Math.min(rule.whole.last, frame + step)),
			Home: () => show(ends?.[0]?.first ?? frame),
			End: () => show(ends?.at(-1)?.last ?? frame),
			ArrowDown: () => (selected = names[(names.indexOf(selected) + 1) % names.length] ?? selected),
			ArrowUp: () =>
				(selected = names[(names.indexOf(selected) + names.length - 1) % names.length] ?? selected)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}
</script>

<div class="frame-rule">
	<RuleHead
		{rule}
		{view}
		{drag}
		{range}
		label={band(selected)?.label ?? ''}
		{frame}
		typed={typing(range)}
		onwhole={(text) => onwhole(range, text)}
		oncommit={() => oncommit(range)}
		onleave={() => onleave(range)}
		{onlock}
		{tools}
	/>
	<!-- A slider over frames; what it reads is spoken in every count. -->
	<svg
		bind:this={element}
		bind:clientWidth={geometry.width}
		class="block w-full touch-none {pan ? 'cursor-grabbing' : 'cursor-crosshair'}"
		height={places.tall}
		role="slider"
		tabindex="0"
		aria-label="Frame rule"
		data-hint={PARTS.rule}
		aria-valuemin={rule.whole.first}
		aria-valuemax={rule.whole.last}
		aria-valuenow={frame}
		aria-valuetext={spoken}
		{onpointermove}
		onpointerdown={take}
		onpointerup={letGo}
		onpointercancel={letGo}
		onwheel={(event) => hands.wheel(event)}
		{onkeydown}
	>
		<Hatch id="short" />
		<RuleScales {rule} {geometry} {places} {frame} {reading} />
		<RuleBands {rule} {geometry} {view} {drag} {places} {selected} />
		<RuleMarks marks={rule.marks} {geometry} />
		<RuleGrips {geometry} {drag} {places} onselect={(name) => (selected = name)} />
		<Hairline {rule} {geometry} {places} {frame} {reading} free={hands.free} />
	</svg>
</div>
