<!-- A stand-in for a control surface: rings and buttons that send what a device would. -->
<script lang="ts">
	import { onDestroy } from 'svelte';
	import { pressed, turned, type Button, type Ring as Which } from '$lib/devices/messages';
	import Ring from '$lib/devices/Ring.svelte';
	import { STAND_IN } from '$lib/devices/surface.svelte';
	import Head from '$lib/shell/Head.svelte';

	const line = new BroadcastChannel(STAND_IN);
	onDestroy(() => line.close());
	let last = $state<number[]>([]);

	function send(messages: number[][]): void {
		for (const message of messages) {
			line.postMessage(message);
			last = message;
		}
	}

	const rings: { which: Which; label: string }[] = [
		{ which: 'hairline', label: 'Hairline' },
		{ which: 'exposure', label: 'Exposure' },
		{ which: 'value', label: 'Selected figure' }
	];
	const buttons: { which: Button; label: string }[] = [
		{ which: 'use', label: 'Use what is offered' },
		{ which: 'undo', label: 'Undo' },
		{ which: 'redo', label: 'Redo' },
		{ which: 'asItIs', label: 'As it is' }
	];
	const hex = $derived(last.map((each) => each.toString(16).padStart(2, '0')).join(' '));
</script>

<Head title="Control surface" subtitle="A stand-in" />
<main class="min-h-0 grow overflow-y-auto px-[22px] py-5">
	<p class="pb-4 text-ink2">
		Keep this window beside the one that you work in: what is turned here moves there.
	</p>
	<div class="flex flex-wrap gap-8">
		{#each rings as each (each.which)}
			<Ring label={each.label} onturn={(steps) => send(turned(each.which, steps))} />
		{/each}
	</div>
	<div class="flex flex-wrap gap-5 pt-6">
		{#each buttons as each (each.which)}
			<button type="button" class="act" onclick={() => send([pressed(each.which)])}
				>{each.label}</button
			>
		{/each}
	</div>
	<p class="num pt-6 text-ink2" role="status">{hex ? `sent ${hex}` : 'nothing sent yet'}</p>
</main>
