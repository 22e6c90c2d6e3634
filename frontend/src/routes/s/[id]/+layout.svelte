<script lang="ts">
	import { untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, take } from '$lib/api/client';
	import Companions from '$lib/company/Companions.svelte';
	import { recent } from '$lib/desk/kept-shots.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Damaged from '$lib/shell/Damaged.svelte';
	import ChangedFiles from '$lib/elements/ChangedFiles.svelte';
	import Mark from '$lib/drawings/Mark.svelte';
	import { OpenShot, setOpenShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { ownKind, windows } from '$lib/layout/windows.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { clock, cutNumber, version } from '$lib/words';

	let { children } = $props();

	const id = $derived(Number(page.params.id));
	const shot = new OpenShot(
		() => id,
		() => page.url.pathname.split('/')[3] ?? ''
	);

	setOpenShot(shot);

	$effect(() => {
		if (shot.head) spines.open({ kind: 'shot', id, label: shot.head.code, state: shot.state });
		if (shot.head) untrack(() => recent.first(id));
		if (shot.lost) spines.close({ kind: 'shot', id });
	});

	// Windows on another screen follow the shot in hand.
	$effect(() => {
		if (!ownKind) windows.hand(id);
	});

	const root = $derived(`/s/${id}`);
	answerKeys({
		sheet: () => void goto(root),
		time: () => void goto(`${root}/time`),
		data: () => void goto(`${root}/data`),
		elements: () => void goto(`${root}/elements`),
		proof: () => void goto(`${root}/proof`),
		files: () => void goto(`${root}/files`),
		stand: () => void goto(`${root}/stand`),
		finish: () => void goto(`${root}/finish`),
		devices: () => void goto(`${root}/devices`),
		handoff: () => void goto(`${root}/handoff`),
		cut: () => shot.head && void goto(`/p/${shot.head.production_id}`)
	});
</script>

{#if !ownKind}
	<Head
		title={shot.head?.code ?? ''}
		figures
		subtitle={shot.head ? [shot.head.title, shot.head.production].filter(Boolean).join(' · ') : ''}
		steps={[
			{ label: 'Sheet', href: root, title: titled('Sheet', 'sheet') },
			{ label: 'Time', href: `${root}/time`, title: titled('Changes of time', 'time') },
			{ label: 'Data', href: `${root}/data`, title: titled('Data files', 'data') },
			{ label: 'Elements', href: `${root}/elements`, title: titled('Elements', 'elements') },
			{ label: 'Proof', href: `${root}/proof`, title: titled('Proof', 'proof') },
			{ label: 'Stand', href: `${root}/stand`, title: titled('Stand', 'stand') },
			{ label: 'Finish', href: `${root}/finish`, title: titled('Finish', 'finish') },
			{ label: 'Files', href: `${root}/files`, title: titled('Where files go', 'files') },
			{ label: 'Devices', href: `${root}/devices`, title: titled('Devices', 'devices') },
			{ label: 'Hand off', href: `${root}/handoff`, title: titled('Hand off', 'handoff') }
		]}
	>
		{#snippet verdict()}
			{#if shot.head}
				<Companions others={shot.company.others} />
				<Mark state={shot.state} />
				<div class="min-w-0">
					<p class="truncate font-semibold {shot.state === 'differs' ? 'text-red' : ''}">
						{shot.verdict}
					</p>
					<p class="truncate text-xs text-ink2">
						<a class="hover:underline" href="/p/{shot.head.production_id}"
							>{shot.head.cut_number ? cutNumber(shot.head.cut_number) : 'No cut yet'}</a
						>
						· saved <span class="num text-fine">{clock(shot.head.saved_at)}</span>
						·
						<span class="num text-fine" title={shot.head.what}>{version(shot.head.version)}</span>
					</p>
				</div>
			{/if}
		{/snippet}
	</Head>
{/if}
{#if shot.head?.warning}
	<div
		class="flex flex-wrap items-baseline gap-x-4 border-b border-red bg-redwash px-[22px] py-1.5 print:hidden"
		role="status"
		data-rate-warning
	>
		<Mark state="differs" size={10} />
		<span>{shot.head.warning}</span>
		<a class="act ml-auto" href={root}>Set the rate, or add a reason</a>
	</div>
{/if}
{#if shot.head}<ChangedFiles
		shot={id}
		production={shot.head.production_id}
		step={page.url.pathname}
	/>{/if}
{#if shot.lost}
	<Damaged
		error={shot.lost}
		recover={() =>
			take(api.POST('/api/v1/shots/{shot_id}/recover', { params: { path: { shot_id: id } } }))}
	/>
{:else if shot.head}
	{#key id}{@render children()}{/key}
{/if}
