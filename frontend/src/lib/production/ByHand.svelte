<!-- A shot that is not in the cut: its code, and in and out points or a length. -->
<script lang="ts">
	import { opened } from '$lib/state/focus';
	import { goto } from '$app/navigation';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, Problem, take, words, type Schema } from '$lib/api/client';
	import { houseQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import StartSeveral from './StartSeveral.svelte';

	let {
		production,
		lines,
		onclose
	}: {
		production: number;
		lines: readonly Schema<'ShotLine'>[];
		onclose: () => void;
	} = $props();

	let code = $state('');
	let title = $state('');
	let into = $state('');
	let out = $state('');
	let length = $state('');
	const house = createQuery(() => houseQuery({ typed: {}, shot: null, shipped: false, leave: [] }));
	const usual = $derived(house.data?.length);
	let trouble = $state('');
	let part = $state('');
	let nearest = $state('');

	function told(error: unknown): void {
		trouble = words(error);
		part = error instanceof Problem ? (error.body.part ?? '') : '';
		nearest = error instanceof Problem ? (error.body.nearest ?? '') : '';
	}

	async function make(): Promise<void> {
		trouble = part = nearest = '';
		try {
			const made = await take(
				api.POST('/api/v1/productions/{production_id}/shots-by-hand', {
					params: { path: { production_id: production } },
					body: { code, title, into, out, length }
				})
			);
			await goto(`/s/${made.id}`);
		} catch (error) {
			told(error);
		}
	}

	async function keepLength(): Promise<void> {
		trouble = '';
		try {
			const base = house.data?.number ?? 0;
			const body = { base, typed: { length: { length } }, shipped: false, leave: [] };
			await take(api.PUT('/api/v1/house', { body }));
			await client.invalidateQueries({ queryKey: ['house'] });
			length = '';
		} catch (error) {
			told(error);
		}
	}

	const FIELDS = [
		['in', 'In, by timecode', 13],
		['out', 'Out, the last frame', 13],
		['length', 'Length', 10]
	] as const;
</script>

<section
	{@attach opened}
	class="border-b border-ink bg-stock px-[22px] py-4"
	aria-label="A shot that is not in the cut"
>
	<div class="flex items-baseline justify-between pb-2">
		<h2 class="text-head font-semibold">Set up a shot that is not in the cut</h2>
		<button type="button" class="act" onclick={onclose}>Cancel</button>
	</div>
	<form
		class="flex flex-wrap items-end gap-4"
		onsubmit={(event) => {
			event.preventDefault();
			void make();
		}}
	>
		<label class="flex flex-col gap-1 text-xs text-ink2">
			Code <input
				class="field num text-ink"
				size="14"
				aria-invalid={part === 'code'}
				bind:value={code}
			/>
		</label>
		<label class="flex flex-col gap-1 text-xs text-ink2">
			Title <input class="field text-ink" size="24" bind:value={title} />
		</label>
		{#each FIELDS as [key, label, size] (key)}
			<label class="flex flex-col gap-1 text-xs text-ink2">
				{label}
				<input
					class="field num text-ink"
					{size}
					aria-invalid={part === key}
					placeholder={key === 'length' && usual ? String(usual) : ''}
					value={{ in: into, out, length }[key]}
					oninput={(event) => {
						const text = event.currentTarget.value;
						if (key === 'in') into = text;
						else if (key === 'out') out = text;
						else length = text;
					}}
				/>
			</label>
		{/each}
		<button type="submit" class="act" disabled={!code.trim()}>Set up {code || 'it'}</button>
	</form>
	<p class="pt-2 text-sm text-ink2">
		In and out set the length; with none of them it is {usual ?? '…'} frames, the house setup's.
		{#if length.trim()}
			<button type="button" class="act" onclick={() => void keepLength()}
				>Make {length} the house setup's length</button
			>
		{/if}
	</p>
	{#if trouble}
		<p role="alert" class="pt-1 text-red">
			{trouble}{#if nearest}
				<span class="text-ink">Nearest: <span class="num">{nearest}</span></span>{/if}
		</p>
	{/if}
	<StartSeveral {production} {lines} />
</section>
