<!-- The selected element: what is found, how it is laid and used, what its header says. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import CadenceStrip from '$lib/drawings/CadenceStrip.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { clock } from '$lib/words';
	import Sentence from '$lib/drawings/Sentence.svelte';
	import ElementFields from './ElementFields.svelte';
	import Newer from './Newer.svelte';
	import Views from './Views.svelte';
	import LayerSheet from './LayerSheet.svelte';
	import HeaderTable from './HeaderTable.svelte';
	import ReadAs from './ReadAs.svelte';

	let {
		shot,
		frame,
		growing,
		newer,
		linked,
		onchange,
		onview,
		onnewer,
		onagain,
		onunlink
	}: {
		shot: number;
		/** The shot's frame that is looked at; null for the middle of the cut. */
		frame: number | null;
		/** How far its files are, where they are still being written. */
		growing?: Schema<'GrowingElement'>;
		/** A newer version of its files that lies on disk. */
		newer?: Schema<'NewerVersion'>;
		linked: Schema<'LinkedElement'>;
		onchange: (values: Schema<'ElementValues'>) => void;
		/** Another element is to be a view of it, or is none any more. */
		onview: (id: number, values: Schema<'ElementValues'>) => void;
		/** The newer version is to be taken: of this element, or of all of the production. */
		onnewer: (all: boolean) => void;
		onagain: () => void;
		onunlink: () => void;
	} = $props();
</script>

<section aria-label="Selected: {linked.name}">
	<div class="flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
		<Mark state={linked.line.state} word={linked.line.word} />
		<h2 class="num min-w-0 truncate text-step font-semibold" title={linked.line.name}>
			{linked.name}
		</h2>
		<span class="text-ink2">{linked.role}</span>
		<span class="ml-auto flex gap-4">
			<button
				type="button"
				class="act"
				title="{linked.on ? 'Leave it unused' : 'Use it again'} (Space, on its sheet)"
				onclick={() => onchange({ on: !linked.on })}>{linked.on ? 'Turn off' : 'Turn on'}</button
			>
			<button type="button" class="act" onclick={onagain}>Read again</button>
			<button type="button" class="act" onclick={onunlink}>Unlink</button>
		</span>
	</div>
	{#if linked.own_name}<p class="num text-ink2">{linked.line.name}</p>{/if}
	{#if growing}
		<p role="status">
			<strong class="font-semibold">Still being written:</strong>
			{growing.words}, at <span class="num">{clock(growing.last)}</span>
		</p>
	{/if}
	{#if newer}<Newer {newer} onthis={() => onnewer(false)} onall={() => onnewer(true)} />{/if}
	{#if linked.line.problem}<p class="text-red">{linked.line.problem}</p>{/if}
	{#each linked.line.messages as said, i (i)}
		<p class="py-0.5">
			<Sentence text={said.text} strong={said.strong} calm={said.severity === 'note'} />
			{#if said.element_fix}
				<button
					type="button"
					class="act"
					onclick={() => onchange(said.element_fix!.values as Schema<'ElementValues'>)}
					>{said.element_fix.label}</button
				>
			{/if}
		</p>
	{:else}
		{#if !linked.line.problem}<p class="text-ink2">{linked.line.word}</p>{/if}
	{/each}
	{#if linked.line.cadence}
		<div class="py-2"><CadenceStrip drawing={linked.line.cadence} /></div>
	{/if}
	{#if !linked.line.problem}
		<div class="pt-2">
			{#key linked.id}<LayerSheet {shot} {linked} {frame} />{/key}
		</div>
		<Views {shot} {linked} onchange={onview} />
		<ElementFields {linked} {onchange} />
		<ReadAs {shot} {frame} {linked} {onchange} />
		<HeaderTable {linked} />
	{/if}
</section>
