<!-- The stand from the side, to scale: taken hold of with the pointer, or moved by keys. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { along, benchOf, halfField, lines, metresAt } from './bench';

	let {
		drawing,
		selected = '',
		onselect = () => undefined,
		onput,
		oncommit = () => undefined
	}: {
		drawing: Schema<'StandDrawing'>;
		/** What is taken hold of: `focus`, `converge`, or `element:` and a name. */
		selected?: string;
		onselect?: (what: string) => void;
		/** Something is put so many metres away, for now; without it nothing can be taken hold of. */
		onput?: (what: string, metres: number) => void;
		/** What was put is kept. */
		oncommit?: (what: string) => void;
	} = $props();

	let wide = $state(640);
	let svg = $state<SVGSVGElement | null>(null);
	// While something is dragged the scale stands: what is farthest would run from the pointer.
	let held = $state<number | null>(null);
	let dragged = '';

	const farthest = $derived(held ?? drawing.farthest);
	const bench = $derived(benchOf(wide, farthest, drawing.half_angle));
	const x = (metres: number) => along(bench, metres);
	const end = $derived(x(farthest));
	const sheets = $derived([...drawing.sheets].sort((one, other) => one.at - other.at));
	const places = $derived(
		lines(
			sheets.map((each) => x(each.at)),
			84
		)
	);
	const most = $derived(
		Math.max(2, ...drawing.sheets.map((each) => Math.min(200, each.soft * 1.3)))
	);
	const y = (soft: number) => bench.floor - (Math.min(most, soft) / most) * bench.curve;
	const path = $derived(
		drawing.distances
			.map((at, n) => [x(at), y(drawing.softness[n] ?? 0)])
			.filter(([at]) => at! <= end + 1)
			.map(([at, to]) => `${at} ${to}`)
			.join('L')
	);
	const near = $derived(x(drawing.near ?? 0));
	const far = $derived(Math.min(end, x(drawing.far ?? farthest)));

	const spoken = $derived(
		`${drawing.title}: ${drawing.corner}` +
			(onput ? '' : `; ${drawing.sheets.map((each) => `${each.name} ${each.words}`).join(', ')}`)
	);

	/** What can be taken hold of, the nearest to the pointer first: elements before lines. */
	function under(place: number): string {
		const found = [
			...drawing.sheets.map((each) => ({ what: `element:${each.name}`, at: x(each.at), by: 0 })),
			...(drawing.focus === null ? [] : [{ what: 'focus', at: x(drawing.focus), by: 3 }]),
			...(drawing.converge === null ? [] : [{ what: 'converge', at: x(drawing.converge), by: 3 }])
		]
			.map((each) => ({ ...each, off: Math.abs(each.at - place) + each.by }))
			.filter((each) => each.off < 16)
			.sort((one, other) => one.off - other.off);
		return found[0]?.what ?? '';
	}

	function placeOf(event: PointerEvent): number {
		const box = svg!.getBoundingClientRect();
		return ((event.clientX - box.left) / box.width) * wide;
	}

	function press(event: PointerEvent): void {
		dragged = onput ? under(placeOf(event)) : '';
		if (!dragged) return;
		onselect(dragged);
		held = drawing.farthest;
		svg!.setPointerCapture(event.pointerId);
	}

	function move(event: PointerEvent): void {
		if (dragged) onput?.(dragged, metresAt(bench, Math.min(end, placeOf(event))));
	}

	function release(): void {
		if (dragged) oncommit(dragged);
		dragged = '';
		held = null;
	}

	const atOf = (what: string) =>
		what === 'focus'
			? drawing.focus
			: what === 'converge'
				? drawing.converge
				: drawing.sheets.find((each) => `element:${each.name}` === what)?.at;

	/** Arrow keys move by a hundredth of the stand, with Shift by a tenth. */
	function key(event: KeyboardEvent, what: string): void {
		const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
		const at = atOf(what);
		if (way === undefined || at === null || at === undefined) return;
		event.preventDefault();
		const step = (drawing.farthest / 1.15 / 100) * (event.shiftKey ? 10 : 1);
		onput?.(what, Math.max(0.01, at + way * step));
	}
</script>

{#snippet grip(what: string, label: string, at: number, words: string)}
	<rect
		x={x(at) - 12}
		y={bench.axis - 12}
		width="24"
		height="24"
		class="grip"
		class:chosen={selected === what}
		tabindex="0"
		role="slider"
		aria-label={label}
		aria-valuenow={Number(at.toFixed(2))}
		aria-valuemin={0}
		aria-valuemax={Number(farthest.toFixed(2))}
		aria-valuetext={words}
		onfocus={() => onselect(what)}
		onkeydown={(event) => key(event, what)}
		onkeyup={(event) => event.key.startsWith('Arrow') && oncommit(what)}
	/>
{/snippet}

<div bind:clientWidth={wide}>
	<svg
		bind:this={svg}
		viewBox="0 0 {wide} 326"
		class="block w-full select-none"
		class:touch-none={onput !== undefined}
		role={onput ? 'group' : 'img'}
		aria-label={spoken}
		onpointerdown={press}
		onpointermove={move}
		onpointerup={release}
		onpointercancel={release}
	>
		{#if drawing.focus !== null && drawing.near !== null}
			<rect x={near} y="10" width={Math.max(1, far - near)} height="196" class="sharp" />
			<text x={(near + far) / 2} y="21" text-anchor="middle" class="soft">sharp to a pixel</text>
		{/if}
		<path
			d="M{end} {bench.axis -
				halfField(bench, farthest)}L{bench.left} {bench.axis}L{end} {bench.axis +
				halfField(bench, farthest)}"
			class="field"
		/>
		<path d="M{bench.left} {bench.axis}H{end}" class="axis" />
		<path
			d="M{bench.left - 26} {bench.axis - 11}h18v22h-18zM{bench.left - 8} {bench.axis -
				6}l8 -5v22l-8 -5z"
			class="camera"
		/>
		{#if drawing.focus !== null}
			<path d="M{x(drawing.focus)} 40V206" class="focus" class:chosen={selected === 'focus'} />
			<text x={x(drawing.focus)} y="36" text-anchor="middle" class="soft">focus</text>
		{/if}
		{#if drawing.converge !== null}
			<path d="M{x(drawing.converge)} 52V206" class="screen" />
			<text x={x(drawing.converge)} y="48" text-anchor="middle" class="soft">screen</text>
			<path
				d="M{bench.left} {bench.axis - 5}L{x(
					drawing.converge
				)} {bench.axis}L{bench.left} {bench.axis + 5}"
				class="axis"
			/>
		{/if}
		{#each sheets as sheet, n (sheet.name)}
			{@const at = x(sheet.at)}
			{@const half = halfField(bench, sheet.at)}
			{@const text = 224 + places[n]! * 13}
			<path
				d="M{at} {bench.axis - half}V{bench.axis + half}"
				class="sheet"
				class:bad={!sheet.comfortable}
			/>
			<path d="M{at} {bench.axis + half}V{text - 10}" class="axis" />
			{#if sheet.moves}<path d="M{at} {bench.axis - half - 8}l4 4l-4 4l-4 -4z" class="key" />{/if}
			<text x={Math.min(wide - 44, Math.max(36, at))} y={text} text-anchor="middle"
				>{sheet.name}</text
			>
		{/each}
		<path d="M{bench.left} {bench.floor}H{end}" class="axis" />
		{#if path}
			<path d="M{path}" class="curve" />
			{#each drawing.sheets as sheet (sheet.name)}
				<circle cx={x(sheet.at)} cy={y(sheet.soft)} r="3.5" class="dot" />
			{/each}
			<text x="2" y={bench.floor - bench.curve + 4} class="soft">{most.toFixed(0)} px</text>
		{:else}
			<text x={bench.left} y={bench.floor - 10} class="soft">everything is sharp</text>
		{/if}
		<text x={bench.left} y={bench.floor + 16}>0 m</text>
		<text x={end} y={bench.floor + 16} text-anchor="end">{farthest.toPrecision(3)} m</text>
		{#if onput}
			{#each sheets as sheet (sheet.name)}
				{@render grip(
					`element:${sheet.name}`,
					sheet.name,
					sheet.at,
					`${sheet.at.toPrecision(3)} m, ${sheet.words}`
				)}
			{/each}
			{#if drawing.focus !== null}
				{@render grip('focus', 'Focus', drawing.focus, `${drawing.focus.toPrecision(3)} m`)}
			{/if}
			{#if drawing.converge !== null}
				{@render grip(
					'converge',
					'Where the eyes converge',
					drawing.converge,
					`${drawing.converge.toPrecision(3)} m`
				)}
			{/if}
		{/if}
	</svg>
</div>

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(11px * var(--k));
		letter-spacing: -0.03em;
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
	.sharp {
		fill: var(--rule);
		opacity: 0.45;
	}
	.focus {
		stroke: var(--ink2);
		stroke-dasharray: 5 4;
		fill: none;
	}
	.focus.chosen {
		stroke: var(--ink);
		stroke-width: 2;
	}
	.screen {
		stroke: var(--ink2);
		stroke-dasharray: 1 3;
		stroke-width: 2;
	}
	.field,
	.camera {
		fill: none;
		stroke: var(--ink);
	}
	.axis {
		stroke: var(--rule);
		fill: none;
	}
	.sheet {
		stroke: var(--ink);
		stroke-width: 3;
	}
	.sheet.bad {
		stroke: var(--red);
	}
	.key {
		fill: var(--ink);
	}
	.curve {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.dot {
		fill: var(--ink);
	}
	.grip {
		fill: transparent;
		stroke: transparent;
		cursor: ew-resize;
	}
	.grip.chosen {
		stroke: var(--ink2);
		stroke-dasharray: 2 2;
	}
	.grip:focus-visible {
		stroke: var(--blue);
		stroke-width: 2;
		stroke-dasharray: none;
		outline: none;
	}
</style>
