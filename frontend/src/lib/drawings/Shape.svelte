<!-- A canvas inside the edit's frame, both to scale, as small as a thumbnail. -->
<script lang="ts">
	let { shape, edit, height = 22 }: { shape: number; edit: number; height?: number } = $props();

	const frame = $derived({ width: edit * height, height });
	const canvas = $derived(
		shape > edit
			? { width: frame.width, height: frame.width / shape }
			: { width: height * shape, height }
	);
	const same = $derived(Math.abs(shape - edit) < 1e-9);
</script>

<svg
	width={frame.width + 4}
	height={height + 4}
	viewBox="-2 -2 {frame.width + 4} {height + 4}"
	aria-hidden="true"
>
	<rect
		width={frame.width}
		{height}
		fill="var(--bluewash)"
		stroke="var(--blueline)"
		stroke-width="1.5"
	/>
	<rect
		x={(frame.width - canvas.width) / 2}
		y={(height - canvas.height) / 2}
		width={canvas.width}
		height={canvas.height}
		fill="var(--raised)"
		stroke={same ? 'var(--ink)' : 'var(--red)'}
		stroke-width="1.4"
	/>
</svg>
