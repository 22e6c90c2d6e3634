<script lang="ts">
	let { what }: { what: string } = $props();
</script>

<main class="px-[22px] py-4">
	<p>No shot is in hand yet. {what} of the next one that is opened stands here.</p>
</main>
