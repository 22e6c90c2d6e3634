<!-- The line over the rule: the selected range typed in one piece, its lock, what is shown. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import type { Schema } from '$lib/api/client';
	import { titled } from '$lib/keys/keys.svelte';
	import type { BandDrag } from './drag.svelte';
	import type { RangeKey } from './layout';
	import type { RuleView } from './view.svelte';

	let {
		rule,
		view,
		drag,
		range,
		label,
		frame,
		typed,
		onwhole,
		oncommit,
		onleave,
		onlock,
		tools
	}: {
		rule: Schema<'FrameRule'>;
		view: RuleView;
		drag: BandDrag;
		range: RangeKey;
		/** What the selected band is called. */
		label: string;
		/** Where the hairline is. */
		frame: number;
		typed: { text: string; note: string; wrong: boolean };
		onwhole: (text: string) => void;
		oncommit: () => void;
		onleave: () => void;
		onlock: () => void;
		tools?: Snippet;
	} = $props();

	const words = $derived(range.replace('_', ' '));
</script>

<div class="flex flex-wrap items-center gap-x-3 px-[18px] pt-[5px]">
	<h2 class="font-semibold">Frame rule</h2>
	<label class="flex items-center gap-2 text-xs text-ink2">
		{words}
		<input
			class="field num min-h-[24px] w-[24ch] py-0 font-medium text-ink"
			aria-label={`${words} in one piece`}
			aria-invalid={typed.wrong}
			autocomplete="off"
			spellcheck="false"
			value={typed.text}
			oninput={(event) => onwhole(event.currentTarget.value)}
			onblur={oncommit}
			onkeydown={(event) => {
				if (event.key === 'Enter') oncommit();
				if (event.key === 'Escape') onleave();
			}}
		/>
	</label>
	<button
		type="button"
		class="act min-h-[24px] text-xs"
		aria-pressed={rule.locked !== null}
		title={titled(rule.locked ? 'Open the lock' : 'Lock the work range', 'lock')}
		onclick={onlock}
	>
		<svg
			width="10"
			height="11"
			viewBox="0 0 10 11"
			class="inline-block align-[-1px]"
			aria-hidden="true"
		>
			<rect
				x="0.7"
				y="5"
				width="8.6"
				height="5.3"
				fill={rule.locked ? 'currentColor' : 'none'}
				stroke="currentColor"
			/>
			<path
				d={rule.locked ? 'M2.5 5V3.2a2.5 2.5 0 0 1 5 0V5' : 'M2.5 5V2.8a2.5 2.5 0 0 1 4.9-.6'}
				fill="none"
				stroke="currentColor"
			/>
		</svg>
		{rule.locked ? 'Open the lock' : 'Lock'}</button
	>
	{#if rule.locked}<span class="text-xs" class:text-red={drag.refused} role="status"
			>locked by {rule.locked}{drag.refused ? ': open the lock to move an end' : ''}</span
		>{/if}
	{#if typed.note}<span
			class="text-xs {typed.wrong ? 'text-red' : 'text-ink'}"
			role={typed.wrong ? 'alert' : 'status'}>{typed.note}</span
		>{/if}
	<span class="ml-auto flex items-baseline gap-3 text-xs text-ink2">
		{#if drag.snapped}<span class="text-ink">held at {drag.frame}</span>{/if}
		<span><span class="text-ink">{label}</span> selected</span>
		<button
			type="button"
			class="act min-h-[24px]"
			title="Show less of the rule, larger (+)"
			onclick={() => view.zoom(0.5, frame)}>Zoom in</button
		>
		<button
			type="button"
			class="act min-h-[24px]"
			title="Show more of the rule (-)"
			onclick={() => view.zoom(2, frame)}>Zoom out</button
		>
		<button
			type="button"
			class="act min-h-[24px]"
			disabled={view.whole}
			title="Show all of the rule (0)"
			onclick={() => view.all()}>Show all</button
		>
		{@render tools?.()}
	</span>
</div>
