<!-- The sheet: the ledger, the scale drawing and the frame rule of one shot. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { api, take } from '$lib/api/client';
	import Notice from '$lib/shell/Notice.svelte';
	import FrameRule from '$lib/frame-rule/FrameRule.svelte';
	import type { RangeKey } from '$lib/frame-rule/layout';
	import RowDrawing from '$lib/drawings/RowDrawing.svelte';
	import GuideToggles from '$lib/sheet/GuideToggles.svelte';
	import Provenance from '$lib/sheet/Provenance.svelte';
	import QuickLine from '$lib/sheet/QuickLine.svelte';
	import StartFrom from '$lib/sheet/StartFrom.svelte';
	import BriefPanel from '$lib/sheet/BriefPanel.svelte';
	import MarkList from '$lib/sheet/MarkList.svelte';
	import LedgerRow from '$lib/sheet/LedgerRow.svelte';
	import { SheetSession } from '$lib/sheet/session.svelte';
	import { collapsed } from '$lib/state/collapsed.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/state/keys.svelte';
	import { frameText, version } from '$lib/words';

	const LOOK_EVERY = 3000;

	const shot = openShot();
	let session = $state<SheetSession | null>(null);
	let trouble = $state('');
	let selected = $state('canvas');
	let briefing = $state(false);
	let starting = $state(false);
	let writing = $state<Record<string, boolean>>({});
	let ruler = $state<SVGSVGElement | null>(null);

	take(api.GET('/api/shots/{shot_id}', { params: { path: { shot_id: shot.id } } })).then(
		(page) => {
			session = new SheetSession(shot.id, page, (heard) => shot.hear(heard));
			shot.hear(page);
		},
		(error: Error) => (trouble = error.message)
	);

	// The verdict at the top follows what is typed, like everything else.
	$effect(() => {
		if (session) {
			shot.verdict = session.page.sheet.verdict;
			shot.state = session.page.sheet.state;
		}
	});

	$effect(() => {
		const mine = session;
		if (!mine) return;
		const look = () => void mine.look().catch((error: Error) => (mine.trouble = error.message));
		const timer = setInterval(look, LOOK_EVERY);
		window.addEventListener('focus', look);
		return () => {
			clearInterval(timer);
			window.removeEventListener('focus', look);
		};
	});

	// A row that is being worked on stays, also where it stops differing.
	const kept = $derived(session?.typed[selected] || writing[selected] ? selected : '');
	const rows = $derived(session?.page.sheet.groups.flatMap((group) => group.rows) ?? []);

	function nextDifference(): void {
		const from = rows.findIndex((row) => row.key === selected);
		const order = [...rows.slice(from + 1), ...rows.slice(0, from + 1)];
		const next = order.find((row) => row.state === 'differs');
		if (!next) return;
		document.querySelector<HTMLElement>(`[data-row="${next.key}"] :is(input, button)`)?.focus();
	}

	const formats = $derived(
		`/formats?shot=${shot.id}&code=${encodeURIComponent(session?.page.head.code ?? '')}`
	);

	answerKeys({
		undo: () => session?.page.head.undo && void session.step('undo'),
		redo: () => session?.page.head.redo && void session.step('redo'),
		nextDifference,
		use: () => {
			const offer = session?.row(selected)?.messages.find((said) => said.fix)?.fix;
			if (offer) void session?.save(offer.texts);
		},
		why: () => {
			if (session?.row(selected)?.state !== 'follows') writing[selected] = true;
		},
		lock: () => void session?.lock(!session.page.lock),
		brief: () => (briefing = true),
		choose: () => void goto(formats),
		startFrom: () => (starting = !starting),
		rule: () => ruler?.focus()
	});

	/** A range as the frame rule has it typed in one piece. */
	function typing(key: RangeKey): { text: string; note: string; wrong: boolean } {
		const row = session?.row(key);
		const typed = session?.typed[key]?.first;
		const parts = row?.fields.map((field) => field.text) ?? [];
		const text = typed !== undefined && !/^\d+$/.test(typed) ? typed : parts.join('-');
		const note = row?.problem?.message ?? (row?.understood ? `= ${row.understood}` : '');
		return { text, note, wrong: row?.problem != null };
	}

	function mark(frame: number): void {
		if (!session) return;
		const put = { frame: frameText(frame), kind: 'marker' as const, name: '' };
		void session.setMarks([...session.typedMarks, put]);
	}
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if session}
	{@const sheet = session.page.sheet}
	{#if session.clash}
		<Notice>
			<strong>{session.clash.message}</strong>
			{#each session.clash.changes as change, i (i)}
				<span
					>{change.label}
					{#if change.after}<span class="num">{change.before || '(empty)'} → {change.after}</span
						>{/if}</span
				>
			{/each}
			{#if session.unsaved}
				<span>What you typed still stands in its fields, not saved.</span>
				<button type="button" class="act" onclick={() => void session?.saveMine()}
					>Save mine as the newer version</button
				>
				<button type="button" class="act" onclick={() => session?.takeTheirs()}>Discard mine</button
				>
			{:else}
				<button type="button" class="act" onclick={() => session && (session.clash = null)}
					>Dismiss</button
				>
			{/if}
		</Notice>
	{/if}
	{#if session.trouble}
		<Notice>
			{session.trouble}
			<button type="button" class="act" onclick={() => session && (session.trouble = '')}
				>Dismiss</button
			>
		</Notice>
	{/if}
	<header class="hidden px-4 pb-2 print:block">
		<h1 class="num text-code font-semibold">{session.page.head.code}</h1>
		<p>
			{[session.page.head.title, session.page.head.subtitle].filter(Boolean).join(' · ')} — {sheet.verdict},
			{version(session.page.head.version)}
		</p>
	</header>
	<div class="flex min-h-0 grow flex-col tight:block tight:overflow-y-auto">
		<div class="flex min-h-0 grow tight:block">
			<main
				class="min-h-0 grow overflow-y-auto bg-sheet contain-content tight:overflow-x-auto"
				aria-label="Sheet"
			>
				<div
					class="sticky top-0 z-10 grid h-[32px] grid-cols-[22px_92px_minmax(84px,128px)_minmax(148px,190px)_minmax(200px,1fr)] items-center gap-x-2 border-b border-rule bg-sheet pr-4 pl-4 text-xs text-ink2"
				>
					<span></span><span>Setting</span><span class="text-blue">Edit asks</span><span
						>This shot</span
					>
					<span class="flex items-baseline justify-between gap-3 whitespace-nowrap">
						<span class="truncate">What it means</span>
						<span class="flex items-baseline gap-3" aria-live="polite">
							{#if session.saving}saving …{:else if session.unsaved}<span class="text-ink"
									>typed, not saved</span
								>{:else}saved as {version(session.page.head.version)}{/if}
							<button
								type="button"
								class="act"
								disabled={!session.page.head.undo}
								title={titled('Undo the last change', 'undo')}
								onclick={() => void session?.step('undo')}>Undo</button
							>
							<button
								type="button"
								class="act"
								disabled={!session.page.head.redo}
								title={titled('Redo what was undone', 'redo')}
								onclick={() => void session?.step('redo')}>Redo</button
							>
						</span>
					</span>
				</div>
				{#if starting}<StartFrom onclose={() => (starting = false)} />{/if}
				{#each sheet.groups as group (group.key)}
					{@const open = !collapsed.has(group.key)}
					{@const shown = group.rows.filter(
						(row) => open || row.state === 'differs' || row.problem || row.key === kept
					)}
					<section aria-labelledby="group-{group.key}" data-group={group.key}>
						<h2
							id="group-{group.key}"
							class="pt-[9px] pb-[3px] pl-4 text-head font-semibold [font-stretch:100%]"
						>
							<button
								type="button"
								class="flex min-h-[24px] items-baseline gap-3"
								aria-expanded={open}
								onclick={() => collapsed.turn(group.key)}
							>
								<svg width="18" height="10" viewBox="0 0 18 10" aria-hidden="true">
									<path d={open ? 'M4 2.5h10l-5 6z' : 'M6 0v10l6 -5z'} fill="var(--ink2)" />
								</svg>
								{group.title}
								<span class="text-xs font-normal text-ink2 [font-stretch:88%]"
									>{group.note}{#if !open && group.rows.length > shown.length}{group.note
											? ' · '
											: ''}{group.rows.length - shown.length} more {group.rows.length -
											shown.length ===
										1
											? 'row'
											: 'rows'}{/if}</span
								>
							</button>
						</h2>
						{#each shown as row (row.key)}
							<LedgerRow
								{row}
								{session}
								selected={selected === row.key}
								bind:writing={
									() => writing[row.key] ?? false, (value) => (writing[row.key] = value)
								}
								onselect={() => (selected = row.key)}
							/>
						{/each}
					</section>
				{/each}
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
					<a class="act" href="/api/shots/{shot.id}/sheet.pdf" target="_blank"
						>Print on one page, PDF</a
					>
					<span class="text-ink2"
						>Framing chart
						<a class="act text-ink" href="/api/shots/{shot.id}/framing.png" download>PNG</a>
						<a class="act text-ink" href="/api/shots/{shot.id}/framing.exr" download>EXR</a></span
					>
				</p>
				<p class="px-[46px] py-3 text-xs text-ink2">
					Colour names are those of {session.page.color_config}.
				</p>
			</main>
			<aside
				class="flex min-h-0 w-[404px] shrink-0 flex-col min-[1800px]:w-[620px] tight:w-full tight:border-t border-l border-rule bg-stock pt-[12px] max-[1100px]:w-[300px]"
				aria-label="Drawing"
			>
				<div class="min-h-0 grow overflow-y-auto contain-content tight:overflow-visible">
					<RowDrawing
						drawings={session.page.drawings}
						name={session.row(selected)?.drawing ?? 'canvas'}
					/>
					{#if selected === 'guides'}<GuideToggles {session} />{/if}
					<Provenance {session} {selected} />
					<BriefPanel {session} bind:writing={briefing} />
					<MarkList {session} />
				</div>
				<div
					class="max-h-[60%] shrink-0 overflow-y-auto border-t border-rule print:hidden tight:max-h-none"
				>
					<QuickLine {session} />
				</div>
			</aside>
		</div>
		<footer class="shrink-0 contain-content border-t border-ink bg-sheet">
			<FrameRule
				bind:element={ruler}
				rule={session.page.rule}
				busy={session.awaited > 0}
				{typing}
				onlook={(view) => session?.lookAt(view)}
				onend={(key, end, frame) => void session?.save({ [key]: { [end]: frameText(frame) } })}
				ontype={(key, end, frame) => session?.type(key, end, frameText(frame))}
				onwhole={(key, text) => session?.type(key, 'first', text)}
				oncommit={(key) => void session?.commit(key)}
				onleave={(key) => session?.leave(key)}
				onlock={() => void session?.lock(!session.page.lock)}
				onmark={mark}
			/>
		</footer>
	</div>
{/if}
