<!-- One line that finds anything: shots, productions, settings, formats, and what keys do. -->
<script lang="ts">
	import { PARTS } from '$lib/hints/words';
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { canPress, keyOf, press, type KeyName } from '$lib/keys/keys.svelte';
	import { address, spines } from '$lib/state/spines.svelte';

	let { onclose }: { onclose: () => void } = $props();

	type Found = Schema<'FoundLine'>;

	const id = $props.id();
	const before = document.activeElement;
	let text = $state('');
	let found = $state.raw<readonly Found[]>([]);
	let at = $state(0);
	let trouble = $state('');
	/** What was last answered for. */
	let answered = $state('');
	let asked: AbortController | null = null;

	const spine = $derived(spines.at(page.url.pathname));
	/** What is open, until something is typed. */
	const open = $derived(
		spines.all.map((each): Found => ({
			kind: each.kind,
			label: each.label,
			about: 'open',
			address: address(each),
			action: ''
		}))
	);
	// What can't be done here isn't offered.
	const shown = $derived(
		text.trim()
			? found.filter((each) => each.kind !== 'action' || canPress(each.action as KeyName))
			: open
	);

	async function look(): Promise<void> {
		asked?.abort();
		if (!text.trim()) return;
		asked = new AbortController();
		const query = {
			text,
			shot: spine?.kind === 'shot' ? spine.id : undefined,
			production: spine?.kind === 'production' ? spine.id : undefined
		};
		try {
			found = await take(api.GET('/api/v1/find', { params: { query }, signal: asked.signal }));
			answered = query.text;
			at = 0;
			trouble = '';
		} catch (error) {
			if (error instanceof DOMException) return;
			trouble = words(error);
		}
	}

	/** The focus goes back to where it was: to a field, or to a drawing. */
	function leave(): void {
		onclose();
		if (before instanceof HTMLElement || before instanceof SVGElement) before.focus();
	}

	async function go(to: Found | undefined): Promise<void> {
		if (!to) return;
		if (to.kind === 'action') {
			leave();
			press(to.action as KeyName);
		} else {
			onclose();
			await goto(to.address);
		}
	}

	function onkeydown(event: KeyboardEvent): void {
		const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
		if (step && shown.length) at = (at + step + shown.length) % shown.length;
		else if (event.key === 'Enter') void go(shown[at]);
		else if (event.key === 'Escape') leave();
		else return;
		event.preventDefault();
		event.stopPropagation();
	}

	/** The option in hand stays in view. */
	function inView(node: HTMLElement): void {
		node.scrollIntoView({ block: 'nearest' });
	}
</script>

<search
	class="absolute inset-x-0 top-0 z-20 border-b-2 border-ink bg-raised shadow-[0_6px_14px_rgb(0_0_0/0.16)]"
	onfocusout={(event) => {
		const to = event.relatedTarget;
		if (!(to instanceof Node) || !event.currentTarget.contains(to)) onclose();
	}}
>
	<input
		{@attach (field) => field.focus()}
		role="combobox"
		aria-label="Find anything"
		data-hint={PARTS.find}
		aria-autocomplete="list"
		aria-expanded={shown.length > 0}
		aria-controls="{id}-found"
		aria-activedescendant={shown.length ? `${id}-${at}` : undefined}
		autocomplete="off"
		spellcheck="false"
		maxlength="100"
		placeholder="A shot, a setting of this shot, a format, or what you want to do"
		class="h-[56px] w-full bg-raised px-[22px] text-code outline-none"
		bind:value={text}
		oninput={() => void look()}
		{onkeydown}
	/>
	<ul
		id="{id}-found"
		role="listbox"
		aria-label="Found"
		class="max-h-[min(520px,70vh)] overflow-y-auto {shown.length ? 'border-t border-rule' : ''}"
	>
		{#each shown as each, place (`${each.kind} ${each.address} ${each.action} ${each.label}`)}
			<li
				id="{id}-{place}"
				role="option"
				aria-selected={place === at}
				{@attach (node) => {
					if (place === at) inView(node);
				}}
				class="grid min-h-[32px] cursor-pointer grid-cols-[92px_minmax(0,auto)_minmax(0,1fr)_auto] items-baseline gap-x-3 px-[22px] py-1.5 aria-selected:bg-stock"
				onpointermove={() => (at = place)}
				onpointerdown={(event) => {
					event.preventDefault();
					void go(each);
				}}
			>
				<span class="text-xs text-ink2">{each.kind}</span>
				<span class="truncate font-semibold {each.kind === 'shot' ? 'num' : ''}">{each.label}</span>
				<span class="truncate text-sm text-ink2">{each.about}</span>
				<kbd class="num">{each.kind === 'action' ? keyOf(each.action as KeyName) : ''}</kbd>
			</li>
		{/each}
	</ul>
	<p class="sr-only" role="status">
		{text.trim() ? `${shown.length} found` : ''}
	</p>
	{#if trouble}<p role="alert" class="border-t border-rule px-[22px] py-2 text-red">{trouble}</p>
	{:else if text.trim() && answered === text && !shown.length}
		<p class="border-t border-rule px-[22px] py-2 text-ink2">
			Nothing fits every word. Try fewer, or the beginning of one.
		</p>
	{/if}
</search>
