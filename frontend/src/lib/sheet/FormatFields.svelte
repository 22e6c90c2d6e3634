<!-- An edit format's settings, one under the other, as they are being typed. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Fields from './Fields.svelte';
	import type { FormatSession, Previewed } from './format.svelte';
	import Trouble from './Trouble.svelte';

	let { session }: { session: FormatSession<Previewed> } = $props();
	const usual = $derived(session.rows.filter((row) => !row.seldom));
	const seldom = $derived(session.rows.filter((row) => row.seldom));
	/** They are in nobody's way until one of them is set. */
	const used = $derived(seldom.some((row) => !row.unused));
</script>

{#snippet line(row: Schema<'SheetRow'>)}
	<div
		class="grid min-h-[36px] grid-cols-[110px_minmax(0,1fr)] items-center gap-x-3 border-t border-rule py-1"
		role="group"
		aria-label={row.label}
		data-row={row.key}
		data-hint-name={row.label}
		data-hint={row.help}
	>
		<span class="font-medium">{row.label}</span>
		<div class="flex flex-wrap items-center gap-x-3 gap-y-1">
			<Fields
				{row}
				locked={row.locked !== null}
				ontype={(part, text) => session.type(row.key, part, text)}
				oncommit={() => {}}
				onleave={() => session.leave(row.key)}
			/>
			<span class="text-xs text-ink2">
				{#if row.problem}
					<Trouble
						key={row.key}
						problem={row.problem}
						fields={row.fields}
						onuse={(texts) => session.use(row.key, texts)}
					/>
				{:else if row.locked}{row.locked.label}
				{:else if row.understood}<span class="num text-ink" data-understood>= {row.understood}</span
					>
				{/if}
			</span>
		</div>
	</div>
{/snippet}

<div class="border-b border-rule">
	{#each usual as row (row.key)}{@render line(row)}{/each}
	<details class="border-t border-rule" open={used}>
		<summary class="min-h-[32px] py-1.5 text-ink2">Seldom used: stand, finish, published as</summary
		>
		{#each seldom as row (row.key)}{@render line(row)}{/each}
	</details>
	{#if session.previewed?.problem}<p role="alert" class="py-2 text-red">
			{session.previewed.problem}
		</p>{/if}
	{#if session.trouble}<p role="alert" class="py-2 text-red">{session.trouble}</p>{/if}
</div>
