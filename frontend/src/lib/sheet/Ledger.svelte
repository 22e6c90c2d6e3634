<!-- The ledger: every setting in its group, what the edit asks, what is set, what that means. -->
<script lang="ts">
	import type { Snippet } from 'svelte';
	import { collapsed } from '$lib/state/collapsed.svelte';
	import { titled } from '$lib/keys/keys.svelte';
	import { version } from '$lib/words';
	import LedgerRow from './LedgerRow.svelte';
	import type { SheetSession } from './session.svelte';

	let {
		session,
		writing = $bindable(),
		only,
		children
	}: {
		session: SheetSession;
		/** The rows whose reason is being written. */
		writing: Record<string, boolean>;
		/** The groups that are shown; all of them without it. */
		only?: string[];
		/** What stands between the heading and the rows. */
		children?: Snippet;
	} = $props();

	// A row that is being worked on stays, also where it stops differing.
	const kept = $derived(
		session.typed[session.selected] || writing[session.selected] ? session.selected : ''
	);
</script>

<div
	class="sticky top-0 z-10 grid h-[32px] ledger-columns items-center gap-x-2 border-b border-rule bg-sheet pr-4 pl-4 text-xs text-ink2"
>
	<span></span><span>Setting</span><span class="text-blue">Edit asks</span><span>This shot</span>
	<span class="flex items-baseline justify-between gap-3 whitespace-nowrap">
		<span class="truncate">What it means</span>
		<span class="flex items-baseline gap-3" aria-live="polite">
			{#if session.saving}saving …{:else if session.unsaved}<span class="text-ink"
					>typed, not saved</span
				>{:else}saved as {version(session.page.head.version)}{/if}
			<button
				type="button"
				class="act"
				disabled={!session.page.head.undo}
				title={titled('Undo the last change', 'undo')}
				onclick={() => void session.step('undo')}>Undo</button
			>
			<button
				type="button"
				class="act"
				disabled={!session.page.head.redo}
				title={titled('Redo what was undone', 'redo')}
				onclick={() => void session.step('redo')}>Redo</button
			>
		</span>
	</span>
</div>
{@render children?.()}
{#each session.groups.filter((each) => !only || only.includes(each.key)) as group (group.key)}
	{@const open = only !== undefined || !collapsed.has(group.key, group.unused)}
	{@const shown = group.rows.filter(
		(row) => open || row.state === 'differs' || row.problem || row.key === kept
	)}
	<section aria-labelledby="group-{group.key}" data-group={group.key}>
		<h2
			id="group-{group.key}"
			class="pt-[9px] pb-[3px] pl-4 text-head font-semibold [font-stretch:100%]"
		>
			<button
				type="button"
				class="flex min-h-[24px] items-baseline gap-3"
				aria-expanded={open}
				disabled={only !== undefined}
				onclick={() => collapsed.turn(group.key, group.unused)}
			>
				{#if only === undefined}
					<svg width="18" height="10" viewBox="0 0 18 10" aria-hidden="true">
						<path d={open ? 'M4 2.5h10l-5 6z' : 'M6 0v10l6 -5z'} fill="var(--ink2)" />
					</svg>
				{/if}
				{group.title}
				<span class="text-xs font-normal text-ink2 [font-stretch:88%]"
					>{group.note}{#if !open && group.rows.length > shown.length}{group.note
							? ' · '
							: ''}{group.rows.length - shown.length} more {group.rows.length - shown.length === 1
							? 'row'
							: 'rows'}{/if}</span
				>
			</button>
		</h2>
		{#each shown as row (row.key)}
			<LedgerRow
				{row}
				{session}
				selected={session.selected === row.key}
				bind:writing={() => writing[row.key] ?? false, (value) => (writing[row.key] = value)}
				onselect={() => (session.selected = row.key)}
			/>
		{/each}
	</section>
{/each}
