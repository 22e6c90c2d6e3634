<!-- A change of rate, range or count under work that has begun: seen before it is made. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { heard, timeChangeQuery } from '$lib/api/shot-queries';
	import Notice from '$lib/shell/Notice.svelte';
	import { FormatSession } from '$lib/sheet/format.svelte';
	import Fields from '$lib/sheet/Fields.svelte';
	import Trouble from '$lib/sheet/Trouble.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { typedTexts } from '$lib/state/typed.svelte';
	import { UsualChoice } from '$lib/state/usual.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';

	const KEEPS = [
		['numbers', 'the numbers'],
		['timing', 'the timing']
	] as const;

	const shot = openShot();
	const scope = `time:${shot.id}`;

	const keep = new UsualChoice<Schema<'RetimeMode'>>('keeping', ['numbers', 'timing'], 'timing');
	let wrong = $state('');

	// What another page asked to change.
	const rate = page.url.searchParams.get('rate');
	if (rate) typedTexts.set(scope, { ...typedTexts.of(scope), rate: { rate } });

	const session = new FormatSession<Schema<'TimeChangePage'>>(
		() => scope,
		(typed) => timeChangeQuery(shot.id, typed, keep.current)
	);
	const said = $derived(session.previewed);
	const impact = $derived(said?.impact ?? null);
	const trouble = $derived(wrong || session.trouble);

	async function make(): Promise<void> {
		if (!said || !impact || !session.sound) return;
		const typed = session.typed;
		try {
			const made = await take(
				api.POST('/api/v1/shots/{shot_id}/time-change', {
					params: { path: { shot_id: shot.id } },
					body: { typed, keep: keep.current, base: said.version }
				})
			);
			heard(shot.id, made);
			session.leave();
			// What was typed on the sheet and is made now isn't typed there any more.
			typedTexts.leave(`shot:${shot.id}`, Object.keys(typed));
			await goto(`/s/${shot.id}`);
		} catch (error) {
			wrong = words(error);
		}
	}

	answerKeys({ makeChange: () => void make() });
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if said}
	<main
		class="grid min-h-0 grow grid-cols-[minmax(380px,440px)_minmax(0,1fr)] tight:block tight:overflow-y-auto"
	>
		<section
			class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
			aria-label="The change"
		>
			<h2 class="pb-1 text-head font-semibold">Change the time of this shot</h2>
			<p class="pb-2 text-sm text-ink2">
				Nothing changes until you apply it. Fields take 24p, 1001+100, +8, 4s, 6+12ft, 12x2 and
				timecode.
			</p>
			{#each session.rows as row (row.key)}
				<div
					class="grid grid-cols-[104px_minmax(0,1fr)] items-center gap-x-2 border-t border-rule/60 py-1.5"
					role="group"
					aria-label={row.label}
					data-hint-setting={row.key}
					data-hint-name={row.label}
					data-hint={row.help}
				>
					<span class="font-medium">{row.label}</span>
					<div>
						<Fields
							{row}
							ontype={(part, text) => session.type(row.key, part, text)}
							oncommit={() => undefined}
							onleave={() => session.leave(row.key)}
						/>
						{#if row.problem}<p class="text-sm">
								<Trouble
									key={row.key}
									problem={row.problem}
									fields={row.fields}
									onuse={(texts) => session.use(row.key, texts)}
								/>
							</p>
						{:else if row.understood}<p class="num text-xs">= {row.understood}</p>{/if}
					</div>
				</div>
			{/each}
			<fieldset class="border-t border-rule/60 py-2">
				<legend class="sr-only">What is kept when the rate changes</legend>
				<span class="pr-3 font-medium">Keep</span>
				{#each KEEPS as [each, word] (each)}
					<label class="pr-4">
						<input
							type="radio"
							name="keep"
							class="accent-ink"
							value={each}
							bind:group={keep.current}
						/>
						{word}
					</label>
				{/each}
				<p class="pt-1 text-xs text-ink2">
					{keep.current === 'numbers'
						? 'Every key stays at its frame; what is drawn plays faster or slower.'
						: 'Every key stays at its moment; its frame number changes.'}
				</p>
			</fieldset>
			{#if said.problem}<p role="alert" class="text-red">{said.problem}</p>{/if}
		</section>
		<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="What it does">
			<h2 class="pb-2 text-head font-semibold">What it does</h2>
			{#if !impact}
				<p class="text-ink2">
					Type another rate, range or count: every range, key and marker of the shot stands here
					before and after.
				</p>
			{:else}
				<p class="pb-2">{impact.sentence}</p>
				<p class="flex gap-5 pb-3">
					<button
						type="button"
						class="act"
						disabled={!session.sound}
						title={titled('Apply this change', 'makeChange')}
						onclick={() => void make()}>Apply this change</button
					>
					<button type="button" class="act" onclick={() => session.leave()}>Cancel</button>
				</p>
				<p class="flex flex-wrap gap-x-6 pb-3 text-sm">
					<span class={impact.outside ? 'font-semibold text-red' : 'text-ink2'}
						>{impact.outside} outside the work range</span
					>
					<span class={impact.merging ? 'font-semibold text-red' : 'text-ink2'}
						>{impact.merging} land on one frame</span
					>
					<span class="text-ink2"
						>largest shift: <span class="num">{impact.largest_shift}</span></span
					>
				</p>
				<div class="grid grid-cols-[minmax(0,2fr)_minmax(0,3fr)] gap-6 max-[1100px]:grid-cols-1">
					<table class="num w-full self-start text-right text-figures [&_td]:py-1 [&_th]:py-1">
						<caption class="pb-1 text-left font-words text-base font-semibold">Length</caption>
						<thead class="text-xs text-ink2"
							><tr
								><th></th><th class="font-normal">before</th><th class="font-normal">after</th></tr
							></thead
						>
						<tbody>
							{#each impact.lengths as line (line.count)}
								<tr class="border-t border-rule">
									<th class="text-left font-words font-normal">{line.count}</th>
									<td class="text-ink2">{line.before}</td>
									<td class={line.before !== line.after ? 'font-semibold' : ''}>{line.after}</td>
								</tr>
							{/each}
						</tbody>
					</table>
					<table class="num w-full self-start text-right text-figures [&_td]:py-1 [&_th]:py-1">
						<caption class="pb-1 text-left font-words text-base font-semibold"
							>Ranges, keys and markers</caption
						>
						<thead class="text-xs text-ink2"
							><tr
								><th></th><th class="font-normal">before</th><th class="font-normal">after</th><th
								></th></tr
							></thead
						>
						<tbody>
							{#each impact.lines as line, i (i)}
								<tr class="border-t border-rule">
									<th class="text-left font-words font-normal"
										>{line.kind === 'range' ? line.name : `${line.kind} ${line.name}`}</th
									>
									<td class="whitespace-nowrap text-ink2">{line.before}</td>
									<td
										class="pl-3 whitespace-nowrap {line.before !== line.after
											? 'font-semibold'
											: ''}">{line.after}</td
									>
									<td
										class="pl-2 text-left font-words text-xs {line.notes.some(
											(note) => note.code !== 'rounded'
										)
											? 'text-red'
											: 'text-ink2'}">{line.notes.map((note) => note.text).join(', ')}</td
									>
								</tr>
							{/each}
							{#if impact.more}<tr class="border-t border-rule"
									><td colspan="4" class="font-words text-ink2">and {impact.more} more</td></tr
								>{/if}
						</tbody>
					</table>
				</div>
				{#if said.changes.length}
					<h3 class="pt-4 pb-1 font-semibold">As one new version, which one undo takes back</h3>
					{#each said.changes as change, i (i)}
						<p class="border-t border-rule py-1 text-sm">
							{change.label}
							<span class="num">{change.before || '(empty)'} → {change.after}</span>
						</p>
					{/each}
				{/if}
			{/if}
		</section>
	</main>
{/if}
