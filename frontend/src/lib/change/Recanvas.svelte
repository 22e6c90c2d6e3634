<!-- A changed canvas over the one before, and what artwork does: nine anchors, or scaled along. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Hatch from '$lib/drawings/Hatch.svelte';

	let {
		drawing,
		keep,
		onkeep
	}: {
		drawing: Schema<'RecanvasDrawing'>;
		keep: Schema<'KeepArtwork'> | null;
		onkeep: (keep: Schema<'KeepArtwork'> | null) => void;
	} = $props();

	const ANCHORS: Schema<'KeepArtwork'>[] = [
		'upper left',
		'upper middle',
		'upper right',
		'middle left',
		'centre',
		'middle right',
		'lower left',
		'lower middle',
		'lower right'
	];
	const WIDE = 404;
	const TALL = 270;
	const EDGE = 24;

	type Rect = Schema<'Rect'>;
	const all = $derived<Rect[]>([
		drawing.before,
		drawing.after,
		...drawing.pictures.map((each) => each.rect)
	]);
	const left = $derived(Math.min(...all.map((rect) => rect.x)));
	const top = $derived(Math.min(...all.map((rect) => rect.y)));
	const wide = $derived(Math.max(...all.map((rect) => rect.x + rect.width)) - left);
	const high = $derived(Math.max(...all.map((rect) => rect.y + rect.height)) - top);
	const scale = $derived(Math.min((WIDE - 2 * EDGE) / wide, (TALL - 2 * EDGE) / high));
	const at = (rect: Rect): Rect => ({
		x: (WIDE - wide * scale) / 2 + (rect.x - left) * scale,
		y: EDGE + (rect.y - top) * scale,
		width: rect.width * scale,
		height: rect.height * scale
	});
	const before = $derived(at(drawing.before));
	const after = $derived(at(drawing.after));
	const tall = $derived(high * scale + 2 * EDGE);

	/** The part of the old canvas that lies outside the new one, as a path with a hole. */
	const lost = $derived(
		`M${before.x} ${before.y}h${before.width}v${before.height}h${-before.width}z` +
			`M${after.x} ${after.y}h${after.width}v${after.height}h${-after.width}z`
	);
</script>

<svg
	viewBox="0 0 {WIDE} {tall}"
	class="w-full"
	role="img"
	aria-label="Canvas {drawing.before_words} becomes {drawing.after_words}: {drawing.words}"
>
	<Hatch id="lost" />
	<clipPath id="old"><rect {...before} /></clipPath>
	<rect {...after} fill="var(--raised)" />
	{#if keep}
		<path d={lost} clip-path="url(#old)" fill="var(--redwash)" fill-rule="evenodd" />
		<path d={lost} clip-path="url(#old)" fill="url(#lost)" fill-rule="evenodd" />
	{/if}
	{#each drawing.pictures as picture, i (i)}
		{@const rect = at(picture.rect)}
		<rect
			{...rect}
			fill="var(--ink)"
			fill-opacity="0.05"
			stroke={picture.wrong ? 'var(--red)' : 'var(--ink2)'}
			data-picture
		>
			<title>{picture.name}: {picture.words}</title>
		</rect>
	{/each}
	<rect {...before} fill="none" stroke="var(--ink2)" stroke-dasharray="5 3" />
	<rect {...after} fill="none" stroke="var(--ink)" stroke-width="1.8" />
	<text x={after.x} y={after.y - 6}>{drawing.after_words}</text>
	<text x={before.x + before.width} y={before.y + before.height + 14} text-anchor="end" class="soft"
		>was {drawing.before_words}</text
	>
</svg>
<div class="flex items-start gap-4 px-[22px] pt-1">
	<div
		class="grid shrink-0 grid-cols-3 border border-ink"
		role="radiogroup"
		aria-label="Where artwork stays"
	>
		{#each ANCHORS as anchor (anchor)}
			<button
				type="button"
				role="radio"
				aria-checked={keep === anchor}
				aria-label={anchor}
				title={anchor}
				class="flex h-[26px] w-[26px] items-center justify-center border border-rule bg-raised"
				onclick={() => onkeep(anchor)}
			>
				<span class="h-[9px] w-[9px] {keep === anchor ? 'bg-ink' : 'border border-ink2'}"></span>
			</button>
		{/each}
	</div>
	<div class="text-sm">
		<p class="flex flex-wrap gap-x-3">
			<button
				type="button"
				class="toggle"
				aria-pressed={keep === 'scaled along'}
				onclick={() => onkeep('scaled along')}>Scale artwork along</button
			>
			<button type="button" class="toggle" aria-pressed={keep === null} onclick={() => onkeep(null)}
				>Place it anew</button
			>
		</p>
		<p class="pt-1" data-bands>
			{#if drawing.seen}<strong>{drawing.seen}</strong> of the old canvas is still inside:{' '}{/if}{drawing.words}
			{#if !drawing.artwork}<span class="text-ink2"
					>No artwork or render is linked to this shot yet.</span
				>{/if}
		</p>
	</div>
</div>
<ul class="px-[22px] pt-2 text-sm">
	{#each drawing.pictures as picture, i (i)}
		<li class="border-t border-rule py-1">
			<span class="num text-xs">{picture.name}</span>
			<span class={picture.wrong ? 'text-red' : 'text-ink2'}>{picture.words}</span>
		</li>
	{/each}
</ul>

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(11px * var(--k));
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
</style>
