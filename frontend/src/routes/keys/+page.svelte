<!-- Every key: looked up by words or by pressing it, changed, and printed on one sheet. -->
<script lang="ts">
	import { chordOf } from '$lib/keys/chords';
	import { drawnKey } from '$lib/keys/keyboard';
	import Keyboard from '$lib/keys/Keyboard.svelte';
	import KeyEditor from '$lib/keys/KeyEditor.svelte';
	import KeyField from '$lib/keys/KeyField.svelte';
	import { keys } from '$lib/keys/keys.svelte';
	import { KeysSession } from '$lib/keys/keys-page.svelte';
	import { me } from '$lib/people/me.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { opened } from '$lib/state/focus';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import { counted } from '$lib/words';

	const session = new KeysSession();

	let words = $state('');
	/** A key that is looked for; what is pressed next while `hearing`. */
	let sought = $state('');
	let hearing = $state(false);
	let changing = $state('');
	let naming = $state(false);
	let name = $state('');

	const lines = $derived(session.page?.lines ?? []);
	const chosen = $derived(session.page?.sets.find((each) => each.name === session.page?.chosen));
	const found = $derived(
		lines.filter((line) => {
			if (sought && !line.keys.some((key) => on(key, sought))) return false;
			const text = `${line.keys.join(' ')} ${line.does} ${line.where}`.toLowerCase();
			return words
				.toLowerCase()
				.split(/\s+/)
				.every((word) => text.includes(word));
		})
	);
	const places = $derived([...new Set(found.map((each) => each.where))]);
	const troubled = $derived(
		lines.filter((each) => each.findings.some((finding) => finding.differs))
	);
	const without = $derived(lines.filter((each) => each.keys.length === 0));

	/** Whether a chord is the key that is looked for, or is on it where a drawn key was chosen. */
	function on(chord: string, looked: string): boolean {
		if (!looked.startsWith('on ')) return chord === looked || chord.startsWith(`${looked} `);
		return chord.split(' ').some((press) => drawnKey(press) === looked.slice(3));
	}

	/** While a key is listened for, it is looked up and does nothing else. */
	function hear(event: KeyboardEvent): void {
		if (!hearing) return;
		const chord = chordOf(event);
		if (!chord) return;
		event.preventDefault();
		event.stopPropagation();
		hearing = false;
		if (chord !== 'Esc') sought = chord;
	}

	async function make(): Promise<void> {
		await session.make(name);
		if (!session.wrong && !session.trouble) naming = false;
	}
</script>

<svelte:window onkeydowncapture={hear} />
<Head title="Keys" subtitle="Single keys wait while a field has the focus">
	{#snippet verdict()}
		{#if session.undo}
			<button
				type="button"
				class="act"
				title="{session.undo.does}: {session.undo.before.join(', ') || 'no key'} again"
				onclick={() => void session.takeBack()}>Undo</button
			>
		{/if}
		<button type="button" class="act" onclick={() => window.print()}>Print this page</button>
	{/snippet}
</Head>
{#if session.trouble}<Notice>{session.trouble}</Notice>{/if}
{#if session.wrong && !changing && !naming}<Notice>{session.wrong.detail}</Notice>{/if}
<main class="min-h-0 grow overflow-y-auto px-[22px] py-4 print:p-0">
	<div class="flex flex-wrap items-start gap-x-8 gap-y-3 print:hidden">
		<div class="w-[400px] max-w-full">
			<div class="flex items-end gap-3">
				<div class="flex flex-col gap-1 text-xs text-ink2">
					Key set
					{#if session.page}
						<span class="text-base text-ink">
							<Choice
								label="Key set"
								value={session.page.chosen}
								options={session.page.sets.map((each) => each.name)}
								onchoose={(name) => void session.choose(name)}
							/>
						</span>
					{/if}
				</div>
				{#if me.person && session.page}
					<button
						type="button"
						class="act pb-1"
						aria-expanded={naming}
						onclick={() => {
							naming = !naming;
							name = `${me.person?.name}’s keys`;
						}}>Make my own from it</button
					>
				{/if}
				{#if session.own}
					<button type="button" class="act pb-1" onclick={() => void session.remove()}
						>Remove it</button
					>
				{/if}
			</div>
			<p class="pt-1 text-sm text-ink2">
				{chosen?.about}
				{session.own ? 'Choose a key below to set another.' : ''}
			</p>
			{#if naming}
				<div class="pt-2" {@attach opened}>
					<label class="flex flex-col gap-1 text-xs text-ink2"
						>Its name <input
							class="field w-64 text-base text-ink"
							data-first
							bind:value={name}
							aria-invalid={session.wrong !== null}
							onkeydown={(event) => {
								if (event.key === 'Enter') void make();
								if (event.key === 'Escape') naming = false;
							}}
						/></label
					>
					{#if session.wrong}
						<p role="alert" class="pt-1 text-red">
							{session.wrong.detail}
							{#if session.wrong.nearest}
								<button
									type="button"
									class="act text-ink"
									onclick={() => {
										name = session.wrong?.nearest ?? name;
										session.wrong = null;
									}}>Use {session.wrong.nearest}</button
								>
							{/if}
						</p>
					{/if}
					<button type="button" class="act mt-2 font-semibold" onclick={() => void make()}
						>Make it</button
					>
				</div>
			{/if}
			<label class="mt-3 flex w-fit items-center gap-2 text-sm">
				<input
					type="checkbox"
					class="h-[18px] w-[18px] accent-ink"
					checked={keys.single}
					onchange={(event) => keys.setSingle(event.currentTarget.checked)}
				/>
				Single keys act; without them those with Alt or Ctrl still do
			</label>
			{#if troubled.length || without.length}
				<p class="pt-3 text-sm {troubled.length ? 'text-red' : 'text-ink2'}">
					{[
						troubled.length
							? `${counted(troubled.length, 'action')} with a key that is in doubt`
							: '',
						without.length ? `${counted(without.length, 'action')} without a key` : ''
					]
						.filter(Boolean)
						.join('; ')}.
				</p>
			{/if}
			<div class="flex items-end gap-3 pt-4">
				<label class="flex w-56 flex-col gap-1 text-xs text-ink2"
					>Find by words <input
						class="field text-base text-ink"
						bind:value={words}
						placeholder="undo, cut, hairline …"
					/></label
				>
				<button
					type="button"
					class="act pb-1"
					aria-pressed={hearing}
					onclick={() => {
						hearing = !hearing;
						sought = '';
					}}>{hearing ? 'Press the key now …' : 'Find by pressing it'}</button
				>
			</div>
			{#if sought}
				<p class="pt-2 text-sm" role="status">
					{sought.startsWith('on ') ? `On ${sought.slice(3).toUpperCase()}` : sought}:
					{found.length ? counted(found.length, 'action') : 'nothing does that'}
					<button type="button" class="act" onclick={() => (sought = '')}>Show all</button>
				</p>
			{/if}
		</div>
		<div class="w-[640px] max-w-full">
			<Keyboard {lines} {sought} onseek={(key) => (sought = `on ${key}`)} />
		</div>
	</div>
	<h1 class="hidden print:block">{session.page?.chosen}</h1>
	<div
		class="columns-[320px] gap-x-10 pt-3 print:columns-3 print:gap-x-6 print:pt-1 print:text-[8.5px]"
	>
		{#each places as place (place)}
			<section class="break-inside-avoid pb-4 print:pb-1">
				<h2 class="pb-1 text-head font-semibold print:pb-0 print:text-[10px]">{place}</h2>
				<dl>
					{#each found.filter((each) => each.where === place) as line (line.name)}
						<div
							class="grid grid-cols-[110px_1fr] border-t border-rule py-1 print:grid-cols-[70px_1fr] print:py-0"
						>
							<dt>
								<KeyField
									{line}
									own={session.own}
									open={changing === line.name}
									onopen={() => {
										session.wrong = null;
										changing = changing === line.name ? '' : line.name;
									}}
								/>
							</dt>
							<dd>
								{line.does}
								{#each line.findings as finding (finding.text)}
									<span
										class="block text-sm print:hidden {finding.differs ? 'text-red' : 'text-ink2'}"
										>{finding.text}</span
									>
								{/each}
								{#if changing === line.name && session.own}
									<KeyEditor {line} {session} onclose={() => (changing = '')} />
								{/if}
							</dd>
						</div>
					{/each}
				</dl>
			</section>
		{:else}
			{#if session.page}<p class="text-ink2">No key does that.</p>{/if}
		{/each}
	</div>
</main>
