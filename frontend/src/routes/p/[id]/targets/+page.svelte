<!-- What a production is published as: what each target carries of a shot, and trials of it. -->
<script lang="ts">
	import ShotOf from '$lib/production/ShotOf.svelte';
	import Panes from '$lib/layout/Panes.svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { targetsQuery } from '$lib/api/files-queries';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import { productionQuery } from '$lib/api/production-queries';
	import { EditChange } from '$lib/change/edit-change.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import TargetDetail from '$lib/targets/TargetDetail.svelte';
	import { withRate, withTarget } from '$lib/targets/texts';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { typedTexts } from '$lib/state/typed.svelte';
	import { workWords } from '$lib/words';

	const id = $derived(Number(page.params.id));
	let shot = $state(page.url.searchParams.get('shot') ?? '');
	let typed = $state<string | null>(null);
	let selected = $state('');
	let wrong = $state('');
	const edit = new EditChange(() => id);

	const production = createQuery(() => productionQuery(id));
	const standing = createQuery(() => targetsQuery(id, shot, null));
	const typing = createQuery(() => targetsQuery(id, shot, typed));
	const said = $derived(typing.data ?? standing.data);
	const codes = $derived(production.data?.lines.map((line) => line.code) ?? []);
	const row = $derived(
		said?.rows.find((each) => each.name === selected) ??
			said?.rows.find((each) => each.chosen) ??
			said?.rows[0]
	);
	const text = $derived(typed ?? standing.data?.targets ?? '');
	const changed = $derived(typed !== null && typed !== standing.data?.targets);
	const chosen = $derived(said?.rows.filter((each) => each.chosen) ?? []);

	const trial = new FollowedJob<Schema<'TargetTrialState'>>(
		`/productions/${page.params.id}/target-trials`,
		withResults
	);
	const results = $derived(trial.state?.results ?? []);
	const triedOf = (name: string) => results.find((each) => each.name === name);

	const edited = (name: string, on: boolean) => (typed = withTarget(text, name, on));

	async function attempt(names: string[]): Promise<void> {
		wrong = '';
		await trial.follow(() =>
			take(
				api.POST('/api/v1/productions/{production_id}/target-trials', {
					params: { path: { production_id: id } },
					body: { names, shot: said?.shot ?? '' }
				})
			)
		);
		wrong = trial.trouble || (trial.state?.state === 'failed' ? trial.state.message : '');
	}

	async function keep(): Promise<void> {
		if (!said || !changed || said.problem) return;
		const body = { typed: { targets: { text } }, along: true, out: [], base: said.version };
		const made = 'Published so, for every shot that had the former targets.';
		if (await edit.make(body, made)) typed = null;
	}

	/** See a change in the edit format before it is made. */
	function see(texts: Record<string, Record<string, string>>): void {
		typedTexts.set(`edit:${id}`, { ...typedTexts.of(`edit:${id}`), ...texts });
		void goto(`/p/${id}/edit`);
	}

	answerKeys({ makeChange: () => void keep() });
</script>

{#if wrong || edit.trouble || standing.error}<Notice
		>{wrong || edit.trouble || words(standing.error)}</Notice
	>{/if}
{#if edit.done}<Notice calm
		>{edit.done}
		{#if edit.made !== null}<button type="button" class="act" onclick={() => void edit.undo()}
				>Undo for all shots</button
			>{/if}</Notice
	>{/if}
{#if said}
	<main class="flex min-h-0 grow tight:block tight:overflow-y-auto" aria-label="Targets">
		<Panes pane="targets" label="The target">
			<section class="min-h-0 min-w-0 grow overflow-y-auto pb-4" aria-label="What is published">
				<div class="flex flex-wrap items-center gap-x-4 gap-y-1 px-[22px] pt-3 pb-1">
					<h2 class="text-head font-semibold">What it is published as</h2>
					<ShotOf
						label="held against"
						{codes}
						shot={said.shot}
						onchoose={(code) => (shot = code)}
					/>
					<span class="text-sm text-ink2">{said.about}</span>
				</div>
				<div class="flex flex-wrap items-center gap-x-3 gap-y-1 px-[22px] pb-2">
					<input
						class="field num min-w-[calc(280px*var(--k))] grow"
						aria-label="Published as"
						aria-invalid={said.problem !== ''}
						value={text}
						oninput={(event) => (typed = event.currentTarget.value)}
						onkeydown={(event) => {
							if (event.key === 'Enter') void keep();
							if (event.key === 'Escape') typed = null;
						}}
					/>
					{#if changed}
						<button
							type="button"
							class="act"
							disabled={said.problem !== ''}
							title={titled('Publish as ticked', 'makeChange')}
							onclick={() => void keep()}>Publish as ticked</button
						>
						<button type="button" class="act" onclick={() => (typed = null)}>Cancel</button>
					{/if}
				</div>
				{#if said.problem}
					<p role="alert" class="px-[22px] pb-2 text-red">
						{said.problem}
						{#if said.nearest}<button
								type="button"
								class="act text-ink"
								onclick={() => (typed = said.nearest)}>Use {said.nearest}</button
							>{/if}
					</p>
				{/if}
				<p class="px-[22px] pb-2" role="status">{said.summary}</p>
				{#each said.apart as each (each)}<p class="px-[22px] pb-1 text-red">{each}</p>{/each}
				{#if said.serves.length}
					<p class="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-[22px] pb-2">
						<span class="text-ink2">What serves all of them:</span>
						{#each said.serves as each (each.setting)}
							<span>{each.label} <span class="num">{each.before} → {each.after}</span></span>
						{/each}
						<button
							type="button"
							class="act"
							onclick={() =>
								see(Object.fromEntries(said.serves.map((each) => [each.setting, each.texts])))}
							>See it in the edit format</button
						>
					</p>
				{/if}
				<table class="w-full text-left">
					<caption class="sr-only">Kinds of targets</caption>
					<thead class="text-xs text-ink2">
						<tr>
							<th class="w-[44px] pl-[22px] font-normal"><span class="sr-only">Published</span></th>
							<th class="font-normal">Target</th>
							<th class="font-normal">Data rate, Mb/s</th>
							<th class="font-normal">Carries</th>
							<th class="pr-4 font-normal">Trial</th>
						</tr>
					</thead>
					<tbody>
						{#each said.rows as each (each.name)}
							{@const tried = triedOf(each.name)}
							<tr class="border-t border-rule" class:selected={row?.name === each.name}>
								<td class="py-1.5 pl-[22px]"
									><input
										type="checkbox"
										class="block h-[20px] w-[20px] accent-ink"
										aria-label="Publish as {each.name}"
										checked={each.chosen}
										onchange={(event) => {
											selected = each.name;
											edited(each.name, event.currentTarget.checked);
										}}
									/></td
								>
								<td class="py-1.5"
									><button
										type="button"
										class="min-h-[24px] w-full text-left {each.chosen ? 'font-semibold' : ''}"
										aria-pressed={row?.name === each.name}
										onclick={() => (selected = each.name)}>{each.name}</button
									></td
								>
								<td class="py-1.5">
									{#if each.chosen && each.takes_rate}
										<input
											class="field num w-[8ch]"
											aria-label="Data rate of {each.name}, Mb/s"
											placeholder="free"
											value={each.megabits}
											onchange={(event) =>
												(typed = withRate(text, each.name, event.currentTarget.value))}
										/>
									{/if}
								</td>
								<td class="py-1.5 text-sm">
									{#if !each.carries.length}<span class="text-ink2">—</span>
									{:else if each.lost}<span class="text-red"
											>all but {each.carries
												.filter((one) => !one.carried)
												.map((one) => one.label.toLowerCase())
												.join(', ')}</span
										>
									{:else}<span class="text-ink2">all of it</span>{/if}
								</td>
								<td class="py-1.5 pr-4 text-sm">
									{#if each.here}<span class="text-ink2">not here</span>
									{:else if tried?.trouble}<span class="text-red">couldn't be made</span>
									{:else if tried}{tried.kept.every((one) => one.kept)
											? 'as promised'
											: 'not as promised'}
									{:else}<button
											type="button"
											class="act"
											disabled={trial.busy || !said.shot}
											onclick={() => {
												selected = each.name;
												void attempt([each.name]);
											}}>Try it</button
										>{/if}
								</td>
							</tr>
						{/each}
					</tbody>
				</table>
				<p class="flex flex-wrap items-baseline gap-x-4 px-[22px] pt-3">
					{#if trial.busy}
						<span
							>{workWords(trial.state!, `${trial.state!.done} of ${trial.state!.total} made`)}</span
						>
						<button type="button" class="act" onclick={() => void trial.stop()}>Stop</button>
					{:else if said.shot}
						<button
							type="button"
							class="act"
							onclick={() => void attempt((chosen.length ? chosen : said.rows).map((o) => o.name))}
							>{chosen.length ? 'Try all that are published' : 'Try every one'}</button
						>
					{/if}
				</p>
			</section>
			{#snippet beside()}
				<aside
					class="min-h-0 min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-[18px] py-3"
					aria-label="The target"
				>
					{#if row}<TargetDetail {row} tried={triedOf(row.name)} onuse={see} />{/if}
				</aside>
			{/snippet}
		</Panes>
	</main>
{/if}

<style>
	.selected {
		box-shadow: inset 3px 0 0 var(--ink);
		background: color-mix(in srgb, var(--stock) 35%, transparent);
	}
</style>
