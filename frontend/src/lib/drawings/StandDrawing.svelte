<!-- The stand from the side, to scale: camera, field of view, elements as sheets, what is soft. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { drawing }: { drawing: Schema<'StandDrawing'> } = $props();

	const WIDE = 404;
	const LEFT = 30;
	const RIGHT = 12;
	const AXIS = 104;
	const HIGH = 84;
	const FLOOR = 300;
	const CURVE = 62;
	const slope = $derived(Math.tan((drawing.half_angle * Math.PI) / 180));
	/** Pixels a metre, the same along the axis and across it. */
	const scale = $derived(
		Math.min((WIDE - LEFT - RIGHT) / drawing.farthest, HIGH / (drawing.farthest * slope))
	);
	const x = (metres: number) => LEFT + metres * scale;
	const end = $derived(x(drawing.farthest));
	const high = (metres: number) => Math.max(3, metres * slope * scale);
	/** Softness, at most four times what the softest element has. */
	const most = $derived(
		Math.max(2, ...drawing.sheets.map((each) => Math.min(200, each.soft * 1.3)))
	);
	const y = (soft: number) => FLOOR - (Math.min(most, soft) / most) * CURVE;
	const path = $derived(
		drawing.distances.length
			? 'M' + drawing.distances.map((at, n) => `${x(at)} ${y(drawing.softness[n] ?? 0)}`).join('L')
			: ''
	);
	const ends = $derived({
		near: drawing.near ?? 0,
		far: Math.min(drawing.farthest, drawing.far ?? drawing.farthest)
	});
	/** Names stand on three lines, so that neighbours can be read. */
	const line = (place: number) => 208 + (place % 3) * 12;
	const byDistance = $derived([...drawing.sheets].sort((one, other) => one.at - other.at));
</script>

<svg
	viewBox="0 0 {WIDE} 318"
	class="w-full"
	role="img"
	aria-label="{drawing.title}: {drawing.corner}; {drawing.sheets
		.map((each) => `${each.name} ${each.words}`)
		.join(', ')}"
>
	{#if drawing.focus !== null}
		<rect
			x={x(ends.near)}
			y={AXIS - HIGH - 8}
			width={Math.max(1, x(ends.far) - x(ends.near))}
			height={2 * HIGH + 16}
			class="sharp"
		/>
		<path d="M{x(drawing.focus)} {AXIS - HIGH - 8}V{AXIS + HIGH + 8}" class="focus" />
		<text x={x(drawing.focus)} y={AXIS - HIGH - 12} text-anchor="middle" class="soft">focus</text>
	{/if}
	<path
		d="M{end} {AXIS - high(drawing.farthest)}L{LEFT} {AXIS}L{end} {AXIS + high(drawing.farthest)}"
		class="field"
	/>
	<path d="M{LEFT} {AXIS}H{end}" class="axis" />
	<path
		d="M{LEFT - 20} {AXIS - 9}h14v18h-14zM{LEFT - 6} {AXIS - 5}l6 -4v18l-6 -4z"
		class="camera"
	/>
	{#each byDistance as sheet, place (sheet.name)}
		<path d="M{x(sheet.at)} {AXIS - high(sheet.at)}V{AXIS + high(sheet.at)}" class="sheet" />
		<path d="M{x(sheet.at)} {AXIS + high(sheet.at)}V{line(place) - 9}" class="leader" />
		<text x={Math.min(WIDE - 40, Math.max(24, x(sheet.at)))} y={line(place)} text-anchor="middle"
			>{sheet.name}</text
		>
	{/each}
	<path d="M{LEFT} {FLOOR}H{end}" class="axis" />
	{#if path}
		<path d={path} class="curve" />
		{#each drawing.sheets as sheet (sheet.name)}
			<circle cx={x(sheet.at)} cy={y(sheet.soft)} r="3" class="dot" />
		{/each}
		<text x={LEFT} y={FLOOR - CURVE - 4} class="soft">{most.toFixed(0)} px soft</text>
	{:else}
		<text x={LEFT} y={FLOOR - 8} class="soft">everything is sharp</text>
	{/if}
	<text x={LEFT} y={FLOOR + 14}>0 m</text>
	<text x={end} y={FLOOR + 14} text-anchor="end">{drawing.farthest.toPrecision(3)} m</text>
</svg>

<style>
	text {
		font-family: var(--font-figures);
		font-size: 10.5px;
		letter-spacing: -0.03em;
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
	.sharp {
		fill: var(--rule);
		opacity: 0.5;
	}
	.focus {
		stroke: var(--ink2);
		stroke-dasharray: 4 3;
	}
	.field,
	.camera {
		fill: none;
		stroke: var(--ink);
	}
	.axis,
	.leader {
		stroke: var(--rule);
	}
	.sheet {
		stroke: var(--ink);
		stroke-width: 3;
	}
	.curve {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.5;
	}
	.dot {
		fill: var(--ink);
	}
</style>
