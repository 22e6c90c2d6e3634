<!-- The light table: pictures on grey, drawn by OpenColorIO's own shaders, moved and looked at close. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import GuideLines from '$lib/drawings/GuideLines.svelte';
	import Hatch from '$lib/drawings/Hatch.svelte';
	import { pixelOf, type Frame } from './gl/frame';
	import { Renderer, type Drawn, type Readings, type Scene } from './gl/renderer';
	import Loupe from './Loupe.svelte';
	import { OUTSIDE, type Pick, type Proof } from './proof.svelte';
	import { figure, LOUPE, type Side } from './readings';
	import {
		NAMED_FROM,
		onTable,
		sampling,
		VALUES_FROM,
		zoomFor,
		type TableView
	} from './table.svelte';

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
			edge: c.x + c.width * proof.edge,
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
			view.resize(canvas.width, canvas.height, whole);
		};
		const watcher = new ResizeObserver(measure);
		watcher.observe(room!);
		return () => {
			watcher.disconnect();
			renderer?.close();
		};
	});

	/** Where the pointer is among the stored pixels of what is looked at. */
	function pixelAt(at: { x: number; y: number }): { x: number; y: number } | null {
		if (!scene) return null;
		const { origin, step } = scene.one;
		return {
			x: Math.floor(origin[0] + (Math.floor(at.x * ratio) + 0.5) * step[0]),
			y: Math.floor(origin[1] + (Math.floor(at.y * ratio) + 0.5) * step[1])
		};
	}

	// What lies under the pointer is read again when anything that it goes through changes.
	$effect(() => {
		const at = pointer && pixelAt(pointer);
		const drawn = scene?.one;
		if (!renderer || !at || !drawn || proof.player.playing || proof.isLight(proof.pick)) return;
		const { frame } = drawn;
		const inside = at.x >= 0 && at.y >= 0 && at.x < frame.width && at.y < frame.rows;
		const found = inside ? renderer.probe(drawn, at.x, at.y, LOUPE, proof.look) : null;
		readings = found;
		const across = at.x * frame.reduced + frame.x;
		onreadings(found, across, at.y * frame.reduced + frame.y);
	});

	/** The values of each pixel, where they are large enough to be read. */
	const values = $derived.by(() => {
		if (!scene || scene.other || proof.player.playing) return [];
		const { frame, origin, step } = scene.one;
		const size = 1 / step[0];
		if (size < VALUES_FROM) return [];
		const found = [];
		const first = [Math.floor(origin[0]), Math.floor(origin[1])] as const;
		for (let row = 0; row <= view.height / size + 1; row++) {
			for (let column = 0; column <= view.width / size + 1; column++) {
				const x = first[0] + column;
				const y = first[1] + row;
				const pixel = pixelOf(frame, x, y);
				if (!pixel.length) continue;
				found.push({
					key: `${x},${y}`,
					x: (x - origin[0]) / step[0] / ratio,
					y: (y - origin[1]) / step[1] / ratio,
					words: pixel.slice(0, 3).map((value) => figure(value).slice(0, 6))
				});
			}
		}
		return found.length > 400 ? [] : found;
	});

	/** At eight of the screen's pixels and more, what is under the pointer is told beside it. */
	const told = $derived.by(() => {
		if (!pointer || !scene || loupe || values.length || 1 / scene.one.step[0] < NAMED_FROM)
			return null;
		const at = pixelAt(pointer);
		const pixel = at ? pixelOf(scene.one.frame, at.x, at.y) : [];
		return pixel.length ? pixel.map(figure).join(' ') : null;
	});

	interface Held {
		x: number;
		y: number;
		what: 'table' | 'edge' | 'part';
		from: { x: number; y: number };
	}
	const held = new Map<number, Held>();
	let drawing = $state.raw<{ x0: number; y0: number; x1: number; y1: number } | null>(null);

	function placeOf(event: PointerEvent | WheelEvent): { x: number; y: number } {
		const box = room!.getBoundingClientRect();
		return { x: event.clientX - box.left - snapped.left, y: event.clientY - box.top - snapped.top };
	}

	function nearEdge(at: { x: number }): boolean {
		if (!proof.other || proof.compare !== 'edge' || !scene) return false;
		return Math.abs(at.x * ratio - scene.edge) < 8 * ratio;
	}

	function onpointerdown(event: PointerEvent): void {
		if (event.button > 1) return;
		room!.setPointerCapture(event.pointerId);
		room!.focus();
		const at = placeOf(event);
		const what = nearEdge(at) ? 'edge' : event.shiftKey ? 'part' : 'table';
		held.set(event.pointerId, { ...at, what, from: at });
	}

	function onpointermove(event: PointerEvent): void {
		const at = placeOf(event);
		pointer = at;
		const mine = held.get(event.pointerId);
		if (!mine) return;
		const [dx, dy] = [at.x - mine.x, at.y - mine.y];
		const [one, other] = [...held.values()];
		if (held.size === 2 && one && other) {
			// Two fingers: the table goes along with them, and grows with their distance.
			const apart = Math.hypot(one.x - other.x, one.y - other.y);
			[mine.x, mine.y] = [at.x, at.y];
			const now = Math.hypot(one.x - other.x, one.y - other.y);
			view.pan((dx * ratio) / 2, (dy * ratio) / 2);
			const middle = { x: ((one.x + other.x) / 2) * ratio, y: ((one.y + other.y) / 2) * ratio };
			if (apart > 8) view.to((view.zoom * now) / apart, middle.x, middle.y);
			return;
		}
		[mine.x, mine.y] = [at.x, at.y];
		if (mine.what === 'edge') {
			const c = view.screen(canvasRect);
			proof.edge = Math.min(1, Math.max(0, (at.x * ratio - c.x) / c.width));
		} else if (mine.what === 'part') {
			drawing = { x0: mine.from.x, y0: mine.from.y, x1: at.x, y1: at.y };
		} else view.pan(dx * ratio, dy * ratio);
	}

	function onpointerup(event: PointerEvent): void {
		const mine = held.get(event.pointerId);
		held.delete(event.pointerId);
		if (mine?.what !== 'part' || !drawing) return;
		takePart(drawing);
		drawing = null;
	}

	/** Keep only a part of the picture in memory: what was drawn round. */
	function takePart(drawn: NonNullable<typeof drawing>): void {
		const corners = [
			pixelAt({ x: Math.min(drawn.x0, drawn.x1), y: Math.min(drawn.y0, drawn.y1) }),
			pixelAt({ x: Math.max(drawn.x0, drawn.x1), y: Math.max(drawn.y0, drawn.y1) })
		] as const;
		const frame = scene?.one.frame;
		if (!frame || !corners[0] || !corners[1]) return;
		const format = (at: { x: number; y: number }) => ({
			x: Math.min(frame.format[0], Math.max(0, at.x * frame.reduced + frame.x)),
			y: Math.min(frame.format[1], Math.max(0, at.y * frame.reduced + frame.y))
		});
		const [a, b] = [format(corners[0]), format(corners[1])];
		if (b.x - a.x >= 8 && b.y - a.y >= 8) proof.part = [a.x, a.y, b.x - a.x, b.y - a.y];
	}

	function onwheel(event: WheelEvent): void {
		event.preventDefault();
		const at = placeOf(event);
		if (event.ctrlKey || !event.shiftKey)
			view.to(view.zoom * Math.exp(-event.deltaY / 240), at.x * ratio, at.y * ratio);
		else view.pan(-event.deltaY, 0);
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.altKey || event.ctrlKey || event.metaKey) return;
		const step = (event.shiftKey ? 200 : 40) * ratio;
		const acts: Record<string, () => void> = {
			'+': () => view.to(view.zoom * 1.25),
			'=': () => view.to(view.zoom * 1.25),
			'-': () => view.to(view.zoom / 1.25),
			'0': () => view.fit(whole),
			ArrowLeft: () => view.pan(step, 0),
			ArrowRight: () => view.pan(-step, 0),
			ArrowUp: () => view.pan(0, step),
			ArrowDown: () => view.pan(0, -step)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}

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

	const box = (rect: Schema<'Rect'>) => {
		const s = view.screen(rect);
		return { x: s.x / ratio, y: s.y / ratio, width: s.width / ratio, height: s.height / ratio };
	};
	/** From the guides' pixels to the page's. */
	const overlay = $derived.by(() => {
		const on = box(canvasRect);
		const g = page.guide_canvas;
		const across = on.width / g.width;
		const down = on.height / g.height;
		return `translate(${on.x - g.x * across} ${on.y - g.y * down}) scale(${across} ${down})`;
	});
	const element = $derived(proof.elementOf(proof.pick));
	/** What of the picture couldn't be read. */
	const missing = $derived.by(() => {
		const frame = stood.one;
		if (!frame || !element || frame.rows >= frame.height) return null;
		const place = onTable(element.place, aspect);
		const line = place.height / frame.format[1];
		const from = (frame.y + frame.rows * frame.reduced) * line;
		const rows = (frame.height - frame.rows) * frame.reduced * line;
		return box({ x: place.x, y: place.y + from, width: place.width, height: rows });
	});
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	bind:this={room}
	class="relative min-h-0 min-w-0 grow touch-none overflow-hidden {loupe
		? 'cursor-crosshair'
		: 'cursor-grab active:cursor-grabbing'}"
	role="group"
	tabindex="0"
	aria-label="Light table"
	{onpointerdown}
	{onpointermove}
	{onpointerup}
	onpointercancel={onpointerup}
	onpointerleave={() => {
		pointer = null;
		readings = null;
		onreadings(null, 0, 0);
	}}
	{onwheel}
	{onkeydown}
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
		{#if missing}<rect {...missing} fill="url(#torn)" data-missing />{/if}
		{#if proof.guides}
			<rect {...box(canvasRect)} class="canvas" />
			{#if page.drawn.x || page.drawn.y}<rect {...box(whole)} class="overscan" />{/if}
			<g transform={overlay} class="thin"
				><GuideLines guides={page.guides} canvas={page.guide_canvas} all /></g
			>
		{/if}
		{#if proof.other && proof.compare === 'edge' && scene}
			<path d="M{scene.edge / ratio} 0V{view.height / ratio}" class="sheet-edge" />
		{/if}
		{#if drawing}
			<rect
				x={Math.min(drawing.x0, drawing.x1)}
				y={Math.min(drawing.y0, drawing.y1)}
				width={Math.abs(drawing.x1 - drawing.x0)}
				height={Math.abs(drawing.y1 - drawing.y0)}
				class="overscan"
			/>
		{/if}
		{#each values as each (each.key)}
			{#each each.words as word, n (n)}
				<text x={each.x + 3} y={each.y + 12 + n * 12} class="value">{word}</text>
			{/each}
		{/each}
		{#if told && pointer}
			<text x={pointer.x + 14} y={pointer.y - 8} class="value" data-value>{told}</text>
		{/if}
	</svg>
	{#if loupe && readings && pointer}
		<Loupe
			{readings}
			of={side}
			x={pointer.x + 260 > view.width / ratio ? pointer.x - 250 : pointer.x + 24}
			y={pointer.y + 260 > view.height / ratio ? pointer.y - 250 : pointer.y + 24}
		/>
	{/if}
</div>

<style>
	.canvas {
		fill: none;
		stroke: var(--on);
		stroke-opacity: 0.7;
	}
	.overscan {
		fill: none;
		stroke: var(--on);
		stroke-dasharray: 5 4;
	}
	.thin :global(*) {
		vector-effect: non-scaling-stroke;
	}
	.sheet-edge {
		stroke: #ffffff;
		stroke-width: 1.5;
		paint-order: stroke;
	}
	.value {
		font-family: var(--font-figures);
		font-size: 10.5px;
		fill: #ffffff;
		stroke: #000000;
		stroke-width: 2.5;
		paint-order: stroke;
	}
</style>
