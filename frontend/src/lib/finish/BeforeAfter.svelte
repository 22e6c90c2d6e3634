<!-- Two pictures of one size, one on either side of an edge that is pulled across. -->
<script lang="ts">
	import type { Texts } from '$lib/api/client';
	import Made from '$lib/made/Made.svelte';

	let {
		shot,
		typed,
		frame,
		version,
		sound
	}: {
		shot: number;
		typed: Texts;
		frame: number;
		version: number;
		sound: boolean;
	} = $props();

	let edge = $state(0.5);
	let box = $state<HTMLDivElement | null>(null);
	let dragging = false;

	function pull(event: PointerEvent): void {
		const at = box!.getBoundingClientRect();
		edge = Math.min(1, Math.max(0, (event.clientX - at.left) / at.width));
	}

	function key(event: KeyboardEvent): void {
		const way = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
		if (!way) return;
		event.preventDefault();
		edge = Math.min(1, Math.max(0, edge + way * (event.shiftKey ? 0.1 : 0.02)));
	}
</script>

<div
	bind:this={box}
	class="pair relative touch-none select-none"
	role="presentation"
	onpointerdown={(event) => {
		dragging = true;
		box!.setPointerCapture(event.pointerId);
		pull(event);
	}}
	onpointermove={(event) => dragging && pull(event)}
	onpointerup={() => (dragging = false)}
	onpointercancel={() => (dragging = false)}
>
	<Made {shot} {typed} {frame} {version} {sound} label="Frame {frame}, as set" width={1280} />
	<div class="over" style:clip-path="inset(0 {100 - edge * 100}% 0 0)">
		<Made
			{shot}
			{typed}
			{frame}
			{version}
			{sound}
			seen="as drawn"
			label="Frame {frame}, as drawn"
			width={1280}
		/>
	</div>
	<div
		class="edge"
		style:left="{edge * 100}%"
		role="slider"
		tabindex="0"
		aria-label="Edge between as drawn and as set"
		aria-valuenow={Math.round(edge * 100)}
		aria-valuemin={0}
		aria-valuemax={100}
		onkeydown={key}
	></div>
	<span class="tag left-2">as drawn</span>
	<span class="tag right-2">as set</span>
</div>

<style>
	.over {
		position: absolute;
		inset: 0;
		pointer-events: none;
	}
	.edge {
		position: absolute;
		top: 0;
		bottom: 0;
		width: 24px;
		margin-left: -12px;
		cursor: ew-resize;
		background: linear-gradient(var(--ink) 0 0) center / 2px 100% no-repeat;
	}
	.tag {
		position: absolute;
		bottom: 6px;
		padding: 1px 6px;
		background: var(--sheet);
		color: var(--ink);
		font-size: calc(11.5px * var(--k));
		pointer-events: none;
	}
</style>
