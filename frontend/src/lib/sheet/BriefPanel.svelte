<!-- The brief beside the sheet: what is asked, its figures always the shot's own. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { titled } from '$lib/keys/keys.svelte';
	import { typedTexts } from '$lib/state/typed.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import type { SheetSession } from './session.svelte';

	let { session, writing = $bindable() }: { session: SheetSession; writing: boolean } = $props();

	const SIZES = { small: 'text-xs', body: 'text-base', large: 'text-head' } as const;
	const EMPHASES = { plain: '', strong: 'font-semibold', boxed: 'border border-ink p-3' } as const;

	const scope = $derived(`brief:${session.id}`);
	const KEY = 'brief';

	const shown = $derived(session.page.brief);
	const brief = $derived(shown.brief);
	const isEmpty = $derived(!brief.text && brief.items.length === 0);

	// What is written outlives a reload, as what is typed in a field does.
	const typed = $derived(typedTexts.of(scope)[KEY]);
	const draft = $derived({
		text: typed?.text ?? brief.text ?? '',
		lines: typed?.lines ?? brief.items.map((item) => item.text).join('\n'),
		size: (typed?.size ?? brief.size ?? 'body') as Schema<'BriefSize'>,
		emphasis: (typed?.emphasis ?? brief.emphasis ?? 'plain') as Schema<'Emphasis'>
	});
	const write = (part: string, text: string) => typedTexts.type(scope, KEY, part, text);

	$effect(() => {
		if (typed) writing = true;
	});

	function leave(): void {
		typedTexts.leave(scope);
		writing = false;
	}

	async function keep(): Promise<void> {
		const done = new Map(brief.items.map((item) => [item.text, item.done]));
		const { text, size, emphasis } = draft;
		const items = draft.lines
			.split('\n')
			.map((line) => line.trim())
			.filter(Boolean)
			.map((line) => ({ text: line, done: done.get(line) ?? false }));
		await session.setBrief({ text, size, emphasis, items });
		if (!session.trouble) leave();
	}

	function tick(place: number): void {
		const items = brief.items.map((item, at) =>
			at === place ? { ...item, done: !item.done } : item
		);
		void session.setBrief({ ...brief, items });
	}

	function insert(token: string): void {
		const { text } = draft;
		write('text', `${text}${/\S$/.test(text) ? ' ' : ''}{${token}}`);
	}
</script>

<section class="border-t border-rule px-[22px] py-3 print:border-0" aria-label="Brief">
	<div class="flex items-baseline gap-3 pb-1 print:hidden">
		<h3 class="font-semibold">Brief</h3>
		{#if !writing}
			<button
				type="button"
				class="act ml-auto"
				title={titled('Write the brief', 'brief')}
				onclick={() => (writing = true)}>{isEmpty ? 'Write a brief' : 'Change it'}</button
			>
		{/if}
	</div>
	{#if writing}
		<label class="block text-xs text-ink2">
			What is asked
			<textarea
				class="field mt-1 block w-full text-base text-ink"
				rows="3"
				value={draft.text}
				oninput={(event) => write('text', event.currentTarget.value)}></textarea>
		</label>
		<p class="flex flex-wrap gap-x-2 gap-y-1 py-2 text-xs text-ink2">
			put in
			{#each Object.entries(shown.tokens) as [token, value] (token)}
				<button type="button" class="act min-h-[24px]" title={value} onclick={() => insert(token)}
					>{token}</button
				>
			{/each}
		</p>
		<label class="block text-xs text-ink2">
			Checklist, a line each
			<textarea
				class="field mt-1 block w-full text-base text-ink"
				rows="3"
				value={draft.lines}
				oninput={(event) => write('lines', event.currentTarget.value)}></textarea>
		</label>
		<div class="flex items-center gap-3 pt-2 text-xs text-ink2">
			<Choice
				label="Size of the brief"
				value={draft.size}
				options={Object.keys(SIZES)}
				onchoose={(size) => write('size', size)}
			/>
			<Choice
				label="Emphasis of the brief"
				value={draft.emphasis}
				options={Object.keys(EMPHASES)}
				onchoose={(emphasis) => write('emphasis', emphasis)}
			/>
			<button type="button" class="act ml-auto text-ink" onclick={() => void keep()}
				>Keep the brief</button
			>
			<button type="button" class="act" onclick={leave}>Cancel</button>
		</div>
	{:else if isEmpty}
		<p class="text-xs text-ink2 print:hidden">Nothing is written for this shot yet.</p>
	{:else}
		<div class="{SIZES[brief.size ?? 'body']} {EMPHASES[brief.emphasis ?? 'plain']}">
			<p class="whitespace-pre-line">
				{#each shown.pieces as piece, i (i)}{#if piece.live}<span
							class="num text-[0.95em] font-semibold"
							title="Always the shot's own">{piece.text}</span
						>{:else}{piece.text}{/if}{/each}
			</p>
			{#each brief.items as item, place (place)}
				<label class="flex min-h-[26px] items-center gap-2">
					<input
						type="checkbox"
						class="accent-ink"
						checked={item.done}
						onchange={() => tick(place)}
					/>
					<span class={item.done ? 'text-ink2 line-through' : ''}
						>{#each shown.items[place] ?? [] as piece, i (i)}{#if piece.live}<span
									class="num font-semibold">{piece.text}</span
								>{:else}{piece.text}{/if}{/each}</span
					>
				</label>
			{/each}
		</div>
	{/if}
	{#if shown.unknown.length}<p class="pt-1 text-xs text-red">
			{shown.unknown.map((name) => `{${name}}`).join(', ')} stands for nothing; it is printed as it is
			written.
		</p>{/if}
</section>
