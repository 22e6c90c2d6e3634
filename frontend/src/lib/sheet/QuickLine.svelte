<!-- One line that sets several things: each word lights up as what it was understood to be. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import { createQuery } from '@tanstack/svelte-query';
	import { words } from '$lib/api/client';
	import { quickLineQuery } from '$lib/api/shot-queries';
	import { client } from '$lib/api/query-client';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import type { SheetSession } from './session.svelte';

	let { session }: { session: SheetSession } = $props();

	let line = $state('');
	let chosen = $state.raw<Record<string, string>>({});
	let field = $state<HTMLInputElement | null>(null);
	const reading = createQuery(() => quickLineQuery(session.id, line, chosen));
	const said = $derived(line.trim() ? reading.data : undefined);
	const trouble = $derived(line.trim() && reading.error ? words(reading.error) : '');

	function choose(text: string, key: string): void {
		chosen = { ...chosen, [text]: key };
		field?.focus();
	}

	async function apply(): Promise<void> {
		if (!line.trim()) return;
		const read = await client
			.fetchQuery(quickLineQuery(session.id, line, chosen))
			.catch(() => undefined);
		if (!read?.sound) return;
		await session.save(read.texts);
		if (!session.trouble && !session.clash) clear();
	}

	function clear(): void {
		line = '';
		chosen = {};
	}

	answerKeys({ quick: () => field?.focus() });
</script>

<div class="px-[22px] pt-2 pb-3">
	<label class="block">
		<span class="block pb-1 text-xs text-ink2">Quick line</span>
		<input
			bind:this={field}
			class="field num w-full"
			aria-label="Quick line"
			data-hint={PARTS.quick}
			placeholder="1998x1080 1.85 24 1001-1108 half"
			autocomplete="off"
			spellcheck="false"
			title={titled('Several settings in one line', 'quick')}
			aria-invalid={said?.words.some((word) => word.problem) ?? false}
			bind:value={line}
			onkeydown={(event) => {
				if (event.key === 'Enter') void apply();
				else if (event.key === 'Escape') clear();
			}}
		/>
	</label>
	{#if trouble}<p role="alert" class="pt-1 text-sm text-red">{trouble}</p>{/if}
	{#if said}
		<ul class="pt-1.5 text-sm leading-snug" aria-label="What the words were understood as">
			{#each said.words as word, i (i)}
				<li class="grid grid-cols-[auto_1fr] gap-x-3 border-t border-rule py-1">
					<span class="num font-semibold {word.problem ? 'text-red' : ''}">{word.text}</span>
					<span>
						{#if word.meant}
							<strong class="font-medium">{word.meant.label}</strong>
							<span class="num text-ink2">{word.meant.said}</span>
						{:else if word.problem}
							<span class="text-red">{word.problem}</span>
						{:else}
							which of these?
							{#each word.choices as choice (choice.key)}
								<button
									type="button"
									class="act mr-3"
									title={choice.said}
									onclick={() => choose(word.text, choice.key)}>{choice.label}</button
								>
							{/each}
						{/if}
					</span>
				</li>
			{/each}
		</ul>
		<p class="border-t border-rule pt-1.5 text-sm">
			<button type="button" class="act" disabled={!said.sound} onclick={() => void apply()}
				>Set them as one change</button
			>
		</p>
	{/if}
</div>
