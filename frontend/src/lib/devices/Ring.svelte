<!-- A ring of the stand-in surface: turned by dragging round, by the wheel, and by arrow keys. -->
<script lang="ts">
	let { label, onturn }: { label: string; onturn: (steps: number) => void } = $props();

	const NOTCHES = 24;
	let place = $state(0);
	let held: number | null = null;
	let svg = $state<SVGSVGElement | null>(null);

	function turn(steps: number): void {
		if (!steps) return;
		place += steps;
		onturn(steps);
	}

	function angle(event: PointerEvent): number {
		const box = (svg as SVGSVGElement).getBoundingClientRect();
		const x = event.clientX - box.left - box.width / 2;
		const y = event.clientY - box.top - box.height / 2;
		return (Math.atan2(y, x) / (2 * Math.PI)) * NOTCHES;
	}

	function move(event: PointerEvent): void {
		if (held === null) return;
		const now = angle(event);
		let far = now - held;
		if (far > NOTCHES / 2) far -= NOTCHES;
		if (far < -NOTCHES / 2) far += NOTCHES;
		const steps = Math.trunc(far);
		if (!steps) return;
		held += steps;
		turn(steps);
	}

	function onkeydown(event: KeyboardEvent): void {
		const steps = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
		if (!steps) return;
		event.preventDefault();
		turn(event.shiftKey ? steps * 10 : steps);
	}
</script>

<div class="flex flex-col items-center gap-1">
	<svg
		bind:this={svg}
		viewBox="-60 -60 120 120"
		width="120"
		height="120"
		class="cursor-grab touch-none"
		role="slider"
		tabindex="0"
		aria-label={label}
		aria-valuenow={place}
		onpointerdown={(event) => {
			held = angle(event);
			(svg as SVGSVGElement).setPointerCapture(event.pointerId);
		}}
		onpointermove={move}
		onpointerup={() => (held = null)}
		onpointercancel={() => (held = null)}
		onwheel={(event) => {
			event.preventDefault();
			turn(event.deltaY > 0 ? -1 : 1);
		}}
		{onkeydown}
	>
		<circle r="52" fill="var(--sheet)" stroke="var(--ink)" stroke-width="1.5" />
		<circle r="34" fill="var(--raised)" stroke="var(--rule)" />
		{#each Array.from({ length: NOTCHES }, (_, n) => n) as notch (notch)}
			<path
				d="M0 -50V-44"
				stroke="var(--ink2)"
				transform="rotate({((notch + place) * 360) / NOTCHES})"
			/>
		{/each}
		<path
			d="M0 -50V-36"
			stroke="var(--ink)"
			stroke-width="3"
			transform="rotate({(place * 360) / NOTCHES})"
		/>
	</svg>
	<span>{label}</span>
</div>
