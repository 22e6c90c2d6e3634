<!-- The sheet: the ledger, the scale drawing and the frame rule of one shot. -->
<script lang="ts">
	import { tick, untrack } from 'svelte';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { API, type Schema } from '$lib/api/client';
	import Notice from '$lib/shell/Notice.svelte';
	import FrameRule from '$lib/frame-rule/FrameRule.svelte';
	import { RANGES, type End, type RangeKey } from '$lib/frame-rule/layout';
	import FoldedRule from '$lib/layout/FoldedRule.svelte';
	import { layouts } from '$lib/layout/layouts.svelte';
	import OutThere from '$lib/layout/OutThere.svelte';
	import Panes from '$lib/layout/Panes.svelte';
	import PaneTools from '$lib/layout/PaneTools.svelte';
	import type { DrawingShown, RuleShown } from '$lib/layout/shown';
	import { windows } from '$lib/layout/windows.svelte';
	import ColourElements from '$lib/sheet/ColourElements.svelte';
	import RowDrawing from '$lib/drawings/RowDrawing.svelte';
	import BriefPanel from '$lib/sheet/BriefPanel.svelte';
	import ClashNotice from '$lib/sheet/ClashNotice.svelte';
	import GuideToggles from '$lib/sheet/GuideToggles.svelte';
	import Ledger from '$lib/sheet/Ledger.svelte';
	import MarkList from '$lib/sheet/MarkList.svelte';
	import Provenance from '$lib/sheet/Provenance.svelte';
	import QuickLine from '$lib/sheet/QuickLine.svelte';
	import StartFrom from '$lib/sheet/StartFrom.svelte';
	import { SheetSession } from '$lib/sheet/session.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerTurns } from '$lib/devices/surface.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { collapsed } from '$lib/state/collapsed.svelte';
	import { frameText, version } from '$lib/words';

	const shot = openShot();
	const session = new SheetSession(shot.id);

	let briefing = $state(false);
	let starting = $state(false);
	let writing = $state<Record<string, boolean>>({});
	let ruler = $state<SVGSVGElement | null>(null);

	// Others see the row that is worked on.
	$effect(() => {
		shot.setting = session.selected;
		return () => (shot.setting = '');
	});

	// The verdict at the top follows what is typed, like everything else.
	$effect(() => {
		if (session.stored) shot.say(session.page.sheet);
		return () => shot.say(null);
	});

	// A setting that was found elsewhere is gone to, out of a folded group too.
	$effect(() => {
		const wanted = page.url.hash.slice(1);
		if (wanted && session.stored) untrack(() => void showRow(wanted));
	});

	async function showRow(key: string): Promise<void> {
		const group = session.groups.find((each) => each.rows.some((row) => row.key === key));
		if (!group) return;
		if (collapsed.has(group.key, group.unused)) collapsed.turn(group.key, group.unused);
		await tick();
		const field = document.querySelector<HTMLElement>(`[data-row="${key}"] :is(input, button)`);
		field?.focus();
		field?.scrollIntoView({ block: 'center' });
	}

	function nextDifference(): void {
		const rows = session.groups.flatMap((group) => group.rows);
		const from = rows.findIndex((row) => row.key === session.selected);
		const order = [...rows.slice(from + 1), ...rows.slice(0, from + 1)];
		const next = order.find((row) => row.state === 'differs');
		if (!next) return;
		document.querySelector<HTMLElement>(`[data-row="${next.key}"] :is(input, button)`)?.focus();
	}

	const formats = $derived(
		`/formats?shot=${shot.id}&code=${encodeURIComponent(shot.head?.code ?? '')}`
	);
	const mine = $derived(session.stored ? session.row(session.selected) : undefined);

	const drawn = $derived(mine?.drawing ?? 'canvas');

	/** Turn the first whole number of the selected row. */
	function turnValue(steps: number): void {
		const field = mine?.fields.find((each) => /^-?\d+$/.test(each.text.trim()));
		if (field) session.type(session.selected, field.part, String(Number(field.text) + steps));
	}

	answerTurns({ value: turnValue });
	answerKeys({
		undo: () => session.page.head.undo && void session.step('undo'),
		redo: () => session.page.head.redo && void session.step('redo'),
		nextDifference,
		use: () => {
			const fix = mine?.messages.find((said) => said.fix)?.fix;
			if (fix) void session.save(fix.texts);
		},
		why: () => {
			if (mine?.state !== 'follows') writing[session.selected] = true;
		},
		lock: () => void session.lock(!session.page.lock),
		brief: () => (briefing = true),
		choose: () => void goto(formats),
		startFrom: () => (starting = !starting),
		rule: () => ruler?.focus(),
		foldBelow: () => layouts.turn('sheet rule'),
		ownWindow: () => windows.open('drawing')
	});

	/** A range as the frame rule has it typed in one piece. */
	function typing(key: RangeKey): { text: string; note: string; wrong: boolean } {
		const row = session.row(key);
		const typed = session.typed[key]?.first;
		const parts = row?.fields.map((field) => field.text) ?? [];
		const text = typed !== undefined && !/^\d+$/.test(typed) ? typed : parts.join('-');
		const note = row?.problem?.message ?? (row?.understood ? `= ${row.understood}` : '');
		return { text, note, wrong: row?.problem != null };
	}

	/** What is done with the frame rule, here or in a window of its own. */
	const ruling = {
		onlook: (view: Schema<'FrameRange'> | null) => session.lookAt(view),
		onend: (key: RangeKey, end: End, frame: number) =>
			void session.save({ [key]: { [end]: frameText(frame) } }),
		ontype: (key: RangeKey, end: End, frame: number) => session.type(key, end, frameText(frame)),
		onwhole: (key: RangeKey, text: string) => session.type(key, 'first', text),
		oncommit: (key: RangeKey) => void session.commit(key),
		onleave: (key: RangeKey) => session.leave(key),
		onlock: () => void session.lock(!session.page.lock),
		onmark: (frame: number) => {
			const put = { frame: frameText(frame), kind: 'marker' as const, name: '' };
			void session.setMarks([...session.typedMarks, put]);
		}
	};

	$effect(() => windows.answer('rule', ruling));
	$effect(() => {
		if (!session.stored || !windows.has('drawing')) return;
		windows.show('drawing', {
			shot: shot.id,
			drawings: $state.snapshot(session.drawings),
			name: drawn
		} satisfies DrawingShown);
	});
	$effect(() => {
		if (!session.stored || !windows.has('rule')) return;
		windows.show('rule', {
			shot: shot.id,
			rule: $state.snapshot(session.page.rule),
			busy: session.awaited,
			typing: Object.fromEntries(
				Object.values(RANGES).map((key) => [key, typing(key)])
			) as RuleShown['typing']
		} satisfies RuleShown);
	});
</script>

{#if session.stored}
	{#if session.clash}<ClashNotice {session} />{/if}
	{#if session.troubled}
		<Notice>
			{session.troubled}
			<button type="button" class="act" onclick={() => (session.trouble = '')}>Dismiss</button>
		</Notice>
	{/if}
	<header class="hidden px-4 pb-2 print:block">
		<h1 class="num text-code font-semibold">{session.page.head.code}</h1>
		<p>
			{[session.page.head.title, session.page.head.subtitle].filter(Boolean).join(' · ')} — {session
				.page.sheet.verdict},
			{version(session.page.head.version)}
		</p>
	</header>
	<div class="flex min-h-0 grow flex-col tight:block tight:overflow-y-auto">
		<div class="flex min-h-0 grow tight:block">
			<Panes pane="sheet" label="Drawing">
				<main
					class="min-h-0 min-w-0 grow overflow-auto bg-sheet contain-content"
					aria-label="Sheet"
				>
					<Ledger {session} bind:writing>
						{#if starting}<StartFrom onclose={() => (starting = false)} />{/if}
					</Ledger>
					<p
						class="flex flex-wrap items-baseline gap-x-5 gap-y-1 px-[46px] pt-3 text-sm print:hidden [&>*]:min-h-[24px]"
					>
						<a class="act" href={formats} title={titled('Choose a format', 'choose')}
							>Choose a format …</a
						>
						<button
							type="button"
							class="act"
							title={titled('From another shot or a file', 'startFrom')}
							onclick={() => (starting = true)}>Take values from another shot or a file …</button
						>
						<a class="act" href="/house?shot={shot.id}">Keep as the house setup …</a>
						<a class="act" href="{API}/shots/{shot.id}/sheet.pdf" target="_blank"
							>Print on one page, PDF</a
						>
						<span class="text-ink2"
							>Framing chart
							<a class="act text-ink" href="{API}/shots/{shot.id}/framing.png" download>PNG</a>
							<a class="act text-ink" href="{API}/shots/{shot.id}/framing.exr" download>EXR</a
							></span
						>
					</p>
					<p class="px-[46px] py-3 text-xs text-ink2">
						Colour names are those of {session.page.color_config}.
					</p>
				</main>
				{#snippet beside()}
					<aside
						class="flex min-h-0 min-w-0 grow flex-col border-l border-rule bg-stock tight:border-t"
						aria-label="Drawing"
					>
						<div
							class="flex shrink-0 justify-end px-[18px] text-xs text-ink2 print:hidden tight:hidden"
						>
							<PaneTools
								part="sheet side"
								kind={windows.has('drawing') ? undefined : 'drawing'}
								label="the drawing"
								action="foldBeside"
							/>
						</div>
						<div class="min-h-0 grow overflow-y-auto contain-content tight:overflow-visible">
							{#if windows.has('drawing')}<OutThere kind="drawing" />
							{:else}<RowDrawing drawings={session.drawings} name={drawn} />{/if}
							{#if mine?.drawing === 'wedge'}
								<ColourElements shot={shot.id} typed={session.typed} />
							{/if}
							{#if session.selected === 'guides'}<GuideToggles {session} />{/if}
							<Provenance {session} selected={session.selected} />
							<BriefPanel {session} bind:writing={briefing} />
							<MarkList {session} />
						</div>
						<div
							class="max-h-[60%] shrink-0 overflow-y-auto border-t border-rule print:hidden tight:max-h-none"
						>
							<QuickLine {session} />
						</div>
					</aside>
				{/snippet}
			</Panes>
		</div>
		<footer class="shrink-0 contain-content border-t border-ink bg-sheet">
			{#if windows.has('rule')}<OutThere kind="rule" />
			{:else if layouts.folded('sheet rule')}
				<FoldedRule part="sheet rule" />
			{:else}
				<FrameRule
					bind:element={ruler}
					rule={session.page.rule}
					busy={session.awaited}
					{typing}
					{...ruling}
				>
					{#snippet tools()}
						<PaneTools part="sheet rule" kind="rule" label="the frame rule" action="foldBelow" />
					{/snippet}
				</FrameRule>
			{/if}
		</footer>
	</div>
{/if}
