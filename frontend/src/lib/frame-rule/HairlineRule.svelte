<!-- A rule that is read and moved by its hairline: a shot's frames with what the page lays on them. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import type { Snippet } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import { pressed } from '$lib/keys/keys.svelte';
	import { answerTurns } from '$lib/devices/surface.svelte';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import './frame-rule.css';
	import { RuleGeometry } from './geometry.svelte';
	import Hairline from './Hairline.svelte';
	import type { RuleLayout } from './layout';
	import { RuleHands } from './rule-hands.svelte';
	import RuleScales from './RuleScales.svelte';
	import { RuleView, viewKeys } from './view.svelte';

	let {
		rule,
		places,
		frame,
		label,
		bands,
		ends,
		onframe,
		onlook,
		onband = () => undefined
	}: {
		rule: Schema<'FrameRule'>;
		places: RuleLayout;
		frame: number;
		label: string;
		/** What lies on it. */
		bands: Snippet<[RuleGeometry, RuleView]>;
		/** The frames that Home and End go to. */
		ends: () => Schema<'FrameRange'> | null;
		onframe: (frame: number) => void;
		onlook: (view: Schema<'FrameRange'> | null) => void;
		/** A band was pressed, by its key. */
		onband?: (key: string) => void;
	} = $props();

	const view = new RuleView(
		() => rule.whole,
		(shown) => onlook(shown)
	);
	const geometry = new RuleGeometry(view);
	let svg = $state<SVGSVGElement | null>(null);
	const hands = new RuleHands({
		view,
		geometry,
		element: () => svg as SVGSVGElement,
		onmoment: read
	});

	const at = $derived(Math.min(Math.ceil(view.last), Math.max(Math.floor(view.first), frame)));
	const reading = $derived(Math.floor((at - rule.first) / rule.step));
	const spoken = $derived(
		rule.scales.map((each) => `${each.label} ${each.readings[reading] ?? ''}`).join(', ')
	);

	/** The band at a height, half of the room between two of them counted to each. */
	function bandAt(y: number): string | undefined {
		const near = Object.entries(places.bands).find(
			([, place]) => y >= place.y - 3 && y < place.y + place.height + 4
		);
		return near?.[0];
	}

	function read(moment: number): void {
		if (moment >= view.first && moment <= view.last + 1) onframe(Math.floor(moment));
	}

	function take(event: PointerEvent): void {
		const band = bandAt(event.clientY - (svg as SVGSVGElement).getBoundingClientRect().top);
		if (band) onband(band);
		if (hands.down(event)) return;
		(svg as SVGSVGElement).setPointerCapture(event.pointerId);
		read(hands.moment(event));
	}

	function onpointermove(event: PointerEvent): void {
		if (hands.move(event) || !(event.buttons & 1)) return;
		read(hands.moment(event));
	}

	function to(frame: number): void {
		onframe(Math.min(rule.whole.last, Math.max(rule.whole.first, frame)));
		view.reveal(frame);
	}

	answerTurns({ hairline: (steps) => to(at + steps) });

	function onkeydown(event: KeyboardEvent): void {
		if (pressed(event, viewKeys(view, at))) return;
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const step = event.shiftKey ? 10 : 1;
		const acts: Record<string, () => void> = {
			ArrowLeft: () => to(at - step),
			ArrowRight: () => to(at + step),
			Home: () => to(ends()?.first ?? at),
			End: () => to(ends()?.last ?? at)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}
</script>

<div class="frame-rule max-h-[34vh] shrink-0 overflow-y-auto border-t border-ink bg-sheet">
	<svg
		bind:this={svg}
		bind:clientWidth={geometry.width}
		class="block w-full cursor-crosshair touch-none"
		height={places.tall}
		role="slider"
		tabindex="0"
		aria-label={label}
		data-hint={PARTS.bands}
		aria-valuemin={rule.whole.first}
		aria-valuemax={rule.whole.last}
		aria-valuenow={at}
		aria-valuetext={spoken}
		onpointerdown={take}
		{onpointermove}
		onpointerup={(event) => hands.up(event)}
		onpointercancel={(event) => hands.up(event)}
		onwheel={(event) => hands.wheel(event)}
		{onkeydown}
	>
		<Hatch id="short" />
		<RuleScales {rule} {geometry} {places} frame={at} {reading} />
		{@render bands(geometry, view)}
		<Hairline {rule} {geometry} {places} frame={at} {reading} free={hands.free} />
	</svg>
</div>
