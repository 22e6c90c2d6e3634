<!-- What a data file was exported under: count, rate, and the columns that hold frames. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		file,
		old = $bindable()
	}: {
		file: Schema<'DataPage'>;
		old: Required<Schema<'OldCount'>>;
	} = $props();

	function from(former: Schema<'FormerCount'>): void {
		old.was = String(former.number);
		old.now = String(former.now);
		old.rate = former.rate;
	}

	function choose(place: number, on: boolean): void {
		old.columns = on
			? [...old.columns, place].sort((a, b) => a - b)
			: old.columns.filter((each) => each !== place);
	}
</script>

<div class="flex flex-wrap items-end gap-x-5 gap-y-2 pt-3">
	<label class="flex flex-col gap-1 text-xs text-ink2">
		Frame in the file
		<input class="field num text-ink" size="8" bind:value={old.was} />
	</label>
	<label class="flex flex-col gap-1 text-xs text-ink2">
		is this frame now
		<input class="field num text-ink" size="8" bind:value={old.now} />
	</label>
	<label class="flex flex-col gap-1 text-xs text-ink2">
		Rate of the file
		<input class="field num text-ink" size="12" bind:value={old.rate} />
	</label>
	<span class="pb-1 text-sm text-ink2"
		>rate of the shot <span class="num text-ink">{file.now_rate}</span></span
	>
	{#if file.formers.length}
		<span class="flex flex-wrap gap-x-4 pb-1 text-sm"
			>as the shot was in
			{#each file.formers.slice(0, 4) as former (former.version)}
				<button type="button" class="act" onclick={() => from(former)}>{former.label}</button>
			{/each}
		</span>
	{/if}
</div>
<fieldset class="flex flex-wrap gap-x-5 gap-y-1 pt-3">
	<legend class="text-xs text-ink2"
		>{old.columns.length
			? 'Columns that hold frames'
			: 'No column is known to hold frames: choose it'}</legend
	>
	{#each file.columns as name, place (place)}
		<label class="num">
			<input
				type="checkbox"
				class="accent-ink"
				checked={old.columns.includes(place)}
				onchange={(event) => choose(place, event.currentTarget.checked)}
			/>
			{name}
		</label>
	{/each}
</fieldset>
