<!-- The frames of all sides on one time, from the first frame of each cut; one hairline over all. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { page, at, ongo }: { page: Schema<'BesidePage'>; at: number; ongo: (at: number) => void } =
		$props();

	const LEFT = 150;
	const ROW = 54;
	const TONES: Record<string, { fill: string; stroke: string }> = {
		clip: { fill: 'none', stroke: 'var(--ink2)' },
		work: { fill: 'var(--ink)', stroke: 'var(--ink)' },
		cut: { fill: 'var(--blueline)', stroke: 'var(--blueline)' }
	};

	let width = $state(800);
	const ruled = $derived(
		page.sides.flatMap((side, place) => (side.bands.length ? [{ side, place }] : []))
	);
	const bands = $derived(ruled.flatMap(({ side }) => side.bands));
	const first = $derived(Math.min(...bands.map((band) => band.first)));
	const end = $derived(Math.max(...bands.map((band) => band.end)));
	const x = (seconds: number) =>
		LEFT + ((seconds - first) / (end - first || 1)) * (width - LEFT - 24);
	const moments = $derived(page.moments.seconds);
	const last = $derived(moments.length - 1);

	function point(event: PointerEvent): void {
		const box = (event.currentTarget as Element).getBoundingClientRect();
		const share = (event.clientX - box.left - LEFT) / (width - LEFT - 24);
		const seconds = first + share * (end - first);
		// The last moment that isn't later.
		let found = 0;
		for (let n = 0; n <= last; n++) if ((moments[n] ?? 0) <= seconds + 1e-9) found = n;
		ongo(found);
	}

	function onkeydown(event: KeyboardEvent): void {
		const step = event.shiftKey ? 10 : 1;
		const to = { ArrowLeft: at - step, ArrowRight: at + step, Home: 0, End: last }[event.key];
		if (to === undefined) return;
		event.preventDefault();
		ongo(Math.min(last, Math.max(0, to)));
	}

	const spoken = $derived(
		[
			page.moments.words[at] ?? '',
			...ruled.map(({ side, place }) => `${side.label} ${page.moments.frames[place]?.[at] ?? ''}`)
		].join(', ')
	);
</script>

{#if ruled.length}
	<svg
		bind:clientWidth={width}
		class="block w-full cursor-crosshair touch-none"
		height={ruled.length * ROW + 26}
		role="slider"
		tabindex="0"
		aria-label="Moment"
		aria-valuemin={0}
		aria-valuemax={last}
		aria-valuenow={at}
		aria-valuetext={spoken}
		onpointermove={point}
		onpointerdown={point}
		{onkeydown}
	>
		{#each ruled as { side, place }, n (side.of)}
			{@const y = n * ROW + 8}
			<text x="18" y={y + 14} font-weight="600" fill="var(--ink)">{side.label}</text>
			<text x="18" y={y + 30} font-size="11.5" fill="var(--ink2)">{side.about}</text>
			{#each side.bands as band, m (band.name)}
				<rect
					x={x(band.first)}
					y={y + m * 11}
					width={Math.max(1, x(band.end) - x(band.first))}
					height={band.name === 'clip' ? 5 : 8}
					fill={TONES[band.name]?.fill}
					stroke={TONES[band.name]?.stroke}><title>{band.name} {band.frames}</title></rect
				>
			{/each}
			<text
				x={Math.min(width - 60, x(moments[at] ?? 0) + 6)}
				y={y + 42}
				class="num"
				font-size="12"
				font-weight="600"
				fill="var(--ink)">{page.moments.frames[place]?.[at] ?? ''}</text
			>
		{/each}
		<line
			x1={x(moments[at] ?? 0)}
			x2={x(moments[at] ?? 0)}
			y1="0"
			y2={ruled.length * ROW}
			stroke="var(--red)"
		/>
		<text x={x(moments[at] ?? 0) + 6} y={ruled.length * ROW + 16} class="num" fill="var(--ink2)"
			>{page.moments.words[at] ?? ''}</text
		>
	</svg>
{/if}
