<!-- The shot's grade: on or off, from the cut or a file, and written again. -->
<script lang="ts">
	import { api, API, take, words, type Schema } from '$lib/api/client';
	import { again } from '$lib/api/shot-queries';
	import { titled } from '$lib/keys/keys.svelte';
	import type { Proof } from './proof.svelte';

	let { proof, version }: { proof: Proof; version: number } = $props();

	const page = $derived(proof.page!);
	const path = $derived({ shot_id: proof.shot });
	let place = $state('');
	let open = $state(false);
	let wrong = $state('');

	async function act(work: Promise<Schema<'ShotPage'>>): Promise<void> {
		wrong = '';
		try {
			await work;
			open = false;
			place = '';
		} catch (error) {
			wrong = words(error);
		}
		await again(proof.shot);
	}

	const takeFile = () =>
		act(
			take(
				api.PUT('/api/v1/shots/{shot_id}/grade', {
					params: { path },
					body: { base: version, place }
				})
			)
		);
	const clear = () =>
		act(
			take(
				api.POST('/api/v1/shots/{shot_id}/grade/clear', {
					params: { path },
					body: { base: version }
				})
			)
		);
</script>

<div data-grade>
	<p class="flex gap-2.5">
		{#if page.grade}
			<button
				type="button"
				class="word"
				aria-pressed={proof.graded}
				title={titled('Look at it graded, or not', 'graded')}
				onclick={() => (proof.graded = !proof.graded)}>graded</button
			>
			<a class="word" href="{API}/shots/{proof.shot}/grade.cc" download>as .cc</a>
			{#if page.own_grade}
				<button type="button" class="word" onclick={clear}>as the cut again</button>
			{/if}
		{/if}
		<button type="button" class="word" aria-expanded={open} onclick={() => (open = !open)}
			>{page.grade ? 'another' : 'grade from a file'}</button
		>
	</p>
	{#if page.grade}<p class="text-xs break-words">{page.grade}</p>{/if}
	{#if open}
		<form
			class="pt-1"
			onsubmit={(event) => {
				event.preventDefault();
				void takeFile();
			}}
		>
			<label class="block text-xs" for="grade-place">.cc .cdl .ccc .cube .clf</label>
			<input
				id="grade-place"
				class="w-full border-b border-current bg-transparent"
				placeholder="volume:folder/name.cc"
				bind:value={place}
			/>
			<button type="submit" class="word">take it</button>
		</form>
	{/if}
	{#if wrong}<p role="alert">{wrong}</p>{/if}
</div>

<style>
	input::placeholder {
		color: var(--on);
		opacity: 0.8;
	}
</style>
