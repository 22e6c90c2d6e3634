<!-- Formats by family, each drawn at one scale. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		families,
		asked,
		text,
		selected,
		onselect,
		onuse
	}: {
		families: readonly Schema<'FamilyShown'>[];
		/** Whether the answer is there: none is only none then. */
		asked: boolean;
		text: string;
		selected: string;
		onselect: (name: string) => void;
		onuse: () => void;
	} = $props();

	const formats = $derived(families.flatMap((each) => each.formats));
	const scale = $derived(
		Math.min(
			92 / Math.max(1, ...formats.map((each) => each.width)),
			40 / Math.max(1, ...formats.map((each) => each.height))
		)
	);
</script>

<div class="min-h-0 grow overflow-y-auto">
	{#each families as each (each.family)}
		<section aria-label={each.family}>
			<h2
				class="sticky top-0 z-10 bg-sheet px-[22px] pt-2.5 pb-1 text-head font-semibold [font-stretch:100%]"
			>
				{each.family}
				<span class="text-xs font-normal text-ink2 [font-stretch:88%]">{each.formats.length}</span>
			</h2>
			{#each each.formats as format (format.name)}
				<button
					type="button"
					id="format-{format.name}"
					class="grid min-h-[34px] w-full grid-cols-[96px_minmax(150px,1fr)_minmax(120px,190px)_minmax(0,1.4fr)] items-center gap-x-3 border-t border-rule/60 px-[22px] py-1 text-left"
					class:selected={format.name === selected}
					aria-pressed={format.name === selected}
					onclick={() => onselect(format.name)}
					ondblclick={onuse}
				>
					<svg
						width="96"
						height={format.height * scale + 3}
						viewBox="-1.5 -1.5 96 {format.height * scale + 3}"
						aria-hidden="true"
					>
						<rect
							width={format.width * scale}
							height={format.height * scale}
							fill="var(--raised)"
							stroke="var(--ink)"
							stroke-width={format.name === selected ? 1.6 : 1}
						/>
					</svg>
					<span class="font-medium">{format.name}</span>
					<span class="num text-xs">{format.shown}</span>
					<span class="truncate text-sm text-ink2" title={format.purpose}>{format.purpose}</span>
				</button>
			{/each}
		</section>
	{:else}
		{#if asked}<p class="px-[22px] py-6 text-ink2">
				No format fits {text ? `“${text}”` : 'the families shown'}.
			</p>{/if}
	{/each}
</div>

<style>
	.selected {
		box-shadow: inset 3px 0 0 var(--ink);
		background: color-mix(in srgb, var(--stock) 45%, transparent);
	}
</style>
