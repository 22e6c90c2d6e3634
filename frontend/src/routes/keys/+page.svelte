<!-- Every key, searchable and printable. -->
<script lang="ts">
	import Head from '$lib/shell/Head.svelte';
	import { KEYS, singleKeys } from '$lib/state/keys.svelte';

	interface Key {
		key: string;
		also?: string;
		does: string;
		where: string;
	}

	let sought = $state('');

	const found = $derived(
		Object.values(KEYS as Record<string, Key>).filter((each) =>
			`${each.key} ${each.also ?? ''} ${each.does} ${each.where}`
				.toLowerCase()
				.includes(sought.trim().toLowerCase())
		)
	);
	const places = $derived([...new Set(found.map((each) => each.where))]);
</script>

<Head title="Keys" subtitle="Single keys wait while a field has the focus">
	{#snippet verdict()}<button type="button" class="act" onclick={() => window.print()}
			>Print this page</button
		>{/snippet}
</Head>
<main class="min-h-0 grow overflow-y-auto px-[22px] py-5">
	<label class="mb-4 flex w-72 flex-col gap-1 text-xs text-ink2 print:hidden"
		>Find a key <input
			class="field text-base text-ink"
			bind:value={sought}
			placeholder="undo, cut, hairline …"
		/></label
	>
	<label class="mb-4 flex w-fit items-center gap-2 text-sm print:hidden">
		<input
			type="checkbox"
			class="h-[18px] w-[18px] accent-ink"
			checked={singleKeys.on}
			onchange={(event) => singleKeys.set(event.currentTarget.checked)}
		/>
		Single keys act; without them those with Alt or Ctrl still do
	</label>
	<div class="columns-[320px] gap-x-10 print:columns-2">
		{#each places as place (place)}
			<section class="break-inside-avoid pb-5">
				<h2 class="pb-1 text-head font-semibold">{place}</h2>
				<dl>
					{#each found.filter((each) => each.where === place) as each (each.does)}
						<div class="grid grid-cols-[110px_1fr] border-t border-rule py-1">
							<dt>
								<kbd class="num font-semibold">{each.key}</kbd>{#if each.also}
									<kbd class="num block text-[11px] text-ink2">{each.also}</kbd>{/if}
							</dt>
							<dd>{each.does}</dd>
						</div>
					{/each}
				</dl>
			</section>
		{:else}
			<p class="text-ink2">No key does that.</p>
		{/each}
	</div>
</main>
