<!-- The light table: pictures on grey, drawn by OpenColorIO's own shaders, moved and looked at close. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import { onMount, untrack } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import { pixelOf, type Frame } from './gl/frame';
	import { Renderer, type Drawn, type Readings, type Scene } from './gl/renderer';
	import type { Place } from '$lib/hand/fingers';
	import { Hands } from './hands.svelte';
	import Loupe from './Loupe.svelte';
	import { OUTSIDE, type Pick, type Proof } from './proof.svelte';
	import PixelValues from './PixelValues.svelte';
	import { figure, LOUPE, type Side } from './readings';
	import { onTable, sampling, zoomFor, type TableView } from './table.svelte';
	import TableLines from './TableLines.svelte';
	import { NAMED_FROM, VALUES_FROM } from './values';

	type Shader = Schema<'ViewShader'> | null;

	let {
		proof,
		view,
		shader,
		another,
		loupe,
		side,
		onreadings,
		onview,
		onbroken
	}: {
		proof: Proof;
		view: TableView;
		/** The shader of what is looked at, once it has come; undefined until then. */
		shader: Shader | undefined;
		/** That of what it is laid against. */
		another: Shader | undefined;
		loupe: boolean;
		side: Side;
		onreadings: (readings: Readings | null, x: number, y: number) => void;
		/** Why the view that is chosen fails; empty where it doesn't. */
		onview: (why: string) => void;
		/** The browser can't draw it: why. */
		onbroken: (why: string) => void;
	} = $props();

	let room = $state<HTMLDivElement | null>(null);
	let canvas = $state<HTMLCanvasElement | null>(null);
	let wide = $state(1);
	let renderer = $state.raw<Renderer | null>(null);
	let ratio = $state(1);
	/** Where the canvas lies in its room, in the page's pixels. */
	let snapped = $state.raw({ left: 0, top: 0, width: 1, height: 1 });
	/** The pointer, in the page's pixels of the table. */
	let pointer = $state.raw<{ x: number; y: number } | null>(null);
	let readings = $state.raw<Readings | null>(null);
	/** How often the browser took the graphics away and gave it back. */
	let given = $state(0);

	const page = $derived(proof.page!);
	const aspect = $derived(page.pixel_aspect);
	const whole = $derived(onTable(page.drawn, aspect));
	const canvasRect = $derived(
		onTable({ x: 0, y: 0, width: page.canvas.width, height: page.canvas.height }, aspect)
	);

	const beside = $derived(proof.other !== null && proof.compare === 'beside');
	/** Where the right one of two sheets begins, in screen pixels. */
	const half = $derived(Math.ceil(wide / 2));
	$effect(() => {
		const room = beside ? half : wide;
		untrack(() => {
			if (wide > 1) view.resize(room, view.height, whole);
		});
	});

	// What stands stays until there is something else to show.
	let stood = $state.raw<{ one?: Frame; other?: Frame }>({});
	$effect(() => {
		const one = proof.frameOf(proof.pick) ?? (proof.trouble ? undefined : stood.one);
		const other = proof.frameOf(proof.other) ?? (proof.other ? stood.other : undefined);
		if (one !== stood.one || other !== stood.other) stood = { one, other };
	});

	function drawnOf(
		pick: Pick | null,
		frame: Frame | undefined,
		shader: Shader | undefined
	): Drawn | null {
		const element = proof.elementOf(pick);
		if (!pick || !frame || !element || shader === undefined) return null;
		return {
			frame,
			// A copy that holds codes was seen through the view when it was made.
			shader: proof.isLight(pick) && element.copies_seen ? null : shader,
			kind: proof.kindOf(pick),
			...sampling(view, frame, element.place, aspect),
			field: proof.field
		};
	}

	const scene = $derived.by<Scene | null>(() => {
		const one = drawnOf(proof.pick, stood.one, shader);
		if (!one) return null;
		const c = view.screen(canvasRect);
		return {
			one,
			other: proof.other ? drawnOf(proof.other, stood.other, another) : null,
			compare: proof.compare,
			edge: beside ? half : c.x + c.width * proof.edge,
			look: proof.look,
			canvas: [c.x, c.y, c.x + c.width, c.y + c.height],
			outside: OUTSIDE[proof.outside]
		};
	});

	$effect(() => {
		void given;
		// The room's size is the canvas's own: when it changes, what was drawn is gone.
		void [view.width, view.height];
		if (!renderer || !canvas) return;
		try {
			if (scene) renderer.draw(scene);
			else renderer.clear();
			canvas.dataset.seen = scene ? scene.look.view || page.view : '';
			onview('');
		} catch (error) {
			renderer.clear();
			onview(error instanceof Error ? error.message : String(error));
		}
	});

	function begin(): void {
		try {
			renderer = new Renderer(canvas!);
			proof.longest = renderer.longest;
		} catch (error) {
			onbroken(error instanceof Error ? error.message : String(error));
		}
	}

	onMount(() => {
		begin();
		const lost = (event: Event) => {
			event.preventDefault();
			renderer = null;
		};
		const back = () => {
			begin();
			given += 1;
		};
		canvas!.addEventListener('webglcontextlost', lost);
		canvas!.addEventListener('webglcontextrestored', back);
		const measure = () => {
			if (!room || !canvas) return;
			ratio = devicePixelRatio;
			const { left, top, width, height } = room.getBoundingClientRect();
			canvas.width = Math.max(1, Math.floor(width * ratio));
			canvas.height = Math.max(1, Math.floor(height * ratio));
			// A pixel of the canvas is one of the screen: wherever the page is laid out between them,
			// the browser would draw it soft.
			snapped = {
				left: Math.ceil(left * ratio) / ratio - left,
				top: Math.ceil(top * ratio) / ratio - top,
				width: canvas.width / ratio,
				height: canvas.height / ratio
			};
			wide = canvas.width;
			view.resize(beside ? half : wide, canvas.height, whole);
		};
		const watcher = new ResizeObserver(measure);
		watcher.observe(room!);
		return () => {
			watcher.disconnect();
			renderer?.close();
		};
	});

	const isRight = (at: Place): boolean => beside && at.x * ratio >= half;
	/** Where a place of the page lies on its sheet. */
	const onSheet = (at: Place): Place => ({
		x: at.x - (isRight(at) ? half / ratio : 0),
		y: at.y
	});

	/** Where a place of the page is among the stored pixels of what lies there. */
	function pixelAt(at: Place): { x: number; y: number; drawn: Drawn } | null {
		if (!scene) return null;
		const right = isRight(at);
		const drawn = right && scene.other ? scene.other : scene.one;
		const x = Math.floor(at.x * ratio) - (right ? half : 0) + 0.5;
		return {
			x: Math.floor(drawn.origin[0] + x * drawn.step[0]),
			y: Math.floor(drawn.origin[1] + (Math.floor(at.y * ratio) + 0.5) * drawn.step[1]),
			drawn
		};
	}

	// What lies under the pointer is read again when anything that it goes through changes.
	$effect(() => {
		const at = pointer && pixelAt(pointer);
		const pick = pointer && isRight(pointer) ? proof.other : proof.pick;
		if (!renderer || !at || proof.player.playing || proof.isLight(pick)) return;
		const { drawn } = at;
		const { frame } = drawn;
		const inside = at.x >= 0 && at.y >= 0 && at.x < frame.width && at.y < frame.rows;
		const found = inside ? renderer.probe(drawn, at.x, at.y, LOUPE, proof.look) : null;
		readings = found;
		const across = at.x * frame.reduced + frame.x;
		onreadings(found, across, at.y * frame.reduced + frame.y);
	});

	const size = $derived(scene ? 1 / scene.one.step[0] : 0);
	const valued = $derived(
		scene && !scene.other && !proof.player.playing && size >= VALUES_FROM ? scene.one : null
	);

	/** At eight of the screen's pixels and more, what is under the pointer is told beside it. */
	const told = $derived.by(() => {
		if (!pointer || loupe || valued || size < NAMED_FROM) return null;
		const at = pixelAt(pointer);
		const pixel = at ? pixelOf(at.drawn.frame, at.x, at.y) : [];
		return pixel.length ? pixel.map(figure).join(' ') : null;
	});

	function placeOf(event: PointerEvent | WheelEvent): Place {
		const box = room!.getBoundingClientRect();
		return { x: event.clientX - box.left - snapped.left, y: event.clientY - box.top - snapped.top };
	}

	/** Keep only a part of the picture in memory: what was drawn round. */
	function takePart(from: Place, to: Place): void {
		const [a, b] = [formatAt(onSheet(from)), formatAt(onSheet(to))];
		if (a && b && b.x - a.x >= 8 && b.y - a.y >= 8) proof.part = [a.x, a.y, b.x - a.x, b.y - a.y];
	}

	/** Where a place of the page lies in the picture's format. */
	function formatAt(at: Place): Place | null {
		const found = pixelAt(at);
		if (!found) return null;
		const { frame } = found.drawn;
		return {
			x: Math.min(frame.format[0], Math.max(0, found.x * frame.reduced + frame.x)),
			y: Math.min(frame.format[1], Math.max(0, found.y * frame.reduced + frame.y))
		};
	}

	const hands = new Hands({
		get view() {
			return view;
		},
		ratio: () => ratio,
		onSheet,
		edge: () => (scene?.other && proof.compare === 'edge' ? scene.edge / ratio : null),
		onedge: (x) => {
			const c = view.screen(canvasRect);
			proof.edge = Math.min(1, Math.max(0, (x * ratio - c.x) / c.width));
		},
		onpart: takePart,
		whole: () => whole
	});

	/** Show all of it. */
	export function fit(): void {
		view.fit(whole);
	}

	/** Show each stored pixel as so many of the screen's. */
	export function closer(pixels: number): void {
		const element = proof.elementOf(proof.pick);
		if (stood.one && element) view.to(zoomFor(stood.one, element.place, pixels));
	}

	/** How many screen pixels a stored one is. */
	export function pixels(): number {
		return scene ? 1 / scene.one.step[1] : 1;
	}
</script>

{#snippet lines(pick: Pick | null, frame: Frame | undefined)}
	<TableLines
		{page}
		{view}
		{ratio}
		guides={proof.guides}
		{frame}
		place={proof.elementOf(pick)?.place}
	/>
{/snippet}

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	bind:this={room}
	class="relative min-h-0 min-w-0 grow touch-none overflow-hidden {loupe
		? 'cursor-crosshair'
		: 'cursor-grab active:cursor-grabbing'}"
	role="group"
	tabindex="0"
	aria-label="Light table"
	data-hint={PARTS.table}
	onpointerdown={(event) => {
		if (event.button > 1) return;
		room!.setPointerCapture(event.pointerId);
		room!.focus();
		hands.down(event, placeOf(event));
	}}
	onpointermove={(event) => {
		pointer = placeOf(event);
		hands.move(event, pointer);
	}}
	onpointerup={(event) => hands.up(event)}
	onpointercancel={(event) => hands.up(event)}
	onpointerleave={() => {
		pointer = null;
		readings = null;
		onreadings(null, 0, 0);
	}}
	onwheel={(event) => hands.wheel(event, placeOf(event))}
	onkeydown={(event) => hands.key(event)}
>
	<canvas
		bind:this={canvas}
		class="absolute"
		style:left="{snapped.left}px"
		style:top="{snapped.top}px"
		style:width="{snapped.width}px"
		style:height="{snapped.height}px"
		data-frame={stood.one ? proof.frame : undefined}
	></canvas>
	<svg
		class="pointer-events-none absolute"
		style:left="{snapped.left}px"
		style:top="{snapped.top}px"
		style:width="{snapped.width}px"
		style:height="{snapped.height}px"
		aria-hidden="true"
	>
		<Hatch id="torn" />
		{#if beside}
			<clipPath id="left-sheet"><rect width={half / ratio} height="100%" /></clipPath>
			<g clip-path="url(#left-sheet)">{@render lines(proof.pick, stood.one)}</g>
			<g transform="translate({half / ratio} 0)" clip-path="url(#left-sheet)"
				>{@render lines(proof.other, stood.other)}</g
			>
			<path d="M{half / ratio} 0V{view.height / ratio}" class="sheet-edge" />
		{:else}
			{@render lines(proof.pick, stood.one)}
		{/if}
		{#if proof.other && proof.compare === 'edge' && scene}
			<path d="M{scene.edge / ratio} 0V{view.height / ratio}" class="sheet-edge" />
		{/if}
		{#if hands.drawing}
			{@const { x0, y0, x1, y1 } = hands.drawing}
			<rect
				x={Math.min(x0, x1)}
				y={Math.min(y0, y1)}
				width={Math.abs(x1 - x0)}
				height={Math.abs(y1 - y0)}
				class="part"
			/>
		{/if}
		{#if told && pointer}
			<text x={pointer.x + 14} y={pointer.y - 8} class="value" data-value>{told}</text>
		{/if}
	</svg>
	{#if valued}
		<div
			class="pointer-events-none absolute"
			style:left="{snapped.left}px"
			style:top="{snapped.top}px"
		>
			<PixelValues
				frame={valued.frame}
				origin={valued.origin}
				step={valued.step}
				width={view.width}
				height={view.height}
				{ratio}
				exposure={proof.look.exposure}
			/>
		</div>
	{/if}
	{#if loupe && readings && pointer}
		<Loupe
			{readings}
			of={side}
			x={pointer.x + 260 > wide / ratio ? pointer.x - 250 : pointer.x + 24}
			y={pointer.y + 260 > view.height / ratio ? pointer.y - 250 : pointer.y + 24}
		/>
	{/if}
</div>

<style>
	.part {
		fill: none;
		stroke: var(--on);
		stroke-dasharray: 5 4;
	}
	.sheet-edge {
		stroke: #ffffff;
		stroke-width: 1.5;
		paint-order: stroke;
	}
	.value {
		font-family: var(--font-figures);
		font-size: calc(10.5px * var(--k));
		fill: #ffffff;
		stroke: #000000;
		stroke-width: 2.5;
		paint-order: stroke;
	}
</style>
