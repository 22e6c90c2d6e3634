<!-- How much of an element's middle frame lies outside display and working space. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { outsideQuery } from '$lib/api/proof-queries';

	let {
		shot,
		element,
		colours,
		version
	}: { shot: number; element: number; colours: Record<string, string>; version: string } = $props();

	const stored = createQuery(() => outsideQuery(shot, element, {}, version));
	const typed = createQuery(() => outsideQuery(shot, element, colours, version));
	const per = (share: number) => `${(share * 100).toFixed(share > 0 && share < 0.01 ? 2 : 1)} %`;
	const words = $derived.by(() => {
		const [was, now] = [stored.data, typed.data];
		if (!was || !now) return '';
		const said = (a: number, b: number) => (a === b ? per(a) : `${per(a)} → ${per(b)}`);
		return (
			`${said(was.display, now.display)} at the display’s end, ` +
			`${said(was.working, now.working)} outside the working space`
		);
	});
</script>

<span class="num text-fine" data-outside>{words}</span>
