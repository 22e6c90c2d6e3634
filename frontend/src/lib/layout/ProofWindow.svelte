<!-- The way to the proof of the shot in hand; the proof itself goes on following it. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { OwnWindow } from './windows.svelte';
	import NothingInHand from './NothingInHand.svelte';

	const own = new OwnWindow('proof');

	$effect(() => {
		if (own.shot) void goto(`/s/${own.shot}/proof`, { replaceState: true });
	});
</script>

<svelte:head><title>The proof · Zero Slate</title></svelte:head>
<NothingInHand what="The proof" />
