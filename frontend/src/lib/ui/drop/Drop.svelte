<!-- A place to drop a file on, or to choose one. -->
<script lang="ts">
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

	function take(files: FileList | null | undefined): void {
		const file = files?.[0];
		if (file) onfile(file);
	}
</script>

<label
	class="flex cursor-pointer items-center gap-2 border border-dashed border-ink2 bg-raised px-4 py-3 focus-within:outline-2 focus-within:outline-blue {over
		? 'border-ink bg-bluewash'
		: ''}"
	ondragover={(event) => {
		event.preventDefault();
		over = true;
	}}
	ondragleave={() => (over = false)}
	ondrop={(event) => {
		event.preventDefault();
		over = false;
		take(event.dataTransfer?.files);
	}}
>
	<input
		bind:this={input}
		type="file"
		{accept}
		class="sr-only"
		onchange={(event) => {
			take(event.currentTarget.files);
			event.currentTarget.value = '';
		}}
	/>
	<span><span class="act">Choose a file</span> or drop it here: {label}</span>
</label>
