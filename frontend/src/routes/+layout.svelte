<script lang="ts">
	import '../app.css';
	import { afterNavigate, beforeNavigate, goto, preloadCode } from '$app/navigation';
	import { page } from '$app/state';
	import { onMount } from 'svelte';
	import { presence } from '$lib/api/presence.svelte';
	import { lastHere } from '$lib/desk/last-here.svelte';
	import { whereLeft } from '$lib/state/where-left';
	import { hearStandIn } from '$lib/devices/surface.svelte';
	import FindLine from '$lib/find/FindLine.svelte';
	import HintStrip from '$lib/hints/HintStrip.svelte';
	import { hand } from '$lib/hand/hand.svelte';
	import { hints } from '$lib/hints/hints.svelte';
	import { layouts } from '$lib/layout/layouts.svelte';
	import LayoutSheet from '$lib/layout/LayoutSheet.svelte';
	import { ownKind, windows } from '$lib/layout/windows.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import SpineStrip from '$lib/shell/SpineStrip.svelte';
	import { focusMain, focusPage, leaveField, showWhole } from '$lib/state/focus';
	import { answerKeys, onKey } from '$lib/keys/keys.svelte';
	import { me } from '$lib/people/me.svelte';
	import DropAnywhere from '$lib/ui/drop/DropAnywhere.svelte';
	import TourStrip from '$lib/tour/TourStrip.svelte';
	import Welcome from '$lib/people/Welcome.svelte';
	import { foretell } from '$lib/shot/foretold';
	import { papers } from '$lib/state/paper.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import { QueryClientProvider, useIsFetching, useIsMutating } from '@tanstack/svelte-query';
	import { client } from '$lib/api/query-client';

	const PAGES = [
		'/',
		'/formats',
		'/house',
		'/keys',
		'/away',
		'/machine',
		'/people',
		'/help',
		'/beside',
		'/surface',
		'/window/drawing',
		...['', '/recut', '/to-ask-for', '/edit', '/files', '/change', '/targets'].map(
			(step) => `/p/0${step}`
		),
		...[
			'',
			'/time',
			'/data',
			'/elements',
			'/stand',
			'/finish',
			'/devices',
			'/handoff',
			'/change'
		].map((step) => `/s/0${step}`)
	];

	let { children } = $props();

	// How many answers are awaited: what drives the pages waits for none.
	const asking = useIsFetching(undefined, client);
	const storing = useIsMutating(undefined, client);

	// Every page is there before it is gone to: one can be opened while the server is away.
	onMount(() => PAGES.forEach((each) => void preloadCode(each)));

	onMount(hearStandIn);

	onMount(() => lastHere.watch());

	beforeNavigate(() => whereLeft.leave(page.url.pathname));
	afterNavigate(() => {
		const at = page.url.pathname;
		if (!ownKind && at !== '/' && !me.asked) lastHere.note(at);
		focusPage();
		whereLeft.back(at);
	});

	function beside(step: number): void {
		const to = spines.beside(page.url.pathname, step);
		if (to) void goto(to);
	}

	let finding = $state(false);
	let layingOut = $state(false);

	answerKeys({
		find: () => (finding = true),
		desk: () => void goto('/'),
		keys: () => void goto('/keys'),
		formats: () => void goto('/formats'),
		house: () => void goto('/house'),
		away: () => void goto('/away'),
		machine: () => void goto('/machine'),
		people: () => void goto('/people'),
		paper: () => papers.turn(),
		beside: () => {
			const here = spines.at(page.url.pathname);
			const of = here ? `?of=${here.kind === 'shot' ? 's' : 'p'}${here.id}` : '';
			void goto(`/beside${of}`);
		},
		help: () => void goto('/help'),
		hints: () => hints.turn(),
		layout: () => (layingOut = !layingOut),
		shippedLayout: () => layouts.ship(),
		nextSpine: () => beside(1),
		lastSpine: () => beside(-1),
		closeSpine: () => {
			const here = spines.at(page.url.pathname);
			if (here) void goto(spines.close(here));
		}
	});
</script>

<svelte:window
	onkeydown={(event) => {
		onKey(event);
		leaveField(event);
	}}
	onpointerover={(event) => {
		showWhole(event);
		hand.saw(event);
		foretell(event);
	}}
	onpointerdown={foretell}
	onfocusin={foretell}
	onpointerup={hand.saw}
/>

<QueryClientProvider {client}>
	<div
		class="flex h-dvh min-h-0 print:block print:h-auto"
		data-awaited={asking.current + storing.current}
	>
		<button
			type="button"
			class="act sr-only focus:not-sr-only focus:absolute focus:top-2 focus:left-16 focus:z-30 focus:bg-raised focus:px-3 focus:py-2"
			onclick={focusMain}>Skip to the content</button
		>
		{#if !me.asked && !ownKind}<SpineStrip
				onfind={() => (finding = true)}
				onlayout={() => (layingOut = !layingOut)}
			/>{/if}
		<div class="relative flex min-w-0 grow flex-col bg-sheet">
			{#if presence.away}
				<Notice>Can't reach Zero Slate; trying again. What you typed is kept.</Notice>
			{:else if presence.returned}<Notice calm>{presence.returned}</Notice>{/if}
			{#if windows.said && !layingOut}
				<Notice calm>
					{windows.said}
					<button type="button" class="act" onclick={() => (windows.said = '')}>Dismiss</button>
				</Notice>
			{/if}
			{#if !me.asked}<DropAnywhere />{/if}
			{#if finding}<FindLine onclose={() => (finding = false)} />{/if}
			{#if me.asked}<Welcome />{:else}{@render children()}{#if !ownKind}<TourStrip /><HintStrip
					/>{/if}{/if}
			{#if layingOut}<LayoutSheet onclose={() => (layingOut = false)} />{/if}
		</div>
	</div>
</QueryClientProvider>
