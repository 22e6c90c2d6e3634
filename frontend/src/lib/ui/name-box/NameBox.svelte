<!-- A name, typed or chosen from those that the colour config has. -->
<script lang="ts">
	import { Combobox } from 'bits-ui';

	let {
		value,
		options,
		label,
		width,
		invalid = false,
		ontype,
		oncommit,
		onleave
	}: {
		value: string;
		options: readonly string[];
		label: string;
		width: number;
		invalid?: boolean;
		ontype: (value: string) => void;
		oncommit: () => void;
		onleave?: () => void;
	} = $props();

	let open = $state(false);
	let typing = $state(false);
	let highlighted = $state('');

	// The whole list while nothing is typed, what holds the typed text otherwise.
	const shown = $derived(
		typing ? options.filter((name) => name.toLowerCase().includes(value.toLowerCase())) : options
	);

	function choose(name: string): void {
		typing = false;
		if (!name) return;
		if (name !== value) ontype(name);
		oncommit();
	}
</script>

<Combobox.Root type="single" bind:open {value} inputValue={value} onValueChange={choose}>
	<span class="inline-flex">
		<Combobox.Input
			aria-label={label}
			aria-invalid={invalid}
			class="field num min-w-0 font-medium"
			style="width: calc({width}ch + 14px)"
			title={value}
			oninput={(event) => {
				typing = true;
				ontype(event.currentTarget.value);
			}}
			onblur={() => {
				typing = false;
				oncommit();
			}}
			onkeydown={(event) => {
				if (event.key === 'Enter') {
					// What is seen is what is taken: the name that is marked, or else the first in view.
					const name = shown.includes(highlighted) ? highlighted : shown[0];
					if (open && typing && name) {
						event.preventDefault();
						open = false;
						choose(name);
					} else if (!open || !shown.length) oncommit();
				}
				if (event.key === 'Escape' && !open) {
					typing = false;
					onleave?.();
				}
			}}
		/>
		<Combobox.Trigger
			aria-label="Names for {label.toLowerCase()}"
			class="field px-1.5"
			tabindex={-1}
		>
			<svg width="8" height="6" viewBox="0 0 8 6" aria-hidden="true"
				><path d="M0.5 1 4 4.5 7.5 1" fill="none" stroke="currentColor" /></svg
			>
		</Combobox.Trigger>
	</span>
	<Combobox.Portal>
		<Combobox.Content
			sideOffset={2}
			class="z-20 max-h-64 overflow-auto border border-ink bg-raised py-1 shadow-lg"
		>
			<Combobox.Viewport>
				{#each shown as name (name)}
					<Combobox.Item
						value={name}
						label={name}
						onHighlight={() => (highlighted = name)}
						onUnhighlight={() => {
							if (highlighted === name) highlighted = '';
						}}
						class="num cursor-pointer px-3 py-1 data-highlighted:bg-stock data-selected:font-bold"
					>
						{name}
					</Combobox.Item>
				{:else}
					<p class="px-3 py-1 text-ink2">The colour config has no such name.</p>
				{/each}
			</Combobox.Viewport>
		</Combobox.Content>
	</Combobox.Portal>
</Combobox.Root>
