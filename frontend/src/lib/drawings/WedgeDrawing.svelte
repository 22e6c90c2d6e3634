<!-- A grey wedge as the display shows it, each patch with its linear value. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { drawing }: { drawing: Schema<'WedgeDrawing'> } = $props();

	const WIDE = 404;
	const LEFT = 22;
	const patch = $derived((WIDE - 2 * LEFT) / Math.max(1, drawing.steps.length));
	const grey = (shown: number) => {
		const code = Math.round(Math.min(1, Math.max(0, shown)) * 255);
		return `rgb(${code} ${code} ${code})`;
	};
</script>

{#if drawing.steps.length}
	<svg
		viewBox="0 0 {WIDE} 150"
		class="w-full"
		role="img"
		aria-label="{drawing.title}: {drawing.corner}"
	>
		{#each drawing.steps as step, i (step.label)}
			<rect x={LEFT + i * patch} y="14" width={patch} height="86" fill={grey(step.shown)} />
			<text x={LEFT + (i + 0.5) * patch} y="118" text-anchor="middle">{step.label}</text>
			<text x={LEFT + (i + 0.5) * patch} y="134" text-anchor="middle" class="soft"
				>{step.linear}</text
			>
		{/each}
		<rect x={LEFT} y="14" width={WIDE - 2 * LEFT} height="86" fill="none" stroke="var(--ink)" />
	</svg>
{/if}

<style>
	text {
		font-family: var(--font-figures);
		font-size: 10.5px;
		letter-spacing: -0.04em;
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
</style>
