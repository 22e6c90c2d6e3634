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

	type Kind = 'columns' | 'lengths';

	function choose(kind: Kind, place: number, on: boolean): void {
		const other = kind === 'columns' ? 'lengths' : 'columns';
		if (on) old[other] = old[other].filter((each) => each !== place);
		old[kind] = on
			? [...old[kind], place].sort((a, b) => a - b)
			: old[kind].filter((each) => each !== place);
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
{#if file.question}<p class="pt-3 text-red">{file.question}</p>{/if}
<div class="flex flex-wrap items-start gap-x-8 gap-y-2 pt-3">
	{@render columns('columns', old.columns.length ? 'Frames are in' : 'Choose what holds frames')}
	{@render columns('lengths', 'Lengths, rescaled but not shifted, are in')}
	<label class="flex items-center gap-1.5 self-end text-sm">
		<input type="checkbox" class="accent-ink" bind:checked={old.leaves} />
		leave rows without a number as they are
	</label>
</div>

{#snippet columns(kind: Kind, legend: string)}
	<fieldset>
		<legend class="text-xs text-ink2">{legend}</legend>
		<span class="flex flex-wrap gap-x-5 gap-y-1">
			{#each file.columns as name, place (place)}
				<label class="num">
					<input
						type="checkbox"
						class="accent-ink"
						aria-label="{name}: {kind === 'columns' ? 'frames' : 'lengths'}"
						checked={old[kind].includes(place)}
						onchange={(event) => choose(kind, place, event.currentTarget.checked)}
					/>
					{name || 'value'}
				</label>
			{/each}
		</span>
	</fieldset>
{/snippet}
