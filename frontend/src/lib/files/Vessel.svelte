<!-- A volume as a measuring vessel: what is in it, what is planned, and a scale in frames above. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { scaleStep } from './strip';

	let {
		volume,
		fit,
		testing,
		ontest,
		onstop
	}: {
		volume: Schema<'VolumePage'>;
		/** The kind of frame that the scale counts. */
		fit: Schema<'FramesFit'> | undefined;
		/** How far a test of it is, in words; empty where none goes on. */
		testing: string;
		ontest: () => void;
		onstop: () => void;
	} = $props();

	const TALL = 132;
	const TOP = 12;
	const total = $derived(volume.total ?? 0);
	const free = $derived(volume.free ?? 0);
	const share = (bytes: number) => (total ? Math.min(1, Math.max(0, bytes / total)) : 0);
	const surface = $derived(TOP + TALL * (1 - share(total - free)));
	const planned = $derived(TALL * share(Math.min(volume.planned, free)));
	const ticks = $derived.by(() => {
		if (!fit || !free) return [];
		// A figure takes twelve pixels.
		const room = TALL * share(fit.frames * fit.bytes);
		const step = scaleStep(fit.frames, Math.max(1, Math.min(5, Math.floor(room / 12))));
		return Array.from({ length: Math.floor(fit.frames / step) + 1 }, (_, n) => {
			const frames = n * step;
			return { frames, y: surface - TALL * share(frames * fit.bytes) };
		}).filter((tick) => tick.y >= TOP - 0.5);
	});
</script>

<section class="flex gap-3 border-t border-rule py-2" aria-label="Volume {volume.name}">
	<svg
		viewBox="0 0 132 156"
		width="132"
		height="156"
		class="shrink-0"
		role="img"
		aria-label={volume.words}
	>
		{#if volume.there}
			<rect x="9" y={surface} width="54" height={Math.max(0, TOP + TALL - surface)} class="in" />
			{#if planned > 0.5}
				<rect
					x="9"
					y={surface - planned}
					width="54"
					height={planned}
					class={volume.planned > free ? 'over' : 'planned'}
				/>
			{/if}
			{#each ticks as tick (tick.frames)}
				<path d="M63 {tick.y}h7" class="tick" />
				<text x="74" y={tick.y + 3.5} class="num">{tick.frames.toLocaleString('en-GB')}</text>
			{/each}
		{/if}
		<path d="M4 {TOP}h5v{TALL}h54v-{TALL}h5" class="glass {volume.there ? '' : 'away'}" />
		{#if fit && volume.there}<text x="74" y="152" class="unit">frames</text>{/if}
	</svg>
	<div class="min-w-0 grow text-sm">
		<p class="flex items-baseline gap-2">
			<strong class="num">{volume.name}</strong>
			{#if volume.used}<span class="text-xs text-ink2">files go here</span>{/if}
		</p>
		<p>{volume.words}</p>
		{#if fit && volume.there}
			<p title="{(fit.bytes / 1e6).toFixed(1)} MB a frame, {fit.why}">
				{fit.words}
			</p>
			<p class="text-xs text-ink2">{(fit.bytes / 1e6).toFixed(1)} MB a frame, {fit.why}</p>
			<p class="text-xs {fit.plays === false ? 'text-red' : 'text-ink2'}">
				real time takes {fit.needs}{fit.plays === null
					? ''
					: fit.plays
						? ': it plays them'
						: ": it doesn't play them"}
			</p>
		{/if}
		<p class="text-xs text-ink2">{[volume.system, volume.about].filter(Boolean).join(', ')}</p>
		{#if volume.speed}<p class="text-xs text-ink2">{volume.speed}</p>{/if}
		{#each volume.findings as each (each.words)}
			<p
				class={each.severity === 'note' ? 'text-xs text-ink2' : 'text-red'}
				data-finding={each.code}
			>
				{each.words}
			</p>
		{/each}
		{#if testing}
			<p>
				{testing} <button type="button" class="act" onclick={onstop}>Stop</button>
			</p>
		{:else if volume.there && volume.may_write && fit}
			<button type="button" class="act" onclick={ontest}>Test its speed</button>
		{/if}
	</div>
</section>

<style>
	.glass {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.away {
		stroke: var(--mid);
		stroke-dasharray: 3 3;
	}
	.in {
		fill: var(--mid);
		fill-opacity: 0.55;
	}
	.planned {
		fill: var(--bluewash);
		stroke: var(--blueline);
	}
	.over {
		fill: var(--redwash);
		stroke: var(--red);
	}
	.tick {
		stroke: var(--ink);
	}
	text {
		fill: var(--ink);
		font-size: calc(10.5px * var(--k));
	}
	.unit {
		fill: var(--ink2);
	}
</style>
