<!-- The top of a page: what it is, the steps of the work, and the verdict. -->
<script lang="ts">
	import { page } from '$app/state';
	import type { Snippet } from 'svelte';

	interface Step {
		label: string;
		href: string;
		title: string;
	}

	let {
		title,
		subtitle,
		steps = [],
		figures = false,
		verdict
	}: {
		title: string;
		subtitle: string;
		steps?: Step[];
		figures?: boolean;
		verdict?: Snippet;
	} = $props();

	const here = $derived(page.url.pathname);
	/** The step that this page is, or is a part of: the nearest above it. */
	const current = $derived(
		steps
			.filter(({ href }) => here === href || here.startsWith(`${href}/`))
			.reduce((so, { href }) => (href.length > so.length ? href : so), '')
	);
	/** Changes and choices stand beside the steps, and belong to none of them. */
	const aria = (href: string) => {
		if (href === here) return 'page';
		return href === current && href !== steps[0]?.href ? 'true' : undefined;
	};
</script>

<svelte:head><title>{title} · Zero Slate</title></svelte:head>

<header
	class="grid h-[calc(56px*var(--k))] shrink-0 grid-cols-[minmax(96px,1fr)_minmax(0,auto)_minmax(0,1fr)] items-center gap-4 border-b border-rule bg-sheet px-[22px] print:hidden"
>
	<div class="min-w-0">
		<h1 class="truncate text-code font-semibold {figures ? 'font-figures tracking-tight' : ''}">
			{title}
		</h1>
		<p class="truncate text-sm text-ink2">{subtitle}</p>
	</div>
	<nav
		aria-label="Steps"
		class="flex h-full min-w-0 gap-[clamp(10px,2.2vw,28px)] overflow-x-auto overflow-y-hidden text-step"
	>
		{#each steps as step (step.href)}
			<a
				href={step.href}
				title={step.title}
				aria-current={aria(step.href)}
				{@attach (link) => {
					if (aria(step.href)) link.scrollIntoView({ inline: 'nearest', block: 'nearest' });
				}}
				class="flex shrink-0 items-center text-ink2 hover:text-ink aria-[current]:font-semibold aria-[current]:text-ink aria-[current]:shadow-[inset_0_-3px_0_var(--ink)]"
				>{step.label}</a
			>
		{/each}
	</nav>
	<div class="flex min-w-0 items-center justify-end gap-3">{@render verdict?.()}</div>
</header>
