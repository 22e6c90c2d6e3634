<!-- What is pointed at or has the focus, said at the foot of the page: never over what is looked at. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { client } from '$lib/api/query-client';
	import { titled } from '$lib/keys/keys.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { page } from '$app/state';
	import { hintQuery } from './hint-query';
	import { hints } from './hints.svelte';
	import { read, takeTitles } from './reading';

	/** How long something is rested on before an example of it is reckoned, in ms. */
	const RESTS = 150;
	const ID = 'hint-said';

	let back: (() => void) | null = null;
	let over: Element | null = null;
	let asked = $state('');

	const said = $derived(hints.level === 'none' ? null : hints.said);
	const full = $derived(hints.level === 'full');
	const shot = $derived.by(() => {
		const here = spines.at(page.url.pathname);
		return here?.kind === 'shot' ? here.id : 0;
	});
	const text = $derived(
		full ? said?.text : said?.text.match(/^.*?[.](?= [A-Z0-9])/)?.[0] || said?.text
	);

	$effect(() => {
		const setting = full ? (said?.setting ?? '') : '';
		const timer = setTimeout(() => (asked = setting), setting ? RESTS : 0);
		return () => clearTimeout(timer);
	});
	const example = createQuery(
		() => hintQuery(shot, asked, asked !== '' && shot > 0),
		() => client
	);
	const tried = $derived(
		said?.setting && example.data?.setting === said.setting ? example.data : null
	);

	/** What is pointed at is said, or else what has the focus. */
	function say(): void {
		const focused = document.activeElement;
		hints.said =
			(over && read(over)) ?? (focused && focused !== document.body ? read(focused) : null);
	}

	function onpointerover(event: Event): void {
		if (!(event.target instanceof Element)) return;
		back?.();
		over = event.target;
		back = takeTitles(over);
		say();
	}

	function onpointerleave(): void {
		back?.();
		back = over = null;
		say();
	}

	const described = (node: Element) =>
		(node.getAttribute('aria-describedby') ?? '').split(' ').filter((each) => each && each !== ID);

	function onfocusin(event: Event): void {
		if (!(event.target instanceof Element)) return;
		over = null;
		say();
		if (said)
			event.target.setAttribute('aria-describedby', [...described(event.target), ID].join(' '));
	}

	function onfocusout(event: Event): void {
		if (!(event.target instanceof Element)) return;
		const left = described(event.target).join(' ');
		if (left) event.target.setAttribute('aria-describedby', left);
		else event.target.removeAttribute('aria-describedby');
	}
</script>

<svelte:document {onpointerover} {onpointerleave} {onfocusin} {onfocusout} />

{#if hints.level !== 'none'}
	<aside
		class="flex shrink-0 items-start gap-4 overflow-hidden border-t border-rule bg-stock px-[22px] text-sm print:hidden {full
			? 'h-[62px] py-1'
			: 'h-[26px]'}"
		aria-label="Hints"
	>
		<div id={ID} class="flex min-w-0 grow gap-x-8 {full ? '' : 'h-full items-center'}">
			{#if !said && full}
				<p class="text-ink2">What you point at, or move to with Tab, is explained here.</p>
			{:else if said}
				<p class={full ? 'line-clamp-3 min-w-0 flex-1' : 'truncate'}>
					{#if said.label}<span class="font-semibold">{said.label}</span>{/if}
					{text}
					{#if said.key}<kbd class="num border border-rule bg-raised px-1">{said.key}</kbd>{/if}
				</p>
				{#if full && (said.note || tried)}
					<p class="line-clamp-3 min-w-0 flex-1 text-ink2">
						{said.note}
						{#if tried?.example}<span class="text-ink">{tried.example}</span>{/if}
						{tried?.elsewhere ?? ''}
					</p>
				{/if}
			{/if}
		</div>
		<button
			type="button"
			class="shrink-0 self-start px-1 text-xs text-ink2 hover:text-ink {full
				? 'h-[24px]'
				: 'h-full'}"
			title={titled('Show more in hints, or none', 'hints')}
			onclick={() => hints.turn()}>{full ? 'Full hints' : 'Short hints'}</button
		>
	</aside>
{/if}
