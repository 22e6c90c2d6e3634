<!-- Two panes beside each other, with what parts them: dragged, moved by arrows, folded and put back. -->
<script lang="ts">
	import { Pane, PaneGroup, PaneResizer } from 'paneforge';
	import { untrack, type Snippet } from 'svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { layouts, NARROWEST, WIDEST, type Pane as PaneName } from './layouts.svelte';

	let {
		pane,
		label,
		alone = false,
		children,
		beside
	}: {
		pane: PaneName;
		/** What the pane at the side is called. */
		label: string;
		/** Whether the first pane has all the room for now. */
		alone?: boolean;
		children: Snippet;
		/** What stands at the side. */
		beside: Snippet;
	} = $props();

	/** How wide what is folded stays, in px: a strip that brings it back. */
	const STRIP = 26;

	const part = $derived(`${pane} side` as const);
	const folded = $derived(layouts.folded(part));
	let width = $state(0);
	const strip = $derived(width ? (100 * STRIP) / width : 2);
	const wide = $derived(alone ? 0 : folded ? strip : layouts.side(pane));
	let group = $state<PaneGroup | null>(null);

	// Whoever changes the layout: this page, another, a name that was chosen. What is dragged is no
	// reason to lay it out again.
	$effect(() => {
		const [panes, to] = [group, wide];
		untrack(() => {
			const stands = panes?.getLayout()[1];
			if (stands !== undefined && Math.abs(stands - to) > 0.2) panes?.setLayout([100 - to, to]);
		});
	});

	function dragged(to: number): void {
		if (alone || Math.abs(to - wide) < 0.2) return;
		if (to < NARROWEST - 0.1) layouts.fold(part, true);
		else {
			layouts.fold(part, false);
			layouts.resize(pane, to);
		}
	}

	answerKeys({ foldBeside: () => layouts.turn(part) });
</script>

<div class="flex min-h-0 min-w-0 grow tight:block" bind:clientWidth={width}>
	<PaneGroup
		bind:this={group}
		direction="horizontal"
		keyboardResizeBy={2}
		class="tight:!block print:!block print:!overflow-visible"
		onLayoutChange={([, to]) => {
			if (to !== undefined && width > 0) dragged(to);
		}}
	>
		<Pane
			order={1}
			defaultSize={100 - wide}
			minSize={100 - WIDEST}
			class="flex min-h-0 min-w-0 tight:!overflow-visible print:!block print:!overflow-visible"
		>
			{@render children()}
		</Pane>
		<PaneResizer
			aria-label="How wide the pane at the side is"
			title={titled(`Drag, or move with arrows; Enter folds ${label.toLowerCase()}`, 'foldBeside')}
			onkeydowncapture={(event: KeyboardEvent) => {
				if (event.key === 'Enter') layouts.turn(part);
			}}
			ondblclick={() => layouts.turn(part)}
			class="group relative z-[5] w-0 print:hidden tight:hidden {alone ? 'hidden' : ''}"
		>
			<div
				class="absolute inset-y-0 -left-[4px] w-[9px] large:-left-[16px] large:w-[32px] group-hover:bg-ink/15 group-data-[active]:bg-ink/15"
			></div>
		</PaneResizer>
		<Pane
			order={2}
			defaultSize={wide}
			minSize={NARROWEST}
			maxSize={WIDEST}
			collapsible
			collapsedSize={alone ? 0 : strip}
			class="flex min-h-0 min-w-0 tight:!overflow-visible print:!block print:!overflow-visible"
		>
			{#if folded}
				<button
					type="button"
					class="flex grow items-center justify-center border-l border-rule bg-stock text-ink2 [writing-mode:vertical-rl] hover:text-ink tight:hidden print:hidden"
					aria-label="Bring {label.toLowerCase()} back"
					title={titled(`Bring ${label.toLowerCase()} back`, 'foldBeside')}
					onclick={() => layouts.fold(part, false)}>{label}</button
				>
			{/if}
			<div class={folded ? 'hidden tight:contents' : 'contents'}>
				{#if !alone}{@render beside()}{/if}
			</div>
		</Pane>
	</PaneGroup>
</div>
