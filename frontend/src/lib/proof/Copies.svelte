<!-- Light copies: smaller ones to play from, made here, told apart on the picture. -->
<script lang="ts">
	import { untrack } from 'svelte';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { copiesQuery } from '$lib/api/proof-queries';
	import { again } from '$lib/api/shot-queries';
	import { titled } from '$lib/keys/keys.svelte';
	import type { Proof } from './proof.svelte';

	let { proof }: { proof: Proof } = $props();

	const id = $derived(proof.pick?.id ?? 0);
	const copies = createQuery(() => copiesQuery(proof.shot, id));
	const making = new FollowedJob<Schema<'CopyJob'>>(
		`/shots/${untrack(() => proof.shot)}/copy-jobs`
	);
	let wrong = $state('');

	async function make(): Promise<void> {
		wrong = '';
		const params = { path: { shot_id: proof.shot } };
		await making.follow(() =>
			take(api.POST('/api/v1/shots/{shot_id}/copy-jobs', { params, body: { element: id } }))
		);
	}

	async function remove(): Promise<void> {
		wrong = '';
		proof.light = false;
		const params = { path: { shot_id: proof.shot, element_id: id } };
		try {
			await take(
				api.DELETE('/api/v1/shots/{shot_id}/elements/{element_id}/light-copies', { params })
			);
		} catch (error) {
			wrong = words(error);
		}
		await again(proof.shot);
	}

	// What was begun as the element was linked, or on another page, is followed here too.
	const going = $derived(copies.data?.making ?? 0);
	$effect(() => {
		const number = going;
		if (!number || untrack(() => making.busy)) return;
		const params = { path: { shot_id: proof.shot, number } };
		void untrack(() =>
			making.follow(() => take(api.GET('/api/v1/shots/{shot_id}/copy-jobs/{number}', { params })))
		);
	});

	const ended = $derived(making.state && !making.busy ? making.state.id : 0);
	$effect(() => {
		if (ended) void again(proof.shot);
	});
</script>

{#if id && copies.data}
	<div data-copies>
		<p class="flex flex-wrap gap-x-2.5">
			{#if copies.data.there}
				<button
					type="button"
					class="word"
					aria-pressed={proof.light}
					title={titled('Look at light copies, or at the originals', 'light')}
					onclick={() => (proof.light = !proof.light)}>light copies</button
				>
				<button type="button" class="word" onclick={remove}>remove them</button>
			{/if}
			{#if making.busy}
				<button type="button" class="word" onclick={() => void making.stop()}>stop</button>
			{:else if copies.data.what && copies.data.there < copies.data.files}
				<button type="button" class="word" onclick={make}
					>{copies.data.there ? 'make the others' : 'make light copies'}</button
				>
			{/if}
		</p>
		<p class="text-xs">
			{#if making.busy}{making.state?.done} of {making.state?.total} made{:else if copies.data.what}
				<span title={copies.data.place}>{copies.data.what}: {copies.data.words}</span>
			{:else}The setup asks for no light copies.{/if}
		</p>
		{#if wrong || making.trouble || making.state?.state === 'failed'}
			<p role="alert">{wrong || making.trouble || making.state?.message}</p>
		{/if}
	</div>
{/if}
