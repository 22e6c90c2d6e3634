<!-- Every version of the setup: what changed, any two compared, one named or brought back. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words } from '$lib/api/client';
	import { comparedQuery, keptVersionsQuery } from '$lib/api/files-queries';
	import { client } from '$lib/api/query-client';
	import Keeping from './Keeping.svelte';
	import { answerKeys } from '$lib/keys/keys.svelte';
	import { clock, counted, version } from '$lib/words';

	let {
		shot,
		standing,
		onwrong,
		ondone
	}: {
		shot: number;
		/** The version that stands. */
		standing: number;
		onwrong: (why: string) => void;
		ondone: (what: string) => void;
	} = $props();

	const kept = createQuery(() => keptVersionsQuery(shot, standing));
	let chosen = $state(0);
	let against = $state(0);
	// The one before the last is what is looked for most.
	const before = $derived(chosen || Math.max(1, standing - 1));
	const after = $derived(against || standing);
	const compared = createQuery(() => comparedQuery(shot, before, after));
	const one = $derived(kept.data?.versions.find((each) => each.number === before));
	const params = $derived({ path: { shot_id: shot } });

	async function act(work: () => Promise<unknown>, said: string): Promise<void> {
		onwrong('');
		try {
			await work();
			ondone(said);
		} catch (error) {
			onwrong(words(error));
		}
		await client.invalidateQueries({ queryKey: ['shot', shot] });
		void client.invalidateQueries({ queryKey: ['production'] });
	}

	const restore = () =>
		act(
			() =>
				take(
					api.POST('/api/v1/shots/{shot_id}/kept-versions/restore', {
						params,
						body: { base: standing, number: before }
					})
				),
			`${version(before)} stands again, as ${version(standing + 1)}. Undo takes it back.`
		);

	const step = (way: 'undo' | 'redo') =>
		act(
			() =>
				take(
					way === 'undo'
						? api.POST('/api/v1/shots/{shot_id}/undo', { params, body: { base: standing } })
						: api.POST('/api/v1/shots/{shot_id}/redo', { params, body: { base: standing } })
				),
			way === 'undo' ? 'Undone, as another version.' : 'Done again, as another version.'
		);
	answerKeys({ undo: () => void step('undo'), redo: () => void step('redo') });

	const name = (text: string) =>
		act(
			() =>
				take(
					api.PUT('/api/v1/shots/{shot_id}/kept-versions/name', {
						params,
						body: { number: before, name: text }
					})
				),
			text.trim() ? `${version(before)} is called “${text.trim()}”.` : ''
		);
</script>

{#if kept.data}
	<section aria-label="Versions of the setup">
		<div class="flex items-baseline gap-4 pt-5 pb-1">
			<h2 class="text-head font-semibold">The setup, as it was</h2>
			<span class="text-sm text-ink2"
				>Everything is saved as it is done: {counted(kept.data.all, 'version')}{kept.data.keeps ===
				null
					? ', none of them lost'
					: ''}.</span
			>
			<Keeping production={kept.data.production} keeps={kept.data.keeps} {onwrong} {ondone} />
		</div>
		<div class="grid grid-cols-[minmax(300px,400px)_1fr] gap-x-6 tight:block">
			<ul class="max-h-[300px] overflow-y-auto" aria-label="Versions">
				{#each kept.data.versions as each (each.number)}
					<li class="border-t border-rule">
						<button
							type="button"
							class="grid min-h-[30px] w-full grid-cols-[48px_1fr_104px] items-center gap-x-2 text-left {before ===
							each.number
								? 'bg-raised font-semibold'
								: ''}"
							aria-current={before === each.number}
							onclick={() => (chosen = each.number)}
						>
							<span class="num">{version(each.number)}</span>
							<span class="truncate text-sm" title={each.what}
								>{#if each.name}<strong>{each.name}</strong> ·
								{/if}{each.what}</span
							>
							<span class="truncate text-xs text-ink2">{clock(each.at)}, {each.who}</span>
						</button>
					</li>
				{/each}
			</ul>
			<div class="border-t border-rule py-1.5">
				<p class="flex flex-wrap items-center gap-x-3 gap-y-1 pb-1">
					<strong class="num">{version(before)}</strong>
					<label class="flex items-center gap-1.5"
						>against
						<select
							class="field num"
							value={String(after)}
							onchange={(event) => (against = Number(event.currentTarget.value))}
						>
							{#each kept.data.versions as each (each.number)}
								<option value={String(each.number)}
									>{version(each.number)}{each.number === standing ? ', what stands' : ''}</option
								>
							{/each}
						</select></label
					>
					{#key before}
						<label class="flex items-center gap-1.5"
							>name
							<input
								class="field w-[calc(150px*var(--k))]"
								value={one?.name ?? ''}
								placeholder="none"
								onchange={(event) => void name(event.currentTarget.value)}
							/></label
						>
					{/key}
					{#if before !== standing}
						<button type="button" class="act" onclick={() => void restore()}
							>Bring {version(before)} back</button
						>
					{/if}
				</p>
				{#if compared.error}
					<p class="text-red" role="alert">{words(compared.error)}</p>
				{:else if compared.data}
					{#each compared.data.changes as each (each.key + each.label)}
						<p class="grid grid-cols-[150px_1fr] gap-x-3 border-t border-rule py-1 text-sm">
							<span>{each.label}</span>
							<span class="num text-xs">{each.before || 'none'} → {each.after || 'none'}</span>
						</p>
					{:else}
						<p class="text-ink2">Nothing differs between them.</p>
					{/each}
				{/if}
			</div>
		</div>
	</section>
{/if}
