<!-- What an element's header says, a line each. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { linked }: { linked: Schema<'LinkedElement'> } = $props();

	const lines = $derived([
		...Object.entries(linked.line.header),
		...(linked.line.timecode ? [['first timecode', linked.line.timecode] as const] : [])
	]);
</script>

<dl>
	{#each lines as [name, value] (name)}
		<div class="flex items-baseline justify-between gap-4 border-t border-rule py-1">
			<dt class="text-ink2">{name}</dt>
			<dd class="num min-w-0 text-right break-words">{value}</dd>
		</div>
	{/each}
	{#if linked.read_as_why}
		<div class="flex items-baseline justify-between gap-4 border-t border-rule py-1">
			<dt class="text-ink2">read as</dt>
			<dd class="text-right">
				<span class="num">{linked.read_as ?? 'no space of the config'}</span>
				<span class="text-xs text-ink2">{linked.read_as_why}</span>
			</dd>
		</div>
	{/if}
	<div class="flex items-baseline justify-between gap-4 border-t border-rule py-1">
		<dt class="text-ink2">lies in</dt>
		<dd class="num min-w-0 text-right break-words">{linked.volume}/{linked.folder}</dd>
	</div>
</dl>
