<!-- The wind-up crow at one moment of its walk: `seconds` is all that it depends on. -->
<script lang="ts">
	let { seconds, label }: { seconds: number; label: string } = $props();

	// Two steps and half a turn of the key a second; five seconds from edge to edge.
	const turn = $derived(seconds * 2 * Math.PI);
	const swing = $derived(Math.sin(turn * 2));
	const x = $derived(-14 + ((seconds % 5) / 5) * 186);
	const bob = $derived(Math.abs(Math.cos(turn * 2)) * 2.5);
	const key = $derived(Math.cos(turn));
</script>

<svg viewBox="0 0 160 72" class="block w-full bg-raised" role="img" aria-label={label}>
	<path d="M0 62h160" stroke="var(--rule)" />
	{#each [20, 52, 84, 116, 148] as post (post)}<path
			d="M{post} 62v-6"
			stroke="var(--rule)"
		/>{/each}
	<g transform="translate({x} {44 - bob})" fill="var(--ink)">
		<path
			d="M-3 8 {-3 + swing * 7} {18 + bob}h5M4 8 {4 - swing * 7} {18 + bob}h5"
			fill="none"
			stroke="var(--ink)"
			stroke-width="1.6"
		/>
		<ellipse rx="13" ry="8.5" />
		<ellipse cx="-4" cy={-3 - swing * 3} rx="9" ry="3.4" />
		<circle cx="12" cy="-9" r="5.5" />
		<path d="M17-10 25-8 17-6Z" />
		<circle cx="13" cy="-10" r="1.3" fill="var(--raised)" />
		<path
			d="M-12-4h-7M-19 {-4 - 5 * key}v{10 * key}"
			fill="none"
			stroke="var(--ink)"
			stroke-width="1.6"
		/>
	</g>
</svg>
