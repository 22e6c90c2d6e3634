<!-- One side's picture, at the frame that all sides are at. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { proofQuery, shaderQuery } from '$lib/api/proof-queries';
	import LightTable from '$lib/proof/LightTable.svelte';
	import { Proof } from '$lib/proof/proof.svelte';
	import { TableView } from '$lib/proof/table.svelte';

	let {
		shot,
		label,
		frame,
		onproof
	}: {
		shot: number;
		label: string;
		frame: number | null;
		/** Who plays asks each side whether it is ready. */
		onproof: (ready: (frame: number) => boolean) => () => void;
	} = $props();

	// svelte-ignore state_referenced_locally
	const id = shot;
	const page = createQuery(() => proofQuery(id));
	const proof = new Proof(id, () => page.data);
	const view = new TableView();
	const stamp = $derived(page.data?.colour_stamp ?? '');
	const shader = createQuery(() => shaderQuery(id, proof.pick, proof.graded, stamp));
	let trouble = $state('');

	$effect(() => {
		if (page.data && frame !== null) proof.go(frame);
	});
	$effect(() => {
		void [proof.frame, proof.pick, page.data];
		if (page.data && !trouble) proof.want();
	});
	$effect(() =>
		onproof((at) => {
			const address = proof.pick && proof.address(proof.pick, at);
			return !address || proof.ready.settled(address);
		})
	);
	$effect(() => () => proof.ready.close());
</script>

<figure class="proof flex min-h-0 min-w-0 flex-1 flex-col" data-surround="middle">
	<figcaption class="flex justify-between gap-3 px-3 py-1">
		<strong class="num">{label}</strong><span class="num">{frame ?? ''}</span>
	</figcaption>
	<div class="relative flex min-h-0 grow" data-frame={proof.frame}>
		{#if page.data && !trouble}
			<LightTable
				{proof}
				{view}
				shader={shader.data}
				another={undefined}
				loupe={false}
				side={1}
				onreadings={() => undefined}
				onview={() => undefined}
				onbroken={(why) => (trouble = why)}
			/>
		{/if}
		{#if trouble || proof.trouble || page.error}
			<p class="pointer-events-none absolute inset-x-0 top-1/2 text-center" role="status">
				{trouble || proof.trouble || page.error?.message}
			</p>
		{/if}
	</div>
</figure>
