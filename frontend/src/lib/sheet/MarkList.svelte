<!-- The keys and markers of a shot: put in, moved by typing, taken out. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import type { SheetSession } from './session.svelte';

	let { session }: { session: SheetSession } = $props();

	const KINDS = ['marker', 'key'] as const;
	const SHOWN = 40;

	let frame = $state('');
	let name = $state('');
	let kind = $state<Schema<'MarkKind'>>('marker');

	const marks = $derived(session.page.marks);
	const typed = $derived(session.typedMarks);

	async function add(): Promise<void> {
		if (!frame.trim()) return;
		await session.setMarks([...typed, { frame, kind, name }]);
		if (!session.trouble) frame = name = '';
	}

	function change(place: number, part: 'frame' | 'name', text: string): void {
		const all = typed.map((mark, at) => (at === place ? { ...mark, [part]: text } : mark));
		void session.setMarks(all);
	}
</script>

<section class="border-t border-rule px-[22px] py-3 print:hidden" aria-label="Keys and markers">
	<h3 class="pb-1 font-semibold">Keys and markers</h3>
	{#each marks.slice(0, SHOWN) as mark, place (`${mark.kind} ${mark.frame} ${mark.name}`)}
		<div class="flex items-center gap-2 border-t border-rule/60 py-0.5">
			<span class="w-12 text-xs text-ink2">{mark.kind}</span>
			<input
				class="field num min-h-[24px] w-[9ch] py-0"
				aria-label="Frame of {mark.kind} {mark.name}"
				value={mark.frame}
				onchange={(event) => change(place, 'frame', event.currentTarget.value)}
			/>
			<input
				class="field min-h-[24px] min-w-0 grow py-0"
				aria-label="Name of {mark.kind} {mark.frame}"
				maxlength="60"
				value={mark.name}
				onchange={(event) => change(place, 'name', event.currentTarget.value)}
			/>
			<button
				type="button"
				class="act min-h-[24px] text-xs"
				aria-label="Remove {mark.kind} {mark.frame}"
				onclick={() => void session.setMarks(typed.filter((_, at) => at !== place))}>Remove</button
			>
		</div>
	{/each}
	{#if marks.length > SHOWN}<p class="text-xs text-ink2">and {marks.length - SHOWN} more</p>{/if}
	<form
		class="flex items-center gap-2 pt-1"
		onsubmit={(event) => {
			event.preventDefault();
			void add();
		}}
	>
		<Choice
			label="Key or marker"
			value={kind}
			options={KINDS}
			onchoose={(chosen) => (kind = chosen as Schema<'MarkKind'>)}
		/>
		<input
			class="field num w-[13ch]"
			aria-label="Frame of a new mark"
			placeholder="1009"
			bind:value={frame}
		/>
		<input
			class="field min-w-0 grow"
			aria-label="Name of a new mark"
			placeholder="name"
			maxlength="60"
			bind:value={name}
		/>
		<button type="submit" class="act min-h-[24px] text-xs">Add</button>
	</form>
</section>
