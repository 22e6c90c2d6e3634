<!-- Handing the shot on: what will be written, to a folder or as a download. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { API, api, take, words } from '$lib/api/client';
	import { handoffQuery } from '$lib/api/shot-queries';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import Confirm from '$lib/ui/confirm/Confirm.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { clock, counted, version } from '$lib/words';

	const STATUS = {
		new: 'new',
		same: 'there already, the same',
		replaces: 'replaces a file that differs'
	} as Record<string, string>;

	const shot = openShot();

	let volume = $state('');
	let folder = $state('');
	let wrong = $state('');
	let done = $state('');
	let asking = $state(false);

	const planned = createQuery(() => handoffQuery(shot.id, volume, folder));
	const plan = $derived(planned.data);
	const trouble = $derived(wrong || (planned.error ? words(planned.error) : ''));

	async function write(replace: boolean): Promise<void> {
		wrong = done = '';
		try {
			const written = await take(
				api.POST('/api/v1/shots/{shot_id}/handoff', {
					params: { path: { shot_id: shot.id } },
					body: { volume, folder, replace, version: plan?.version ?? null }
				})
			);
			const where = [volume, folder].filter(Boolean).join('/');
			done = `${version(written.version)} was written to ${where}: ${written.files.join(', ')}.`;
			await planned.refetch();
		} catch (error) {
			wrong = words(error);
		}
	}
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if plan}
	<main
		class="grid min-h-0 grow grid-cols-[minmax(0,1fr)_minmax(0,1fr)] tight:block tight:overflow-y-auto"
	>
		<section
			class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
			aria-label="What is written"
		>
			<h2 class="pb-1 text-head font-semibold">What is written</h2>
			<p class="pb-3 text-ink2">
				{plan.code}
				{version(plan.version)}:
				<span class={plan.state === 'differs' ? 'font-semibold text-red' : ''}>{plan.verdict}</span
				>.
				{#if plan.state === 'differs'}It can be handed on as it is.{/if}
			</p>
			{#each plan.files as file (file.name)}
				<div class="grid grid-cols-[1fr_auto] gap-x-4 border-t border-rule py-2">
					<span class="num font-semibold">{file.name}</span>
					<span class="num text-ink2">{file.bytes} bytes</span>
					<span class="text-ink2">{file.about}</span>
					<span>{volume ? (STATUS[file.status] ?? file.status) : ''}</span>
				</div>
			{/each}
			<p class="border-t border-rule pt-3">
				<a class="act" href="{API}/shots/{shot.id}/handoff/download" download
					>Download them as one ZIP</a
				>
			</p>
		</section>
		<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="Where to">
			<h2 class="pb-2 text-head font-semibold">Where to</h2>
			{#if plan.ruled}
				{@const ruled = plan.ruled}
				<p class="flex flex-wrap items-baseline gap-x-3 pb-3">
					<button
						type="button"
						class="act"
						disabled={volume === ruled.volume && folder === ruled.folder}
						onclick={() => {
							volume = ruled.volume;
							folder = ruled.folder;
						}}>Where the path rules put it</button
					>
					<span class="num text-xs break-all text-ink2"
						>{ruled.volume}:{ruled.folder}/{ruled.stem}</span
					>
				</p>
			{/if}
			<FolderPicker
				purpose="for what is handed on"
				bind:volume
				bind:path={folder}
				onopen={() => (wrong = '')}
			/>
			{#if plan.standing}<p class="pt-3 text-ink2">{plan.standing}</p>{/if}
			{#if plan.too_long}<p role="alert" class="pt-3 text-red">{plan.too_long}</p>{/if}
			<p class="pt-4">
				<button
					type="button"
					class="act"
					disabled={!volume || plan.too_long !== ''}
					onclick={() => (plan?.replaces ? (asking = true) : void write(false))}
					>Write {counted(plan.files.length, 'file')} to {[volume, folder]
						.filter(Boolean)
						.join('/') || 'a folder'}</button
				>
			</p>
			{#if plan.former.length}
				<h2 class="pt-6 pb-1 text-head font-semibold">Handed off before</h2>
				{#each plan.former as each (each.at + each.place + each.version)}
					<div class="border-t border-rule py-1.5" data-former={each.version}>
						<p class="flex items-baseline gap-3">
							<strong class="num">{version(each.version)}</strong>
							<span class="num min-w-0 grow truncate text-xs">{each.place}</span>
							<span class="text-xs text-ink2">{clock(each.at)}, {each.who}</span>
						</p>
						{#if each.since.length}
							<p class="text-sm">
								since then: <span class="num text-xs">{each.since.slice(0, 4).join('; ')}</span
								>{each.since.length > 4 ? `, and ${each.since.length - 4} more` : ''}
							</p>
						{:else}<p class="text-sm text-ink2">Nothing has changed since.</p>{/if}
					</div>
				{/each}
			{/if}
		</section>
	</main>
	<Confirm
		bind:open={asking}
		title="Replace what is there?"
		text="{plan.replaces} of the files are there with other contents. Replacing them can't be undone."
		action="Replace them"
		onconfirm={() => void write(true)}
	/>
{/if}
