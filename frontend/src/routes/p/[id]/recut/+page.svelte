<!-- The recut: a later cut against the one before, shot by shot, before it is taken. -->
<script lang="ts">
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { recutQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import ChangesMade from '$lib/change/ChangesMade.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import RecutBars from '$lib/drawings/RecutBars.svelte';
	import { LongList } from '$lib/ui/long-list/long-list.svelte';
	import { counted, cutNumber } from '$lib/words';

	type Line = Schema<'RecutLine'>;
	type Only = Schema<'CutChange'> | 'all' | 'changed';

	const id = $derived(Number(page.params.id));

	let against = $state<number | null>(null);
	let only = $state<Only>('changed');
	let wrong = $state('');
	let done = $state('');

	const recut = createQuery(() => recutQuery(id, against));
	const said = $derived(recut.data);
	const trouble = $derived(wrong || (recut.error ? words(recut.error) : ''));

	async function act(work: () => Promise<void>): Promise<void> {
		wrong = '';
		try {
			await work();
			await client.invalidateQueries({ queryKey: ['production', id] });
			void client.invalidateQueries({ queryKey: ['shot'] });
		} catch (error) {
			wrong = words(error);
		}
	}

	const applyTo = (codes: string[] | null) =>
		act(async () => {
			done = '';
			const told = await take(
				api.POST('/api/v1/productions/{production_id}/recut/apply', {
					params: { path: { production_id: id } },
					body: { codes, against }
				})
			);
			const left = Object.entries(told.left).map(([code, why]) => `${code}: ${why}`);
			const made = told.made.length ? `, ${told.made.length} set up` : '';
			done =
				`${told.taken.length} taken${made}${left.length ? `; left as they are: ${left.join('; ')}` : ''}. ` +
				(told.batch === null ? '' : 'One undo takes them back, or each in its own sheet.');
		});

	const answer = (doubt: Schema<'UncertainMatch'>, same: boolean) =>
		act(async () => {
			await take(
				api.POST('/api/v1/productions/{production_id}/recut/answers', {
					params: { path: { production_id: id } },
					body: { code: doubt.code, former: doubt.former, same }
				})
			);
		});

	const unchanged = $derived(said?.counts.find((each) => each.change === 'unchanged')?.shots ?? 0);
	const filters = $derived(
		[
			{ only: 'changed' as Only, word: 'changed', shots: (said?.lines.length ?? 0) - unchanged },
			{ only: 'all' as Only, word: 'all', shots: said?.lines.length ?? 0 },
			...(said?.counts ?? []).map(({ change, word, shots }) => ({
				only: change as Only,
				word,
				shots
			}))
		].filter((each) => each.shots > 0)
	);
	const lines = $derived(
		said?.lines.filter(
			(line) =>
				only === 'all' || (only === 'changed' ? line.change !== 'unchanged' : line.change === only)
		) ?? []
	);
	const list = new LongList(() => lines);
	const longest = $derived(
		Math.max(
			1,
			...(said?.lines ?? []).map((line) => Math.max(line.before?.last ?? 0, line.after?.last ?? 0))
		)
	);
	const signed = (number: number) => (number > 0 ? `+${number}` : number < 0 ? `−${-number}` : '0');

	function gains(line: Line): string {
		if (line.change === 'slipped') return `${signed(-line.head)} in the source`;
		if (line.change === 'retimed') return line.speed;
		if (!line.head && !line.tail) return '';
		return `${signed(line.head)} head, ${signed(line.tail)} tail`;
	}
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if said}
	<main class="min-h-0 grow overflow-auto px-[22px] pt-4 pb-6">
		<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1 pb-2">
			<h2 class="text-head font-semibold">
				{cutNumber(said.after)} against
				{#each said.numbers as number (number)}
					<button
						type="button"
						class="toggle"
						aria-pressed={number === said.before}
						onclick={() => (against = number)}>{cutNumber(number).toLowerCase()}</button
					>
				{/each}
			</h2>
			<span class="num text-sm text-ink2">{said.frames_before} → {said.frames_after} frames</span>
			<span class="ml-auto flex gap-5">
				{#if said.to_ask}<span class="text-red">{counted(said.to_ask, 'frame')} to ask for</span
					>{/if}
				<button
					type="button"
					class="act"
					disabled={!said.to_take}
					onclick={() => void applyTo(null)}
					>{said.to_take
						? `Apply ${counted(said.to_take, 'change')}`
						: 'Nothing left to apply'}</button
				>
			</span>
		</div>
		{#if said.rates}<p class="pb-2 font-semibold text-red">{said.rates}</p>{/if}
		<p
			class="flex flex-wrap gap-x-1 pb-3 text-sm"
			role="group"
			aria-label="What became of the shots"
		>
			{#each filters as each (each.only)}
				<button
					type="button"
					class="toggle"
					aria-pressed={only === each.only}
					onclick={() => (only = each.only)}
					><span class="num">{each.shots}</span> {each.word}</button
				>
			{/each}
		</p>
		<table
			class="w-full border-t border-rule text-left [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal"
		>
			<thead class="h-[28px] text-xs text-ink2">
				<tr
					><th>Shot</th><th>What became of it</th><th>Edit in</th><th>Gained or lost</th><th
						>Source, before and after</th
					><th>Work range</th><th>To cover it</th><th><span class="sr-only">What to do</span></th
					></tr
				>
			</thead>
			<tbody>
				{#each list.shown as line (line.code + line.change)}
					<tr
						class="h-[40px] border-t border-rule hover:bg-raised"
						class:text-ink2={line.change === 'unchanged' || line.change === 'moved'}
						data-recut={line.code}
					>
						<td class="num font-semibold whitespace-nowrap">
							{#if line.shot_id !== null}<a class="hover:underline" href="/s/{line.shot_id}"
									>{line.code}</a
								>{:else}{line.code}{/if}
							{#if line.warning}<span
									class="block max-w-36 truncate font-words text-fine font-normal text-red"
									title={line.warning}>{line.warning}</span
								>{/if}
							{#if line.former_code}<span class="block text-fine font-normal text-ink2"
									>was {line.former_code}</span
								>{/if}
							{#if line.renamed_to}<span class="block text-fine font-normal text-ink2"
									>is {line.renamed_to} now</span
								>{/if}
						</td>
						<td class="leading-tight">
							<span class={line.change === 'gone' || line.change === 'new' ? 'font-semibold' : ''}
								>{line.word}</span
							>
							{#if line.moved && line.change !== 'new' && line.change !== 'gone'}<span
									class="num block text-fine text-ink2">{signed(line.moved)} in the edit</span
								>{/if}
							{#each line.notes as note (note)}<span class="block text-fine text-ink2">{note}</span
								>{/each}
						</td>
						<td class="num text-blue">{line.edit_in}</td>
						<td class="num leading-tight">
							{gains(line)}
							<span class="block text-fine text-ink2"
								>{line.length_before ?? '–'} → {line.length_after ?? '–'}</span
							>
						</td>
						<td><RecutBars before={line.before} after={line.after} {longest} /></td>
						<td class="num leading-tight">
							{#if line.work_before}
								{line.work_before}
								{#if line.takes && line.work_after !== line.work_before}<span
										class="block text-blue">→ {line.work_after}</span
									>{/if}
							{/if}
						</td>
						<td class="text-sm leading-tight {line.ask && line.takes ? 'text-red' : 'text-ink2'}"
							>{line.ask || (line.work_after ? 'covered' : '')}</td
						>
						<td class="text-right text-sm leading-tight">
							{#if line.uncertain}
								{@const doubt = line.uncertain}
								<span class="block"
									>Is it {doubt.former}? Both show
									<span class="num">{doubt.shared} of {doubt.of}</span>
									frames of {doubt.reel}.</span
								>
								<span class="flex flex-wrap justify-end gap-x-4">
									<button
										type="button"
										class="act min-h-[24px]"
										onclick={() => void answer(doubt, true)}>It is {doubt.former}</button
									>
									<button
										type="button"
										class="act min-h-[24px]"
										onclick={() => void answer(doubt, false)}>It is new</button
									>
								</span>
							{:else if line.locked_by && line.takes && !line.taken}
								<span class="text-ink2">locked by {line.locked_by}</span>
							{:else if line.taken}<span class="text-ink2">taken</span>
							{:else if line.takes}
								<button
									type="button"
									class="act"
									aria-label="Apply to {line.code}"
									onclick={() => void applyTo([line.code])}>Apply</button
								>
							{:else if line.change === 'new' && line.shot_id === null}
								<button
									type="button"
									class="act"
									aria-label="Set it up: {line.code}"
									onclick={() => void applyTo([line.code])}>Set it up</button
								>
							{:else if line.change === 'gone' && line.shot_id !== null}
								<span class="text-ink2">kept as it is</span>
							{/if}
						</td>
					</tr>
				{/each}
			</tbody>
		</table>
		{#if list.more}
			<p class="border-t border-rule py-2 text-ink2" {@attach list.end}>
				and {list.more} more shots
			</p>
		{/if}
		<ChangesMade
			production={id}
			ondone={(words) => (done = words)}
			onwrong={(words) => (wrong = words)}
		/>
	</main>
{/if}
