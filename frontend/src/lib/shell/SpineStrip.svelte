<!-- The open productions and shots at the left edge, like binders on a shelf. -->
<script lang="ts">
	import { goto } from '$app/navigation';
	import { page } from '$app/state';
	import Mark from '$lib/drawings/Mark.svelte';
	import { press, titled } from '$lib/keys/keys.svelte';
	import { me } from '$lib/people/me.svelte';
	import Stamp from '$lib/people/Stamp.svelte';
	import { papers } from '$lib/state/paper.svelte';
	import { address, spines, type Spine } from '$lib/state/spines.svelte';

	const PLACES = [
		{ href: '/formats', label: 'Formats', title: 'The format library', key: 'formats' },
		{ href: '/house', label: 'House', title: 'The house setup', key: 'house' },
		{ href: '/away', label: 'Away', title: 'What was put away, and the bin', key: 'away' },
		{ href: '/machine', label: 'Machine', title: 'The workers of this machine', key: 'machine' },
		{ href: '/keys', label: 'Keys', title: 'Every key', key: 'keys' },
		{ href: '/help', label: 'Help', title: 'The tour, what is new, and more', key: 'help' }
	] as const;

	let { onfind, onlayout }: { onfind: () => void; onlayout: () => void } = $props();

	let dragged = $state<number | null>(null);

	const here = $derived(page.url.pathname);
	const isHere = (spine: Spine) => here === address(spine) || here.startsWith(address(spine) + '/');

	function close(spine: Spine): void {
		const wasHere = isHere(spine);
		const next = spines.close(spine);
		if (wasHere) void goto(next);
	}

	/** Keep the spine that is worked on in view, however many there are. */
	function inView(node: HTMLElement): void {
		node.scrollIntoView({ block: 'nearest' });
	}

	function onkeydown(event: KeyboardEvent, spine: Spine, place: number): void {
		if (event.key === 'Delete') close(spine);
		else if (event.altKey && event.key === 'ArrowUp') spines.move(place, place - 1);
		else if (event.altKey && event.key === 'ArrowDown') spines.move(place, place + 1);
		else return;
		event.preventDefault();
	}
</script>

<nav
	aria-label="Open productions and shots"
	class="flex w-[calc(52px*var(--k))] shrink-0 flex-col items-stretch border-r border-rule bg-stock print:hidden"
>
	<a
		href="/"
		title={titled('Desk', 'desk')}
		aria-label="Desk"
		aria-current={here === '/' ? 'page' : undefined}
		class="flex h-[52px] items-center justify-center"
	>
		<svg
			width="22"
			height="18"
			viewBox="0 0 22 18"
			aria-hidden="true"
			fill="none"
			stroke="var(--ink)"
			stroke-width="1.6"
		>
			<path d="M1 7h20M3 7v10M19 7v10M5 7l2-5h8l2 5" />
		</svg>
	</a>
	<ul class="flex min-h-0 grow flex-col gap-1 overflow-x-hidden overflow-y-auto pl-1">
		{#each spines.all as spine, place (address(spine))}
			<li
				class="rounded-l {isHere(spine) ? 'bg-sheet shadow-[inset_3px_0_0_var(--ink)]' : ''}"
				draggable="true"
				ondragstart={() => (dragged = place)}
				ondragover={(event) => event.preventDefault()}
				ondrop={() => {
					if (dragged !== null) spines.move(dragged, place);
					dragged = null;
				}}
			>
				<a
					href={address(spine)}
					aria-current={isHere(spine) ? 'page' : undefined}
					title={spine.label}
					{@attach (node) => {
						if (isHere(spine)) inView(node);
					}}
					onauxclick={(event) => {
						if (event.button !== 1) return;
						event.preventDefault();
						close(spine);
					}}
					onkeydown={(event) => onkeydown(event, spine, place)}
					class="flex max-h-48 flex-col items-center gap-2 px-2 pt-3 pb-1 text-ink2 aria-[current]:text-ink"
				>
					{#if spine.kind === 'shot'}<Mark state={spine.state} size={11} />{/if}
					<span
						class="num max-h-36 rotate-180 overflow-hidden font-medium text-ellipsis whitespace-nowrap [writing-mode:vertical-rl]"
						>{spine.label}</span
					>
				</a>
				<button
					type="button"
					aria-label="Close {spine.label}"
					title={isHere(spine)
						? titled(`Close ${spine.label}`, 'closeSpine')
						: `Close ${spine.label}`}
					onclick={() => close(spine)}
					class="flex h-[28px] w-full shrink-0 items-center justify-center text-ink2 hover:text-ink"
				>
					<svg width="9" height="9" viewBox="0 0 9 9" aria-hidden="true"
						><path d="M1 1 8 8M8 1 1 8" stroke="currentColor" stroke-width="1.4" /></svg
					>
				</button>
			</li>
		{/each}
	</ul>
	<div class="flex flex-col items-center gap-1 py-2 text-xs text-ink2">
		<button
			type="button"
			class="px-1 py-1 hover:text-ink"
			title={titled('Find anything', 'find')}
			onclick={onfind}>Find</button
		>
		<button
			type="button"
			class="px-1 py-1 hover:text-ink"
			title={titled('Choose a layout, or keep one', 'layout')}
			onclick={onlayout}>Layout</button
		>
		<button
			type="button"
			class="px-1 py-1 hover:text-ink"
			title={titled('Lay what is open side by side', 'beside')}
			onclick={() => press('beside')}>Beside</button
		>
		{#each PLACES as place (place.href)}
			<a
				href={place.href}
				class="px-1 py-1 hover:text-ink aria-[current]:text-ink"
				aria-current={here === place.href ? 'page' : undefined}
				title={titled(place.title, place.key)}>{place.label}</a
			>
		{/each}
		{#if me.person}
			<a
				href="/people"
				class="flex flex-col items-center gap-0.5 px-1 py-1 hover:text-ink aria-[current]:text-ink"
				aria-current={here === '/people' ? 'page' : undefined}
				aria-label="Who works here: {me.person.name}"
				title={titled(`${me.person.name}: who works here`, 'people')}
			>
				<Stamp mark={me.person.mark} />
				<span class="num">{me.person.initials}</span>
			</a>
		{/if}
		<button
			type="button"
			class="px-1 py-1 hover:text-ink"
			title={titled('Turn to the other paper', 'paper')}
			onclick={() => papers.turn()}>{papers.current === 'dim' ? 'Paper' : 'Dim'}</button
		>
	</div>
</nav>
