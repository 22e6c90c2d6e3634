<!-- What a monitor would show: its picture, and the canvas where it lies in it. -->
<script lang="ts">
	import { API, type Schema } from '$lib/api/client';

	let {
		monitor,
		shot,
		share
	}: {
		monitor: Schema<'MonitorPage'>;
		shot: number;
		/** The moment of the cut that is shown, from 0 to 1. */
		share: number;
	} = $props();

	const WIDE = 400;
	const tall = $derived(WIDE / monitor.shape);
	const box = $derived({
		x: monitor.canvas.left * WIDE,
		y: monitor.canvas.top * tall,
		width: monitor.canvas.width * WIDE,
		height: monitor.canvas.height * tall
	});
	let missing = $state(false);
</script>

<svg
	viewBox="0 0 {WIDE} {tall}"
	width={WIDE}
	height={tall}
	class="block max-w-full border border-ink bg-[#000]"
	role="img"
	aria-label="The monitor's picture: {monitor.about}"
>
	{#if !missing}
		<image
			href="{API}/shots/{shot}/picture?width=320&share={share}"
			{...box}
			preserveAspectRatio="none"
			onerror={() => (missing = true)}
		/>
	{/if}
	<rect
		{...box}
		fill="none"
		stroke="#8c8c8c"
		stroke-width="1"
		stroke-dasharray={missing ? '4 3' : undefined}
	/>
	{#if missing}
		<text x={WIDE / 2} y={tall / 2} text-anchor="middle" fill="#c4c4c4" font-size="12"
			>no picture is linked: this is where the canvas lies</text
		>
	{/if}
</svg>
