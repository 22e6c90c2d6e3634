<!-- Finish: what drawn fills, lines and edges look like, how steady that is, and grain. -->
<script lang="ts">
	import BeforeAfter from '$lib/finish/BeforeAfter.svelte';
	import GrainPanel from '$lib/finish/GrainPanel.svelte';
	import Samples from '$lib/finish/Samples.svelte';
	import Steady from '$lib/finish/Steady.svelte';
	import { figuresOf, partOf, PLACES, withPart, type Place } from '$lib/finish/texts';
	import MadeRule from '$lib/made/MadeRule.svelte';
	import WriteOut from '$lib/made/WriteOut.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import ClashNotice from '$lib/sheet/ClashNotice.svelte';
	import Ledger from '$lib/sheet/Ledger.svelte';
	import { SheetSession } from '$lib/sheet/session.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys } from '$lib/keys/keys.svelte';

	const TEXTURES = ['wash', 'hatch', 'stipple', 'dry brush', 'linocut', 'woven paper', 'chalk'];

	const shot = openShot();
	const session = new SheetSession(shot.id);
	session.selected = 'finish';

	let writing = $state<Record<string, boolean>>({});
	let place = $state<Place>('fills');
	let wrong = $state('');
	let done = $state('');

	$effect(() => {
		if (session.stored) shot.say(session.page.sheet);
		return () => shot.say(null);
	});

	const cut = $derived(session.page?.rule.bands.find((each) => each.key === 'cut')?.runs[0]);
	const frame = $derived(
		session.frame ?? (cut ? Math.floor((cut.first + cut.last) / 2) : session.page.rule.first)
	);
	const work = $derived(session.page?.rule.bands.find((each) => each.key === 'work')?.runs[0]);
	const textOf = (key: string) => session.row(key)?.fields[0]?.text ?? '';
	const finish = $derived(textOf('finish'));
	const mine = $derived(figuresOf(partOf(finish, place)));
	const seed = $derived(Number(/seed (\d+)/.exec(finish)?.[1] ?? 1));
	const rate = $derived.by(() => {
		const [over = '24', under = '1'] = textOf('rate').split('/');
		const known = Number.parseFloat(over) / Number.parseFloat(under || '1');
		return Number.isFinite(known) && known > 0 ? known : 24;
	});

	function lay(part: string): void {
		session.selected = 'finish';
		session.type('finish', 'text', withPart(finish, place, part));
	}

	function choose(texture: string): void {
		const plain = texture === 'plain' || texture === 'left out';
		lay(plain ? texture : written({ ...mine, texture }));
		void session.commit('finish');
	}

	const written = (of: typeof mine) =>
		`${of.texture} ${of.strength} % at ${of.scale} px${of.held ? ' held' : ''}`;
	const textured = $derived(TEXTURES.includes(mine.texture));

	function turn(part: Partial<typeof mine>): void {
		if (textured) lay(written({ ...mine, ...part }));
	}

	function another(): void {
		const rest = finish
			.split(',')
			.map((each) => each.trim())
			.filter((each) => each && !each.startsWith('seed'));
		session.type('finish', 'text', [...rest, `seed ${seed + 1}`].join(', '));
		void session.commit('finish');
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
		<main
			class="grid min-h-0 grow grid-cols-[calc(690px*var(--k))_minmax(0,1fr)] max-[1180px]:block max-[1180px]:overflow-y-auto tight:block"
			aria-label="Finish"
		>
			<div class="min-h-0 overflow-y-auto border-r border-rule bg-sheet">
				<section class="px-[22px] pt-3 pb-3" aria-label="Samples of finishes">
					<div class="flex flex-wrap items-baseline gap-x-3 pb-2">
						<h2 class="text-head font-semibold">Samples</h2>
						<span class="flex" role="group" aria-label="Laid on">
							{#each PLACES as each (each)}
								<button
									type="button"
									class="toggle"
									aria-pressed={place === each}
									onclick={() => (place = each)}>{each}</button
								>
							{/each}
						</span>
						<button type="button" class="act ml-auto" disabled={!textured} onclick={another}
							>Another seed</button
						>
					</div>
					<Samples
						textures={TEXTURES}
						strength={mine.strength}
						scale={mine.scale}
						held={mine.held}
						{seed}
						chosen={mine.texture}
						onchoose={choose}
					/>
					<div class="flex flex-wrap items-center gap-x-5 gap-y-1 pt-2 text-sm text-ink2">
						<label class="flex min-h-[24px] items-center gap-2"
							>strength <input
								type="range"
								class="w-[120px] accent-ink"
								min="1"
								max="100"
								value={mine.strength}
								disabled={!textured}
								oninput={(event) => turn({ strength: Number(event.currentTarget.value) })}
								onchange={() => void session.commit('finish')}
							/><span class="num text-ink">{mine.strength} %</span></label
						>
						<label class="flex min-h-[24px] items-center gap-2"
							>scale <input
								type="range"
								class="w-[120px] accent-ink"
								min="2"
								max="160"
								value={mine.scale}
								disabled={!textured}
								oninput={(event) => turn({ scale: Number(event.currentTarget.value) })}
								onchange={() => void session.commit('finish')}
							/><span class="num text-ink">{mine.scale} px</span></label
						>
						<label
							class="flex min-h-[24px] items-center gap-1.5"
							title="The colour stays and the paint thins: what is behind shows through"
							><input
								type="checkbox"
								class="accent-ink"
								checked={mine.held}
								disabled={!textured}
								onchange={(event) => {
									turn({ held: event.currentTarget.checked });
									void session.commit('finish');
								}}
							/>colour held</label
						>
					</div>
				</section>
				<Ledger {session} bind:writing only={['finish']} />
			</div>
			<div class="min-h-0 overflow-y-auto bg-stock px-[16px] py-3">
				<BeforeAfter
					shot={shot.id}
					typed={session.typed}
					{frame}
					version={session.page.head.version}
					sound={session.sound}
				/>
				<WriteOut
					shot={shot.id}
					typed={session.typed}
					named="finished"
					range={work}
					onwrong={(why) => (wrong = why)}
					ondone={(what) => (done = what)}
				/>
				<div class="border-t border-rule pt-3">
					<h2 class="pb-1 text-head font-semibold">Steadiness</h2>
					<Steady
						shot={shot.id}
						typed={session.typed}
						{frame}
						{rate}
						onwrong={(why) => (wrong = why)}
					/>
				</div>
				<div class="mt-3 border-t border-rule pt-3">
					<h2 class="pb-1 text-head font-semibold">Grain</h2>
					<GrainPanel
						shot={shot.id}
						typed={session.typed}
						{rate}
						there={!['', 'none'].includes(textOf('grain').trim())}
						onuse={(text) => {
							session.type('grain', 'text', text);
							void session.commit('grain');
						}}
						onwrong={(why) => (wrong = why)}
					/>
				</div>
			</div>
		</main>
		<footer class="shrink-0 border-t border-ink bg-sheet">
			<MadeRule
				rule={session.page.rule}
				{frame}
				label="Frames of the finish"
				onframe={(at) => (session.frame = at)}
				onlook={(view) => session.lookAt(view)}
			/>
		</footer>
	</div>
{/if}
