<!-- Frames that were made, played one after another at the shot's rate. -->
<script lang="ts">
	import { API } from '$lib/api/client';

	let {
		keys,
		rate,
		label,
		running
	}: {
		/** The pictures' keys, in their order. */
		keys: string[];
		/** Frames a second. */
		rate: number;
		label: string;
		running: boolean;
	} = $props();

	let place = $state(0);
	const shown = $derived(place % Math.max(1, keys.length));

	$effect(() => {
		if (!running || keys.length < 2) return;
		const begun = performance.now();
		let asked = requestAnimationFrame(function step(now: number) {
			place = Math.floor(((now - begun) / 1000) * rate);
			asked = requestAnimationFrame(step);
		});
		return () => cancelAnimationFrame(asked);
	});
</script>

<div class="played" role="img" aria-label={label}>
	<!-- Frames that are alike are one picture under one key. -->
	{#each keys as key, n (n)}
		<img
			src="{API}/layer-pictures/{key}"
			alt=""
			draggable="false"
			class:shown={n === shown}
			decoding="async"
		/>
	{/each}
</div>

<style>
	.played {
		display: grid;
		background: var(--mid);
	}
	img {
		grid-area: 1 / 1;
		width: 100%;
		visibility: hidden;
	}
	img.shown {
		visibility: visible;
	}
</style>
