<!-- The workers of this machine: how many, with how much memory, and how fast so many are. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import { workersQuery } from '$lib/api/machine-queries';
	import { client } from '$lib/api/query-client';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { counted, workWords } from '$lib/words';

	let count = $state<string | null>(null);
	let memory = $state<string | null>(null);
	let wrong = $state('');
	let done = $state('');

	const standing = createQuery(() => workersQuery(null));
	const whole = (text: string) => (/^\d+$/.test(text.trim()) ? Number(text) : null);
	const typed = $derived(count !== null || memory !== null);
	const wanted = $derived.by((): Schema<'WantedWorkers'> | null => {
		const now = standing.data;
		if (!typed || !now) return null;
		const number = whole(count ?? String(now.count));
		const each = (memory ?? String(now.megabytes ?? '')).trim();
		if (number === null || (each && whole(each) === null)) return null;
		return { count: number, megabytes: each ? whole(each) : null };
	});
	const unread = $derived(typed && wanted === null);
	const seen = createQuery(() => workersQuery(wanted));
	const said = $derived(seen.data ?? standing.data);
	const refused = $derived(
		unread
			? 'Whole numbers, please: how many workers, and how many MB each.'
			: seen.error
				? words(seen.error)
				: ''
	);

	const trying = new FollowedJob<Schema<'WorkersJob'>>('/workers/0/jobs', withResults);
	const fastest = $derived(
		Math.max(0, ...(trying.state?.results.map((each) => each.pictures) ?? []))
	);

	async function keep(): Promise<void> {
		if (!wanted || refused) return;
		wrong = done = '';
		try {
			await take(api.PUT('/api/v1/workers', { body: wanted }));
			done = `${counted(wanted.count, 'worker')} from now on.`;
			count = memory = null;
			await client.invalidateQueries({ queryKey: ['workers'] });
		} catch (error) {
			wrong = words(error);
		}
	}

	async function test(): Promise<void> {
		wrong = done = '';
		const body = wanted ?? { count: said?.count ?? 1, megabytes: said?.megabytes ?? null };
		await trying.follow(() =>
			take(
				api.POST('/api/v1/workers/{installation}/jobs', {
					params: { path: { installation: 0 } },
					body
				})
			)
		);
		wrong = trying.trouble || (trying.state?.state === 'failed' ? trying.state.message : '');
	}

	answerKeys({ makeChange: () => void keep() });
</script>

<Head title="This machine" subtitle={said?.machine ?? ''} />
{#if wrong}<Notice>{wrong}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if said}
	<main class="min-h-0 grow overflow-y-auto px-[22px] py-4">
		<section class="max-w-[760px]" aria-label="Workers">
			<h2 class="text-head font-semibold">Workers</h2>
			<p class="pb-2 text-sm text-ink2">
				Processes that read and make pictures, beside what is typed: small pictures, light copies,
				storing, headers. They give way to everything else.
			</p>
			{#if said.farm}
				<div class="border-y border-rule py-2" role="group" aria-label="Scheduler">
					<p>
						<span class="num font-semibold">{said.farm.address}</span>
						{said.farm.answers ? 'answers' : "doesn't answer"}: {counted(
							said.farm.workers,
							'worker'
						)}, {counted(said.farm.threads, 'piece')} at once,
						<span class="num">{said.farm.waiting}</span> sent and not back.
					</p>
					{#if said.farm.note}<p class="text-red">{said.farm.note}</p>{/if}
					<p class="text-sm text-ink2">{said.outside}</p>
				</div>
			{/if}
			<div class="flex flex-wrap items-end gap-x-6 gap-y-2">
				<label class="flex flex-col gap-1 text-xs text-ink2"
					>How many <input
						class="field num w-[calc(80px*var(--k))] text-ink"
						inputmode="numeric"
						value={count ?? said.count}
						aria-invalid={refused !== ''}
						oninput={(event) => (count = event.currentTarget.value)}
					/></label
				>
				<label class="flex flex-col gap-1 text-xs text-ink2"
					>MB each may use <input
						class="field num w-[calc(110px*var(--k))] text-ink"
						inputmode="numeric"
						placeholder="no limit"
						value={memory ?? said.megabytes ?? ''}
						aria-invalid={refused !== ''}
						oninput={(event) => (memory = event.currentTarget.value)}
					/></label
				>
				{#if typed}
					<button
						type="button"
						class="act"
						disabled={!wanted || refused !== ''}
						title={titled('Use this many', 'makeChange')}
						onclick={() => void keep()}>Use this many</button
					>
					<button type="button" class="act" onclick={() => (count = memory = null)}
						>Put it back</button
					>
				{/if}
			</div>
			{#if refused}<p class="pt-2 text-red" role="alert">{refused}</p>{/if}
			{#each said.findings as each (each.code)}
				<p class="pt-2 {each.severity === 'warn' ? 'text-red' : 'text-ink2'}">{each.words}</p>
			{:else}
				<p class="pt-2 text-ink2">The machine has room for as many.</p>
			{/each}
			<h3 class="pt-5 font-semibold">How fast they are</h3>
			<p class="text-sm text-ink2">
				Twelve pictures are blurred and shrunk by one worker, by as many as there are cores, and by
				as many as are set.
			</p>
			<p class="flex items-baseline gap-4 pt-2">
				{#if trying.busy}
					<span
						>{workWords(
							trying.state!,
							`${trying.state?.done} of ${trying.state?.total} pictures`
						)}</span
					>
					<button type="button" class="act" onclick={() => void trying.stop()}>Stop</button>
				{:else}
					<button type="button" class="act" disabled={unread} onclick={() => void test()}
						>Try it</button
					>
				{/if}
			</p>
			{#if trying.state?.results.length}
				<table class="mt-2">
					<tbody>
						{#each trying.state.results as each (each.count)}
							<tr class="border-t border-rule">
								<th class="num w-[90px] py-1 text-left font-normal"
									>{counted(each.count, 'worker')}</th
								>
								<td class="w-[320px]">
									<svg width="310" height="10" aria-hidden="true"
										><rect
											width={310 * (each.pictures / (fastest || 1))}
											height="10"
											fill="var(--ink)"
										/></svg
									>
								</td>
								<td class="num">{each.pictures.toFixed(1)} pictures a second</td>
							</tr>
						{/each}
					</tbody>
				</table>
			{/if}
		</section>
	</main>
{/if}
