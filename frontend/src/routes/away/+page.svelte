<!-- What was put away and is brought back, and the bin. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import { archivesQuery, binQuery } from '$lib/api/files-queries';
	import { client } from '$lib/api/query-client';
	import BringBack from '$lib/files/BringBack.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import Confirm from '$lib/ui/confirm/Confirm.svelte';
	import Drop from '$lib/ui/drop/Drop.svelte';
	import FolderPicker from '$lib/ui/folder-picker/FolderPicker.svelte';
	import { clock, counted } from '$lib/words';

	let volume = $state('');
	let folder = $state('');
	let wrong = $state('');
	let done = $state('');
	let emptying = $state(false);
	/** The one thing that is to go for good; empty for all. */
	let going = $state.raw<Schema<'BinItem'> | null>(null);
	let opened = $state.raw<{ arrival: number; archive: Schema<'ArchivePage'> } | null>(null);

	const bin = createQuery(binQuery);
	const found = createQuery(() => archivesQuery(volume, folder));

	async function act(work: () => Promise<string>): Promise<void> {
		wrong = done = '';
		try {
			done = await work();
		} catch (error) {
			wrong = words(error);
		}
	}

	async function look(arrival: number): Promise<string> {
		opened = null;
		const archive = await take(
			api.GET('/api/v1/arrivals/{arrival_id}', { params: { path: { arrival_id: arrival } } })
		);
		opened = { arrival, archive };
		return '';
	}

	const open = (name: string) =>
		act(async () => {
			const path = folder ? `${folder}/${name}` : name;
			const made = await take(api.POST('/api/v1/arrivals', { body: { volume, path } }));
			return look(made.id);
		});

	const send = (file: File) =>
		act(async () => look((await sendForm<Schema<'CreatedId'>>('/arrivals/file', form(file))).id));

	const takeOut = (item: Schema<'BinItem'>) =>
		act(async () => {
			const came = await take(
				api.POST('/api/v1/bin/{bin_key}/take-out', { params: { path: { bin_key: item.key } } })
			);
			await client.invalidateQueries();
			await goto(came.shot === null ? `/p/${came.production}` : `/s/${came.shot}`);
			return '';
		});

	const empty = () =>
		act(async () => {
			if (going)
				await take(
					api.DELETE('/api/v1/bin/{bin_key}', { params: { path: { bin_key: going.key } } })
				);
			else await take(api.DELETE('/api/v1/bin'));
			await client.invalidateQueries({ queryKey: ['bin'] });
			return going ? `${going.what} is gone for good.` : 'The bin is empty.';
		});

	function ask(item: Schema<'BinItem'> | null): void {
		going = item;
		emptying = true;
	}
</script>

<Head title="Put away" subtitle="Archives and the bin" />
{#if wrong}<Notice>{wrong}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
<main class="min-h-0 grow overflow-y-auto px-[22px] py-4">
	<div class="grid grid-cols-[minmax(0,1fr)_minmax(0,480px)] gap-x-12 tight:block">
		<section aria-label="Bring back">
			<h2 class="pb-2 text-head font-semibold">Bring an archive back</h2>
			{#if opened}
				{#key opened.arrival}
					<BringBack
						arrival={opened.arrival}
						archive={opened.archive}
						onclose={() => (opened = null)}
					/>
				{/key}
			{:else}
				<FolderPicker
					purpose="for archives"
					bind:volume
					bind:path={folder}
					onopen={(page) => (folder = page.path)}
				/>
				<ul class="pt-2" aria-label="Archives">
					{#each found.data ?? [] as name (name)}
						<li class="flex items-baseline gap-4 border-t border-rule py-1">
							<span class="num grow">{name}</span>
							<button type="button" class="act" onclick={() => void open(name)}>Look into it</button
							>
						</li>
					{:else}
						{#if found.data}
							<li class="border-t border-rule py-2 text-ink2">
								There is no ZIP file in this folder.
							</li>
						{/if}
					{/each}
				</ul>
				<div class="pt-3">
					<Drop
						label="an archive (.zip), to look into it. Nothing is brought back before you say so."
						accept=".zip"
						onfile={(file) => void send(file)}
					/>
				</div>
			{/if}
		</section>
		<section aria-label="The bin">
			<h2 class="flex items-baseline gap-4 pb-2 text-head font-semibold">
				The bin
				{#if bin.data?.length}
					<span class="text-base font-normal text-ink2">{counted(bin.data.length, 'thing')}</span>
					<button type="button" class="act ml-auto text-base" onclick={() => ask(null)}
						>Empty the bin</button
					>
				{/if}
			</h2>
			<ul>
				{#each bin.data ?? [] as item (item.key)}
					<li class="border-t border-rule py-1.5">
						<p class="flex items-baseline gap-3">
							<strong class="min-w-0 grow truncate">{item.what}</strong>
							{#if !item.trouble}
								<button type="button" class="act" onclick={() => void takeOut(item)}
									>Take it out</button
								>
							{/if}
							<button type="button" class="act" onclick={() => ask(item)}>Delete for good</button>
						</p>
						<p class="text-sm text-ink2">
							{item.trouble ||
								[item.holds, `deleted by ${item.who}`, clock(item.at)].filter(Boolean).join(', ')}
						</p>
					</li>
				{:else}
					<li class="border-t border-rule py-2 text-ink2">
						Nothing is in it. A production or a shot is deleted under Files, Putting away.
					</li>
				{/each}
			</ul>
		</section>
	</div>
</main>
<Confirm
	bind:open={emptying}
	title={going ? `Delete ${going.what} for good` : 'Empty the bin'}
	text={going
		? `${going.what} can't be brought back after this, unless it was put away as an archive too.`
		: `${counted(bin.data?.length ?? 0, 'thing')} can't be brought back after this.`}
	action={going ? 'Delete it for good' : 'Empty the bin'}
	onconfirm={() => void empty()}
/>
