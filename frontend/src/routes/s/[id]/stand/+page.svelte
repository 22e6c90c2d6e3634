<!-- The stand: a shot staged in depth, from the side, with what that makes of its picture. -->
<script lang="ts">
	import { api, take, words } from '$lib/api/client';
	import { keyedFrames } from '$lib/stand/moments';
	import Panes from '$lib/layout/Panes.svelte';
	import Made from '$lib/made/Made.svelte';
	import MadeRule from '$lib/made/MadeRule.svelte';
	import WriteOut from '$lib/made/WriteOut.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import ClashNotice from '$lib/sheet/ClashNotice.svelte';
	import Ledger from '$lib/sheet/Ledger.svelte';
	import { SheetSession } from '$lib/sheet/session.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import Bench from '$lib/stand/Bench.svelte';
	import { answerKeys } from '$lib/keys/keys.svelte';

	const shot = openShot();
	const session = new SheetSession(shot.id);
	session.selected = 'distances';

	let writing = $state<Record<string, boolean>>({});
	let chosen = $state('');
	let keyed = $state(false);
	let seen = $state('');
	let wrong = $state('');
	let done = $state('');

	$effect(() => {
		if (session.stored) shot.say(session.page.sheet);
		return () => shot.say(null);
	});

	const drawing = $derived(session.stored ? session.drawings.stand : null);
	const cut = $derived(session.page?.rule.bands.find((each) => each.key === 'cut')?.runs[0]);
	const work = $derived(session.page?.rule.bands.find((each) => each.key === 'work')?.runs[0]);
	const frame = $derived(session.frame ?? cut?.first ?? session.page.rule.first);
	const staged = $derived(drawing !== null && drawing !== undefined && drawing.sheets.length > 0);
	const eyes = $derived((drawing?.sheets ?? []).some((each) => each.parallax));
	const ways = $derived(['', 'as drawn', ...(eyes ? ['left eye', 'right eye', 'both eyes'] : [])]);
	const marks = $derived(
		keyedFrames(
			['distances', 'focus', 'travel'].map(
				(key) =>
					session
						.row(key)
						?.fields.map((field) => field.text)
						.join(' ') ?? ''
			)
		)
	);

	// Only the newest place is asked for; what was let go meanwhile is kept when it has come.
	let wanted: { what: string; metres: number } | null = null;
	let placing: Promise<void> | null = null;

	async function place(): Promise<void> {
		while (wanted) {
			const { what, metres } = wanted;
			wanted = null;
			try {
				const { texts } = await take(
					api.POST('/api/v1/shots/{shot_id}/stand/put', {
						params: { path: { shot_id: shot.id } },
						body: { typed: session.typed, what, metres, frame, keyed }
					})
				);
				for (const [key, parts] of Object.entries(texts))
					for (const [part, text] of Object.entries(parts)) session.type(key, part, text);
				wrong = '';
			} catch (error) {
				wrong = words(error);
			}
		}
		placing = null;
	}

	function put(what: string, metres: number): void {
		wanted = { what, metres };
		placing ??= place();
	}

	const rowOf = (what: string) =>
		what === 'focus' ? 'focus' : what === 'converge' ? 'eyes' : 'distances';

	async function keep(what: string): Promise<void> {
		await placing;
		await session.commit(rowOf(what));
	}

	/** Begin with a lens that most know, and elements as far apart as they lie in the stack. */
	function begin(): void {
		session.type('camera', 'text', '50 mm on 36x24');
		void session.commit('camera');
	}

	function stage(name: string): void {
		put(`element:${name}`, 4);
		void keep(`element:${name}`);
	}

	answerKeys({
		undo: () => session.page.head.undo && void session.step('undo'),
		redo: () => session.page.head.redo && void session.step('redo')
	});
</script>

{#if session.stored}
	{#if session.clash}<ClashNotice {session} />{/if}
	{#if wrong || session.troubled}<Notice>{wrong || session.troubled}</Notice>{/if}
	{#if done}<Notice calm>{done}</Notice>{/if}
	<div class="flex min-h-0 grow flex-col tight:block tight:overflow-y-auto">
		<main class="flex min-h-0 grow tight:block" aria-label="Stand">
			<Panes pane="stand" label="The picture">
				<div class="min-h-0 min-w-0 grow overflow-y-auto bg-sheet">
					{#if drawing}
						<div class="flex flex-wrap items-baseline gap-x-4 gap-y-1 px-[22px] pt-3">
							<h2 class="text-head font-semibold">The stand, from the side</h2>
							<span class="num text-ink2">{drawing.corner}, frame {drawing.frame}</span>
							<label
								class="ml-auto flex min-h-[24px] items-center gap-1.5"
								title="What is put elsewhere is there on this frame, and moves from where it was"
								><input type="checkbox" class="accent-ink" bind:checked={keyed} />moves, keyed at
								the hairline</label
							>
						</div>
						<div class="px-[10px]">
							<Bench
								{drawing}
								selected={chosen}
								onselect={(what) => {
									chosen = what;
									session.selected = rowOf(what);
								}}
								onput={put}
								oncommit={(what) => void keep(what)}
							/>
						</div>
						{#if drawing.unplaced.length}
							<p class="flex flex-wrap items-baseline gap-x-3 gap-y-1 px-[22px] pb-2">
								<span class="text-ink2">No distance yet:</span>
								{#each drawing.unplaced as name (name)}
									<button type="button" class="act" onclick={() => stage(name)}
										>Put {name} on the stand</button
									>
								{/each}
							</p>
						{/if}
					{:else}
						<section class="px-[22px] pt-5 pb-4" aria-label="Nothing is staged">
							<h2 class="pb-1 text-head font-semibold">Nothing is staged in depth</h2>
							<p class="max-w-[60ch] pb-3 text-ink2">
								With a camera, elements stand at distances: what is out of focus, what hides what,
								and where two eyes see it are worked out and seen in the picture.
							</p>
							<button type="button" class="act" onclick={begin}
								>Begin with 50 mm on 36 × 24 mm</button
							>
						</section>
					{/if}
					<Ledger {session} bind:writing only={['stand']} />
				</div>
				{#snippet beside()}
					<aside
						class="min-h-0 min-w-0 grow overflow-y-auto border-l border-rule bg-stock px-[16px] py-3"
						aria-label="The picture"
					>
						<div class="flex flex-wrap pb-1" role="group" aria-label="Seen">
							{#each ways as way (way)}
								<button
									type="button"
									class="toggle"
									aria-pressed={seen === way}
									onclick={() => (seen = way)}>{way || 'as set'}</button
								>
							{/each}
						</div>
						<Made
							shot={shot.id}
							typed={session.typed}
							{frame}
							seen={ways.includes(seen) ? seen : ''}
							label="The stack at frame {frame}, {seen || 'as set'}"
							version={session.page.head.version}
							sound={session.sound}
							width={640}
						/>
						{#if staged}
							<WriteOut
								shot={shot.id}
								typed={session.typed}
								seen={ways.includes(seen) ? seen : ''}
								named={seen ? seen.split(' ')[0]! : 'staged'}
								range={work}
								onwrong={(why) => (wrong = why)}
								ondone={(what) => (done = what)}
							/>
						{/if}
						{#if staged && drawing}
							<table class="mt-3 w-full text-left text-sm">
								<caption class="sr-only">Elements on the stand</caption>
								<thead class="text-xs text-ink2">
									<tr
										><th class="font-normal">Back to front</th><th class="font-normal">Away</th><th
											class="font-normal">Softness</th
										></tr
									>
								</thead>
								<tbody>
									{#each [...drawing.sheets].sort((a, b) => a.place - b.place) as sheet (sheet.name)}
										<tr class="border-t border-rule align-top">
											<th class="py-1 pr-2 font-medium" scope="row">{sheet.name}</th>
											<td class="num py-1 pr-2">{sheet.at.toFixed(2)} m</td>
											<td class="py-1"
												><span class="num">{sheet.words}</span>
												<span class="block text-xs text-ink2">{sheet.figures.join(' · ')}</span>
												{#if sheet.parallax}<span
														class="block text-xs {sheet.comfortable ? 'text-ink2' : 'text-red'}"
														>two eyes: {sheet.parallax}</span
													>{/if}</td
											>
										</tr>
									{/each}
								</tbody>
							</table>
						{/if}
					</aside>
				{/snippet}
			</Panes>
		</main>
		<footer class="shrink-0 border-t border-ink bg-sheet">
			<MadeRule
				rule={session.page.rule}
				{frame}
				{marks}
				label="Frames of the stand"
				onframe={(at) => (session.frame = at)}
				onlook={(view) => session.lookAt(view)}
			/>
		</footer>
	</div>
{/if}
