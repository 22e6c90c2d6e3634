<!-- The shot's frames, and on them exactly what each element shows when; its hairline sets them all. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import '$lib/frame-rule/frame-rule.css';
	import { RuleGeometry } from '$lib/frame-rule/geometry.svelte';
	import Hairline from '$lib/frame-rule/Hairline.svelte';
	import type { RuleLayout } from '$lib/frame-rule/layout';
	import RuleBand from '$lib/frame-rule/RuleBand.svelte';
	import RuleScales from '$lib/frame-rule/RuleScales.svelte';
	import SoundBand from './SoundBand.svelte';
	import { RuleView, viewKeys } from '$lib/frame-rule/view.svelte';

	let {
		shot,
		rule,
		sounds,
		frame,
		selected,
		onframe,
		onlook,
		onselect
	}: {
		shot: number;
		rule: Schema<'FrameRule'>;
		sounds: Schema<'LinkedSound'>[];
		frame: number;
		selected: number | null;
		onframe: (frame: number) => void;
		onlook: (view: Schema<'FrameRange'> | null) => void;
		onselect: (id: number) => void;
	} = $props();

	const BAND = 15;
	const FIRST = 40;
	const SOUND = 30;

	const view = new RuleView(
		() => rule.whole,
		(shown) => onlook(shown)
	);
	const geometry = new RuleGeometry(view);
	let svg = $state<SVGSVGElement | null>(null);

	const soundsFrom = $derived(FIRST + rule.bands.length * BAND + 2);
	const tall = $derived(soundsFrom + sounds.length * SOUND + 4);
	const places = $derived<RuleLayout>({
		scales: { shot: { line: 6, up: false, text: 28, tone: 'ink' } },
		bands: Object.fromEntries(
			rule.bands.map((band, n) => [band.key, { y: FIRST + n * BAND, height: 8 }])
		),
		tall
	});
	const at = $derived(Math.min(Math.ceil(view.last), Math.max(Math.floor(view.first), frame)));
	const reading = $derived(Math.floor((at - rule.first) / rule.step));
	const spoken = $derived(
		rule.scales.map((each) => `${each.label} ${each.readings[reading] ?? ''}`).join(', ')
	);
	const idOf = (key: string) => Number(key.replace('element-', ''));

	function point(event: PointerEvent): void {
		if (event.type === 'pointermove' && !(event.buttons & 1)) return;
		const box = (svg as SVGSVGElement).getBoundingClientRect();
		const moment = geometry.moment(event.clientX, box);
		const band = rule.bands[Math.floor((event.clientY - box.top - FIRST + 4) / BAND)];
		if (event.type === 'pointerdown') {
			(svg as SVGSVGElement).setPointerCapture(event.pointerId);
			if (band?.key.startsWith('element-')) onselect(idOf(band.key));
		}
		if (moment >= view.first && moment <= view.last + 1) onframe(Math.floor(moment));
	}

	function onwheel(event: WheelEvent): void {
		event.preventDefault();
		const moment = geometry.moment(event.clientX, (svg as SVGSVGElement).getBoundingClientRect());
		if (event.shiftKey) view.move(view.first + event.deltaY / geometry.scale);
		else view.zoom(Math.exp(event.deltaY / 300), moment);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const step = event.shiftKey ? 10 : 1;
		const to = (frame: number) => {
			onframe(Math.min(rule.whole.last, Math.max(rule.whole.first, frame)));
			view.reveal(frame);
		};
		const band = rule.bands.find((each) => each.key === `element-${selected}`) ?? rule.bands[0];
		const runs = band ? [...band.runs, ...(band.fills ?? []).map((each) => each.frames)] : [];
		const acts: Record<string, () => void> = {
			ArrowLeft: () => to(at - step),
			ArrowRight: () => to(at + step),
			Home: () => runs.length && to(Math.min(...runs.map((run) => run.first))),
			End: () => runs.length && to(Math.max(...runs.map((run) => run.last))),
			...viewKeys(view, at)
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
		height={tall}
		role="slider"
		tabindex="0"
		aria-label="Frames of the stack"
		aria-valuemin={rule.whole.first}
		aria-valuemax={rule.whole.last}
		aria-valuenow={at}
		aria-valuetext={spoken}
		onpointerdown={point}
		onpointermove={point}
		{onwheel}
		{onkeydown}
	>
		<Hatch id="short" />
		<RuleScales {rule} {geometry} {places} frame={at} {reading} />
		{#each rule.bands as band (band.key)}
			<RuleBand
				{band}
				{geometry}
				{view}
				place={places.bands[band.key]!}
				chosen={band.key === `element-${selected}`}
				runs={band.runs}
			/>
		{/each}
		{#each sounds as sound, n (sound.id)}
			<SoundBand
				{shot}
				{sound}
				view={{ first: rule.first, last: rule.last }}
				{geometry}
				y={soundsFrom + n * SOUND}
				height={SOUND - 6}
			/>
		{/each}
		<Hairline {rule} {geometry} {places} frame={at} {reading} />
	</svg>
</div>
