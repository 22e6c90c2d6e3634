<!-- Exposure: a step wedge as photographers lay beside a picture, slid along the picture's edge. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import { STOPS } from './proof.svelte';

	let {
		exposure,
		onexposure
	}: {
		exposure: number;
		onexposure: (stops: number) => void;
	} = $props();

	const PATCH = 28;
	const REACH = 4;
	const TALL = (2 * REACH + 1) * PATCH;
	const MIDDLE = TALL / 2;
	const steps = Array.from({ length: 2 * REACH + 1 }, (_, n) => REACH - n);

	let svg = $state<SVGSVGElement | null>(null);
	let held = $state<{ from: number; exposure: number } | null>(null);

	/** The grey of a patch: 18 % at 0, as IEC 61966-2-1 writes it, half a stop's code to a step. */
	const grey = (stop: number) => {
		const code = Math.round(Math.min(245, Math.max(20, 118 + stop * 26)));
		return `rgb(${code} ${code} ${code})`;
	};
	const signed = (stops: number) => `${stops > 0 ? '+' : ''}${stops}`.replace('-', '−');
	const words = $derived(signed(Math.round(exposure * 100) / 100));

	function take(event: PointerEvent): void {
		svg!.setPointerCapture(event.pointerId);
		held = { from: event.clientY, exposure };
	}

	function slide(event: PointerEvent): void {
		if (!held) return;
		const stops = held.exposure + (held.from - event.clientY) / PATCH;
		// A tenth of a stop is as little as is told apart; whole ones hold on.
		const near = Math.round(stops);
		const to = Math.abs(stops - near) < 0.08 ? near : Math.round(stops * 10) / 10;
		onexposure(Math.min(STOPS, Math.max(-STOPS, to)));
	}

	function onkeydown(event: KeyboardEvent): void {
		const step = event.shiftKey ? 1 : 0.1;
		const to: Record<string, number> = {
			ArrowUp: exposure + step,
			ArrowRight: exposure + step,
			ArrowDown: exposure - step,
			ArrowLeft: exposure - step,
			Home: 0
		};
		const next = to[event.key];
		if (next === undefined || event.altKey || event.ctrlKey || event.metaKey) return;
		event.preventDefault();
		onexposure(Math.min(STOPS, Math.max(-STOPS, Math.round(next * 10) / 10)));
	}
</script>

<div class="flex flex-col items-center gap-1 select-none">
	<span>stops</span>
	<svg
		bind:this={svg}
		viewBox="-36 -8 72 {TALL + 16}"
		width="72"
		class="min-h-0 shrink cursor-ns-resize touch-none"
		role="slider"
		tabindex="0"
		aria-label="Exposure"
		data-hint={PARTS.wedge}
		aria-orientation="vertical"
		aria-valuemin={-STOPS}
		aria-valuemax={STOPS}
		aria-valuenow={exposure}
		aria-valuetext="{words} stops"
		onpointerdown={take}
		onpointermove={slide}
		onpointerup={() => (held = null)}
		onpointercancel={() => (held = null)}
		ondblclick={() => onexposure(0)}
		{onkeydown}
	>
		<clipPath id="wedge-window"><rect x="-22" y="0" width="58" height={TALL} /></clipPath>
		<g clip-path="url(#wedge-window)">
			<g transform="translate(0 {-exposure * PATCH})">
				{#each [-1, 0, 1] as block (block)}
					{#each steps as step (step)}
						{@const stop = step + block * (2 * REACH + 1)}
						{#if Math.abs(stop) <= STOPS}
							<rect
								x="-22"
								y={MIDDLE - PATCH / 2 - stop * PATCH}
								width="26"
								height={PATCH}
								fill={grey(stop)}
							/>
							<text x="9" y={MIDDLE + 4 - stop * PATCH}>{signed(stop)}</text>
						{/if}
					{/each}
				{/each}
			</g>
		</g>
		<rect x="-22" y="0" width="26" height={TALL} class="frame" />
		<!-- What is at the picture's edge stands for middle grey. -->
		<path d="M-34 {MIDDLE - 5}l8 5l-8 5z" class="pointer" />
		<path d="M-26 {MIDDLE}h34" class="line" />
	</svg>
	<span class="num" data-exposure>{words}</span>
</div>

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(11px * var(--k));
		fill: var(--on);
	}
	.frame {
		fill: none;
		stroke: var(--on);
		stroke-width: 0.5;
	}
	.pointer {
		fill: var(--on);
	}
	.line {
		stroke: var(--on);
		stroke-dasharray: 2 2;
	}
</style>
