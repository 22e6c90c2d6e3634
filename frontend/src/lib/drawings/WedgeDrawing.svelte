<!-- Grey steps and known colours as the display shows them: as set, and before where it changes. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { drawing }: { drawing: Schema<'WedgeDrawing'> } = $props();

	const WIDE = 404;
	const LEFT = 22;
	const FIRST = 14;
	const patch = $derived((WIDE - 2 * LEFT) / Math.max(1, drawing.steps.length));
	const rows = $derived(
		drawing.before.length
			? [
					{ name: 'as stored', steps: drawing.before, y: FIRST, tall: 42 },
					{ name: 'as typed', steps: drawing.steps, y: FIRST + 44, tall: 42 }
				]
			: [{ name: '', steps: drawing.steps, y: FIRST, tall: 86 }]
	);
	const grey = (shown: number) => {
		const code = Math.round(Math.min(1, Math.max(0, shown)) * 255);
		return `rgb(${code} ${code} ${code})`;
	};
	const colour = (codes: number[]) => `rgb(${codes.join(' ')})`;
</script>

{#if drawing.steps.length}
	<svg
		viewBox="0 0 {WIDE} 150"
		class="w-full"
		role="img"
		aria-label="{drawing.title}: {drawing.corner}"
	>
		{#each rows as row (row.name)}
			{#each row.steps as step, i (step.label)}
				<rect
					x={LEFT + i * patch}
					y={row.y}
					width={patch}
					height={row.tall}
					fill={grey(step.shown)}
				/>
			{/each}
		{/each}
		{#each drawing.steps as step, i (step.label)}
			<text x={LEFT + (i + 0.5) * patch} y="118" text-anchor="middle">{step.label}</text>
			<text x={LEFT + (i + 0.5) * patch} y="134" text-anchor="middle" class="soft"
				>{step.linear}</text
			>
		{/each}
		<rect x={LEFT} y="14" width={WIDE - 2 * LEFT} height="86" fill="none" stroke="var(--ink)" />
		{#if drawing.before.length}
			<text x="2" y="38" class="soft" transform="rotate(-90 12 50)">stored</text>
			<text x="2" y="82" class="soft" transform="rotate(-90 12 94)">typed</text>
		{/if}
	</svg>
	<ul class="px-[22px] pb-3" aria-label="Known colours">
		{#each drawing.patches as each (each.name)}
			<li class="flex items-center gap-2 border-t border-rule py-[3px]">
				<span class="flex h-[18px] w-[44px]" aria-hidden="true">
					{#if each.was}<span class="grow" style:background={colour(each.was)}></span>{/if}
					<span class="grow" style:background={colour(each.codes)}></span>
				</span>
				<span class="text-ink2">{each.name}</span>
				<span class="num ml-auto text-right text-fine"
					>{each.working}
					<span class={each.was ? 'text-red' : ''}
						>{each.was ? `${each.was.join(' ')} → ` : ''}{each.codes.join(' ')}</span
					></span
				>
			</li>
		{/each}
	</ul>
{/if}

<style>
	text {
		font-family: var(--font-figures);
		font-size: calc(10.5px * var(--k));
		letter-spacing: -0.04em;
		fill: var(--ink);
	}
	.soft {
		fill: var(--ink2);
	}
</style>
