<!-- A sound on the rule: the outline of its waveform where it sounds. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import type { Schema } from '$lib/api/client';
	import { waveformQuery } from '$lib/api/element-queries';
	import type { RuleGeometry } from '$lib/frame-rule/geometry.svelte';
	import { LEFT, RIGHT } from '$lib/frame-rule/layout';

	let {
		shot,
		sound,
		view,
		geometry,
		y,
		height
	}: {
		shot: number;
		sound: Schema<'LinkedSound'>;
		/** The frames that are looked at. */
		view: Schema<'FrameRange'>;
		geometry: RuleGeometry;
		y: number;
		height: number;
	} = $props();

	const waveform = createQuery(() => waveformQuery(shot, sound.id, sound.at, view));
	const outline = $derived.by(() => {
		const wave = waveform.data;
		if (!wave || !wave.low.length) return '';
		const middle = y + height / 2;
		const at = (n: number) =>
			Math.min(
				geometry.width - RIGHT,
				Math.max(LEFT, geometry.x(wave.first + n * wave.step))
			).toFixed(1);
		const level = (value: number) => (middle - (value / 127) * (height / 2)).toFixed(1);
		const upper = wave.high.map((value, n) => `${at(n)} ${level(value)}`);
		const lower = wave.low.map((value, n) => `${at(n)} ${level(value)}`);
		return `M${upper.join('L')}L${lower.reverse().join('L')}Z`;
	});
	const left = $derived(Math.max(LEFT, geometry.x(sound.start)));
	const right = $derived(Math.min(geometry.width - RIGHT, geometry.x(sound.end)));
</script>

<g class="band disk" class:off={!sound.on}>
	<text x="18" y={y + height / 2 + 4} class="name">{sound.short}</text>
	{#if right > left}
		<rect x={left} {y} width={right - left} {height} class="fill held"
			><title>{sound.file}</title></rect
		>
		<path d={outline} class="wave" />
	{/if}
</g>

<style>
	.wave {
		fill: var(--ink);
		stroke: none;
	}
</style>
