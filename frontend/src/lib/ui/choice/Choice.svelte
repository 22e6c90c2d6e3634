<!-- One of a few named values. -->
<script lang="ts">
	import { Select } from 'bits-ui';

	let {
		value,
		options,
		label,
		width,
		invalid = false,
		onchoose
	}: {
		value: string;
		options: readonly string[];
		label: string;
		width?: number;
		invalid?: boolean;
		onchoose: (value: string) => void;
	} = $props();

	const items = $derived(options.map((option) => ({ value: option, label: option })));
</script>

<Select.Root
	type="single"
	{value}
	{items}
	onValueChange={(chosen) => chosen !== value && onchoose(chosen)}
>
	<Select.Trigger
		aria-label={label}
		aria-invalid={invalid}
		class="field num flex items-center gap-1.5 text-left font-medium whitespace-nowrap"
		style={width ? `min-width: min(${width + 3}ch, 100%)` : undefined}
	>
		<span class="min-w-0 grow truncate">{value}</span>
		<svg width="8" height="6" viewBox="0 0 8 6" aria-hidden="true"
			><path d="M0.5 1 4 4.5 7.5 1" fill="none" stroke="currentColor" /></svg
		>
	</Select.Trigger>
	<Select.Portal>
		<Select.Content sideOffset={2} class="z-20 border border-ink bg-raised py-1 shadow-lg">
			<Select.Viewport>
				{#each items as item (item.value)}
					<Select.Item
						value={item.value}
						label={item.label}
						class="num cursor-pointer px-3 py-1 data-highlighted:bg-stock data-selected:font-bold"
					>
						{item.label}
					</Select.Item>
				{/each}
			</Select.Viewport>
		</Select.Content>
	</Select.Portal>
</Select.Root>
