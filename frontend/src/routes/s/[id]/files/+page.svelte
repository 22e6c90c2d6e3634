<!-- Where a shot's files go, and their versions: taken, approved, given back. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { shotFilesQuery } from '$lib/api/files-queries';
	import { client } from '$lib/api/query-client';
	import SetupVersions from '$lib/files/SetupVersions.svelte';
	import VersionList from '$lib/files/VersionList.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';

	const shot = openShot();
	const files = createQuery(() => shotFilesQuery(shot.id));
	const said = $derived(files.data);
	let chosen = $state('');
	let note = $state('');
	let wrong = $state('');
	let done = $state('');

	const keyOf = (row: Schema<'VersionRow'>) => `${row.kind} ${row.discipline}`;
	// What is worked on first: the kind that has the most versions.
	const usual = $derived(
		[...(said?.rows ?? [])].sort((a, b) => b.versions.length - a.versions.length)[0]
	);
	const row = $derived(said?.rows.find((each) => keyOf(each) === chosen) ?? usual);
	const params = $derived({ path: { shot_id: shot.id } });
	const of = (row: Schema<'VersionRow'>) => ({
		kind: row.kind as Schema<'FileKind'>,
		discipline: row.discipline
	});

	async function act(work: () => Promise<string>): Promise<void> {
		wrong = done = '';
		try {
			done = await work();
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['shot', shot.id, 'files'] });
	}

	const takeNext = () =>
		act(async () => {
			if (!row) return '';
			const body = { ...of(row), note };
			const taken = await take(api.POST('/api/v1/shots/{shot_id}/versions', { params, body }));
			note = '';
			return `${taken.name} of ${row.label.toLowerCase()} is yours.`;
		});

	const approve = (number: number, approved: boolean) =>
		act(async () => {
			const body = { ...of(row!), number, approved };
			await take(api.POST('/api/v1/shots/{shot_id}/versions/approve', { params, body }));
			return '';
		});

	const giveBack = (number: number) =>
		act(async () => {
			const body = { ...of(row!), number };
			await take(api.POST('/api/v1/shots/{shot_id}/versions/give-back', { params, body }));
			return '';
		});

	async function copy(path: string): Promise<void> {
		try {
			await navigator.clipboard.writeText(path);
			done = 'The path is on the clipboard.';
		} catch {
			wrong = 'The browser gives no access to the clipboard here: select the path, and copy it.';
		}
	}

	answerKeys({ nextVersion: () => void takeNext() });
	const whole = (path: Schema<'KindPath'>) => path.whole || path.path;
</script>

{#if wrong || files.error}<Notice>{wrong || words(files.error)}</Notice>{/if}
{#if said?.trouble}<Notice>{said.trouble}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if said}
	<main class="min-h-0 grow overflow-y-auto px-[22px] py-3">
		<div class="flex items-baseline gap-4 pb-1">
			<h2 class="text-head font-semibold">Versions</h2>
			<span class="text-sm text-ink2"
				>{said.volume
					? `${said.layout}, on ${said.volume}`
					: 'No volume is chosen, so what lies on disk is not known.'}</span
			>
			<a class="act ml-auto" href="/p/{said.production}/files">Change where files go</a>
		</div>
		<div class="grid grid-cols-[minmax(300px,400px)_1fr] gap-x-6 tight:block">
			<ul aria-label="Files with versions">
				{#each said.rows as each (keyOf(each))}
					<li class="border-t border-rule">
						<button
							type="button"
							class="grid min-h-[30px] w-full grid-cols-[1fr_64px_96px] items-center gap-x-2 text-left {row ===
							each
								? 'bg-raised font-semibold'
								: ''}"
							aria-current={row === each}
							onclick={() => (chosen = keyOf(each))}
						>
							<span class="truncate">{each.label}</span>
							<span class="num">{each.newest || '–'}</span>
							<span class="text-xs text-ink2"
								>{each.approved ? `${each.approved} approved` : ''}</span
							>
						</button>
					</li>
				{/each}
			</ul>
			{#if row}
				<section aria-label="Versions of {row.label}">
					<form
						class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-1.5"
						onsubmit={(event) => {
							event.preventDefault();
							void takeNext();
						}}
					>
						<strong>{row.label}</strong>
						<label class="flex items-center gap-1.5"
							>note
							<input
								class="field w-[calc(200px*var(--k))]"
								bind:value={note}
								placeholder="what it is for"
							/></label
						>
						<button type="submit" class="act" title={titled('Take the next version', 'nextVersion')}
							>Take {row.next}</button
						>
					</form>
					<p class="pb-1.5">
						<span class="num text-fine break-all text-ink2">{row.path}</span>
						<button type="button" class="act ml-2 text-sm" onclick={() => void copy(row.path)}
							>Copy the path</button
						>
					</p>
					<VersionList
						{row}
						onapprove={(number, approved) => void approve(number, approved)}
						ongiveback={(number) => void giveBack(number)}
					/>
				</section>
			{/if}
		</div>
		<SetupVersions
			shot={shot.id}
			standing={shot.head?.version ?? 0}
			onwrong={(why) => (wrong = why)}
			ondone={(what) => (done = what)}
		/>
		<h2 class="pt-5 pb-1 text-head font-semibold">Paths of {shot.head?.code ?? ''}</h2>
		<table class="border-collapse">
			<tbody>
				{#each said.paths as path (path.kind)}
					<tr class="border-t border-rule align-baseline">
						<th class="w-[110px] py-1 text-left font-normal">{path.label}</th>
						<td class="num py-1 pr-4 text-xs break-all">{whole(path)}</td>
						<td class="py-1"
							><button
								type="button"
								class="act text-sm"
								aria-label="Copy the path of {path.label}"
								onclick={() => void copy(whole(path))}>Copy</button
							></td
						>
					</tr>
				{/each}
			</tbody>
		</table>
	</main>
{/if}
