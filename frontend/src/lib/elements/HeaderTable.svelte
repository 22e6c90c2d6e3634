<!-- All that an element's header says, against the setup and the shot's other elements. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { linked }: { linked: Schema<'LinkedElement'> } = $props();
</script>

<section aria-label="Header of {linked.name}">
	<h3 class="pb-1 font-semibold">Header</h3>
	<dl>
		{#each linked.header as line (line.name)}
			<div
				class="grid grid-cols-[auto_minmax(0,1fr)] items-baseline gap-x-4 border-t border-rule py-1"
				data-header={line.name}
			>
				<dt class="text-ink2">{line.name}</dt>
				<dd class="num text-right break-words" class:text-red={line.differs}>{line.value}</dd>
				{#if line.others}<dd class="col-span-2 text-right text-xs">others: {line.others}</dd>{/if}
				{#if line.means}<dd class="col-span-2 text-xs text-ink2">{line.means}</dd>{/if}
			</div>
		{/each}
		<div class="flex items-baseline justify-between gap-4 border-t border-rule py-1">
			<dt class="text-ink2">lies in</dt>
			<dd class="num min-w-0 text-right break-words">{linked.volume}/{linked.folder}</dd>
		</div>
	</dl>
</section>
