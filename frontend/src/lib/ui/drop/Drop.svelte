<!-- A place to drop a file on, or to choose one. -->
<script lang="ts">
	import { onMount } from 'svelte';
	import { folderOf, isCarried } from './carried';
	import { dropped } from './dropped.svelte';

	let {
		label,
		accept,
		onfile,
		input = $bindable()
	}: {
		label: string;
		accept: string;
		onfile: (file: File) => void;
		input?: HTMLInputElement | null;
	} = $props();

	let over = $state(false);

	// A file may have been dropped on another page, and wait here.
	onMount(() => {
		dropped.places++;
		const waiting = dropped.take();
		if (waiting) onfile(waiting);
		return () => {
			dropped.places--;
		};
	});

	function take(files: FileList | null | undefined): void {
		const file = files?.[0];
		if (file) onfile(file);
	}
</script>

<!-- A file dropped anywhere on the page is meant for the place that takes one. -->
<svelte:window
	ondragover={(event) => {
		if (!isCarried(event)) return;
		event.preventDefault();
		over = true;
	}}
	ondragleave={(event) => {
		if (event.relatedTarget === null) over = false;
	}}
	ondrop={(event) => {
		if (!isCarried(event)) return;
		event.preventDefault();
		over = false;
		if (!folderOf(event.dataTransfer)) take(event.dataTransfer?.files);
	}}
/>

<label
	class="flex cursor-pointer items-center gap-2 border border-dashed border-ink2 bg-raised px-4 py-3 focus-within:outline-2 focus-within:outline-blue {over
		? 'border-ink bg-bluewash'
		: ''}"
>
	<input
		bind:this={input}
		type="file"
		data-first
		aria-label={label}
		{accept}
		class="sr-only"
		onchange={(event) => {
			take(event.currentTarget.files);
			event.currentTarget.value = '';
		}}
	/>
	<span><span class="act">Choose a file</span> or drop it here: {label}</span>
</label>
