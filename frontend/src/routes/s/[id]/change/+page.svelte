<!-- A change of this shot before it is made: every row, what appears, what artwork does. -->
<script lang="ts">
	import Panes from '$lib/layout/Panes.svelte';
	import { counted } from '$lib/words';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { changeQuery, heard } from '$lib/api/shot-queries';
	import ChangedRows from '$lib/change/ChangedRows.svelte';
	import Findings from '$lib/change/Findings.svelte';
	import Recanvas from '$lib/change/Recanvas.svelte';
	import { fromAddress } from '$lib/change/source';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { typedTexts } from '$lib/state/typed.svelte';

	const shot = openShot();
	const source = fromAddress(page.url.searchParams);

	let leave = $state.raw<string[]>([]);
	let keep = $state<Schema<'KeepArtwork'> | null>('centre');
	let wrong = $state('');

	const preview = createQuery(() => changeQuery(shot.id, { ...source, leave, keep }));
	const said = $derived(preview.data);
	const trouble = $derived(wrong || (preview.error ? words(preview.error) : ''));

	function turn(key: string, taken: boolean): void {
		leave = taken ? leave.filter((each) => each !== key) : [...leave, key];
	}

	const chosen = $derived(said?.proposal.rows.filter((row) => row.chosen) ?? []);
	const taken = $derived(chosen.filter((row) => row.taken));

	async function make(): Promise<void> {
		if (!said || !taken.length || said.proposal.refused || preview.isPlaceholderData) return;
		try {
			const made = await take(
				api.POST('/api/v1/shots/{shot_id}/changes', {
					params: { path: { shot_id: shot.id } },
					body: { ...source, leave, keep, base: said.version }
				})
			);
			heard(shot.id, made);
			// What was typed on the sheet and is made now isn't typed there any more.
			typedTexts.leave(`shot:${shot.id}`, Object.keys(source.typed ?? {}));
			await goto(`/s/${shot.id}`);
		} catch (error) {
			wrong = words(error);
		}
	}

	answerKeys({ makeChange: () => void make() });
</script>

{#if trouble}<Notice>{trouble} <a class="act" href="/s/{shot.id}">Back to the sheet</a></Notice
	>{/if}
{#if said}
	{@const proposal = said.proposal}
	<div class="flex min-h-0 grow tight:block tight:overflow-y-auto">
		<Panes pane="change" label="What it does">
			<main class="min-h-0 min-w-0 grow overflow-auto px-[22px] py-4" aria-label="The change">
				<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-2">
					<h2 class="text-head font-semibold">{proposal.label}</h2>
					<span class="text-sm text-ink2">Nothing changes until you apply it.</span>
				</div>
				{#if proposal.refused}<p role="alert" class="pb-2 text-red">{proposal.refused}</p>{/if}
				{#if chosen.length}
					<ChangedRows rows={proposal.rows} onturn={turn} />
				{:else}
					<p class="border-t border-rule py-3 text-ink2">
						This shot has all of it already: nothing would be changed.
					</p>
					{#each proposal.rows as row (row.key)}
						<p class="text-sm text-ink2"><strong>{row.label}</strong> {row.note}</p>
					{/each}
				{/if}
				<p class="flex flex-wrap items-baseline gap-5 border-t border-ink pt-3">
					<button
						type="button"
						class="act"
						disabled={!taken.length || proposal.refused !== null}
						title={titled('Apply this change', 'makeChange')}
						onclick={() => void make()}
						>{taken.length === chosen.length
							? `Apply ${counted(chosen.length, 'change')}`
							: `Apply ${taken.length} of ${chosen.length} changes`}</button
					>
					{#if leave.length}
						<button type="button" class="act" onclick={() => (leave = [])}>Choose all</button>
					{:else if chosen.length > 1}
						<button type="button" class="act" onclick={() => (leave = chosen.map((row) => row.key))}
							>Choose none</button
						>
					{/if}
					<a class="act" href="/s/{shot.id}">Leave the shot as it is</a>
					<span class="ml-auto text-sm"
						>{proposal.before} →
						<strong class={proposal.state_after === 'differs' ? 'text-red' : ''}
							>{proposal.after}</strong
						></span
					>
				</p>
			</main>
			{#snippet beside()}
				<aside
					class="min-w-0 grow overflow-y-auto border-l border-rule bg-stock py-3"
					aria-label="What it does"
				>
					{#if proposal.canvas}
						<h3 class="px-[22px] font-semibold">The canvas under the work</h3>
						<Recanvas drawing={proposal.canvas} {keep} onkeep={(way) => (keep = way)} />
					{/if}
					<h3 class="px-[22px] pt-3 pb-1 font-semibold">What it means</h3>
					<div class="px-[22px]">
						<Findings appear={proposal.appear} vanish={proposal.vanish} />
					</div>
				</aside>
			{/snippet}
		</Panes>
	</div>
{/if}
