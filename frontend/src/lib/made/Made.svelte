<!-- The shot's own picture, put together with what is typed, on mid grey. -->
<script lang="ts">
	import type { Texts } from '$lib/api/client';
	import { MadeLoader } from './loader.svelte';

	let {
		shot,
		typed,
		frame,
		seen = '',
		label,
		version,
		width = 800,
		sound = true
	}: {
		shot: number;
		typed: Texts;
		/** The frame of the shot; the middle of the cut where it is null. */
		frame: number | null;
		/** How it is seen: as set, `as drawn`, `left eye` … */
		seen?: string;
		label: string;
		/** The shot's version: another makes another picture. */
		version: number;
		width?: number;
		/** Whether what is typed can be taken: otherwise what was shown stays. */
		sound?: boolean;
	} = $props();

	const loader = new MadeLoader();
	let known = -1;

	$effect(() => {
		const body = { typed, frame, width, seen };
		const now = version;
		if (!sound && known === now) return;
		known = now;
		loader.want(`/shots/${shot}/made/picture?v=${now}`, body);
	});
	$effect(() => () => loader.leave());
</script>

<div
	class="made relative"
	role="img"
	aria-label={loader.trouble ? `${label}: ${loader.trouble}` : label}
>
	{#if loader.url}<img src={loader.url} alt="" draggable="false" class="block w-full" />{/if}
	{#if loader.trouble}
		<p class="absolute inset-x-0 top-0 bg-sheet px-3 py-2">{loader.trouble}</p>
	{:else if !loader.url}
		<p class="absolute top-2 left-2 bg-sheet px-2 py-0.5">being made …</p>
	{/if}
</div>

<style>
	.made {
		background: var(--mid);
		min-height: 120px;
	}
</style>
