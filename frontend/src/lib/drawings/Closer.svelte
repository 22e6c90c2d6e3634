<!-- A drawing that is looked at close: by two fingers, the wheel with Ctrl, or keys; dragged then. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { Fingers } from '$lib/hand/fingers';
	import { PARTS } from '$lib/hints/words';
	import { keyOf, pressed } from '$lib/keys/keys.svelte';
	import { Close } from './close.svelte';

	let { label, children }: { label: string; children: Snippet } = $props();

	const close = new Close(() => ({
		width: room?.clientWidth ?? 0,
		height: room?.clientHeight ?? 0
	}));
	const fingers = new Fingers();
	let room = $state<HTMLElement | null>(null);

	function at(event: MouseEvent): { x: number; y: number } {
		const box = room!.getBoundingClientRect();
		return { x: event.clientX - box.left, y: event.clientY - box.top };
	}

	/** The browser mustn't take two fingers for scrolling; a tap of one still presses the button. */
	function holdTwo(element: HTMLElement): () => void {
		const hold = (event: TouchEvent) => {
			if (event.touches.length === 2) event.preventDefault();
		};
		element.addEventListener('touchstart', hold, { passive: false });
		element.addEventListener('touchmove', hold, { passive: false });
		return () => {
			element.removeEventListener('touchstart', hold);
			element.removeEventListener('touchmove', hold);
		};
	}

	function down(event: PointerEvent): void {
		if (event.button !== 0) return;
		fingers.down(event.pointerId, at(event));
		if (!close.whole || fingers.count > 1) room!.setPointerCapture(event.pointerId);
		last = at(event);
	}

	let last = { x: 0, y: 0 };

	function move(event: PointerEvent): void {
		const here = at(event);
		const pinch = fingers.move(event.pointerId, here);
		if (pinch) {
			close.zoom(pinch.times, pinch.about);
			close.pan(pinch.by.x, pinch.by.y);
		} else if (fingers.count === 1 && event.buttons & 1)
			close.pan(here.x - last.x, here.y - last.y);
		last = here;
	}

	function wheel(event: WheelEvent): void {
		if (!event.ctrlKey) return;
		event.preventDefault();
		close.zoom(Math.exp(-event.deltaY / 200), at(event));
	}

	function key(event: KeyboardEvent): void {
		if (event.target !== room) return;
		const does = {
			closer: () => close.zoom(1.5),
			farther: () => close.zoom(1 / 1.5),
			whole: () => close.all()
		};
		if (pressed(event, does) || close.whole || event.altKey || event.ctrlKey || event.metaKey)
			return;
		const way = {
			ArrowLeft: [40, 0],
			ArrowRight: [-40, 0],
			ArrowUp: [0, 40],
			ArrowDown: [0, -40]
		}[event.key];
		if (!way) return;
		event.preventDefault();
		close.pan(way[0] ?? 0, way[1] ?? 0);
	}
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
<div
	bind:this={room}
	class="relative overflow-hidden {close.whole
		? '[touch-action:pan-y]'
		: 'cursor-grab touch-none active:cursor-grabbing'}"
	role="group"
	tabindex="0"
	aria-label={label}
	data-hint={PARTS.drawing}
	data-close={close.whole ? undefined : Math.round(close.times * 100)}
	{@attach holdTwo}
	onpointerdown={down}
	onpointermove={move}
	onpointerup={(event) => fingers.up(event.pointerId)}
	onpointercancel={(event) => fingers.up(event.pointerId)}
	onwheel={wheel}
	onkeydown={key}
>
	<div
		style:transform={close.whole
			? undefined
			: `translate(${close.left}px, ${close.top}px) scale(${close.times})`}
		class="origin-top-left"
	>
		{@render children()}
	</div>
	{#if !close.whole}
		<button
			type="button"
			class="act absolute right-[10px] bottom-1 min-h-[24px] bg-stock px-1 text-xs print:hidden"
			title="Show all of the drawing ({keyOf('whole')})"
			onpointerdown={(event) => event.stopPropagation()}
			onclick={() => {
				close.all();
				room?.focus();
			}}>{Math.round(close.times * 100)} %, show all</button
		>
	{/if}
</div>
