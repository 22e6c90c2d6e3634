<!-- Layouts: chosen, kept by name, and what has a window of its own. -->
<script lang="ts">
	import { titled } from '$lib/keys/keys.svelte';
	import SideSheet from '$lib/ui/side-sheet/SideSheet.svelte';
	import { layouts, LONGEST_NAME, SHIPPED } from './layouts.svelte';
	import { KINDS, windows, type WindowKind } from './windows.svelte';

	let { onclose }: { onclose: () => void } = $props();

	let name = $state('');
	let wrong = $state('');
	const all = Object.keys(KINDS) as WindowKind[];

	function keep(): void {
		wrong = layouts.keepAs(name);
		if (!wrong) name = '';
	}
</script>

<SideSheet title="Layout" narrow {onclose}>
	<ul class="border-b border-rule" aria-label="Layouts">
		{#each SHIPPED as each (each.name)}
			<li>
				<button
					type="button"
					class="grid min-h-[36px] w-full grid-cols-[112px_1fr] items-baseline gap-x-3 border-t border-rule py-2 text-left aria-pressed:font-semibold aria-pressed:shadow-[inset_3px_0_0_var(--ink)]"
					aria-pressed={layouts.current.name === each.name}
					title={each === SHIPPED[0]
						? titled('Lay the panes out as they ship', 'shippedLayout')
						: ''}
					onclick={() => layouts.choose(each)}
				>
					<span class="pl-3">{each.name}</span>
					<span class="text-sm font-normal text-ink2">{each.about}</span>
				</button>
			</li>
		{/each}
		{#each layouts.own as each (each.name)}
			<li class="flex items-baseline border-t border-rule">
				<button
					type="button"
					class="min-h-[36px] grow py-2 text-left aria-pressed:font-semibold aria-pressed:shadow-[inset_3px_0_0_var(--ink)]"
					aria-pressed={layouts.current.name === each.name}
					onclick={() => layouts.choose(each)}
				>
					<span class="pl-3">{each.name}</span>
				</button>
				<button
					type="button"
					class="act"
					aria-label="Remove {each.name}"
					onclick={() => layouts.remove(each)}>Remove</button
				>
			</li>
		{/each}
	</ul>
	<form
		class="flex flex-wrap items-baseline gap-3 py-3"
		onsubmit={(event) => {
			event.preventDefault();
			keep();
		}}
	>
		<label class="flex items-baseline gap-2"
			>Keep what stands as
			<input
				class="field w-[24ch]"
				maxlength={LONGEST_NAME * 2}
				aria-invalid={wrong !== ''}
				bind:value={name}
			/></label
		>
		<button type="submit" class="act">Keep it</button>
		{#if wrong}<p role="alert" class="basis-full text-red">{wrong}</p>{/if}
	</form>
	<h3 class="pt-2 pb-1 font-semibold">On a second screen</h3>
	<ul>
		{#each all as kind (kind)}
			<li class="flex items-baseline gap-3 border-t border-rule py-2">
				<span class="grow">{KINDS[kind].label}</span>
				{#if windows.has(kind)}
					<span class="text-ink2">in a window of its own</span>
					<button
						type="button"
						class="act"
						aria-label="Bring {KINDS[kind].label.toLowerCase()} back"
						onclick={() => windows.close(kind)}>Bring it back</button
					>
				{:else}
					<button
						type="button"
						class="act"
						aria-label="{KINDS[kind].label} in a window of its own"
						onclick={() => windows.open(kind)}>A window of its own</button
					>
				{/if}
			</li>
		{/each}
	</ul>
	{#if windows.said}<p role="status" class="pt-2">{windows.said}</p>{/if}
	<p class="pt-4 text-sm text-ink2">
		Panes are made wider by dragging what parts them, or with arrows once it has the focus. A window
		follows the shot in hand, and comes back here when it is closed.
	</p>
</SideSheet>
