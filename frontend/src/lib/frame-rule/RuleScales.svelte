<!-- Every count's scale: ticks, and figures where the hairline's reading leaves room. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { RuleGeometry } from './geometry.svelte';
	import { LEFT, RIGHT, type RuleLayout } from './layout';

	let {
		rule,
		geometry,
		places,
		frame,
		reading
	}: {
		rule: Schema<'FrameRule'>;
		geometry: RuleGeometry;
		places: RuleLayout;
		frame: number;
		reading: number;
	} = $props();

	function ticks(each: Schema<'Scale'>, line: number, up: boolean): string {
		let drawn = '';
		for (const mark of each.marks) {
			const at = geometry.x(mark.at);
			if (at < LEFT - 1 || at > geometry.width - RIGHT + 1) continue;
			const tall = [4, 8, 14][mark.level] ?? 4;
			drawn += `M${at.toFixed(1)} ${line}v${up ? -tall : tall}`;
		}
		return drawn;
	}
</script>

{#each rule.scales as each (each.key)}
	{@const place = places.scales[each.key]}
	{#if place}
		<g class={place.tone}>
			<text x="18" y={place.text} class="name">{each.label}</text>
			<path d={ticks(each, place.line, place.up)} />
			{#each each.marks as mark (mark.at)}
				{@const left = geometry.x(mark.at) + 3}
				{#if mark.label && left > LEFT && left < geometry.width - 40 && !geometry.covered(left, mark.label, frame, each.readings[reading])}
					<text x={left} y={place.text} class="figure">{mark.label}</text>
				{/if}
			{/each}
		</g>
	{/if}
{/each}
