<!-- A small picture on its canvas: bars stay bare, and what is cut off lies faint outside. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { PictureLoader } from './loader.svelte';

	let {
		address,
		frame,
		label,
		red = false,
		onscrub
	}: {
		/** Where the picture lies; empty for none. */
		address: string;
		frame: Schema<'SmallPictureFrame'>;
		label: string;
		/** Whether something about it differs. */
		red?: boolean;
		/** Where the pointer is over it, from 0 to 1 across; null when it has left. */
		onscrub?: (share: number | null) => void;
	} = $props();

	const loader = new PictureLoader();
	$effect(() => {
		loader.want(address);
	});
	$effect(() => () => loader.leave());

	const canvas = $derived(frame.canvas);
	const shape = $derived((canvas.width * frame.width) / (canvas.height * frame.height));
	const per = (share: number) => `${share * 100}%`;

	function move(event: PointerEvent): void {
		const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
		onscrub?.(Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)));
	}
</script>

<div
	class="small-picture relative w-full"
	role="img"
	aria-label={loader.trouble ? `${label}: ${loader.trouble}` : label}
	title={loader.trouble || undefined}
	style:aspect-ratio={shape}
	onpointermove={onscrub ? move : undefined}
	onpointerleave={onscrub ? () => onscrub(null) : undefined}
>
	<div class="bare absolute inset-0" class:none={Boolean(loader.trouble)}></div>
	{#if loader.url && address}
		<img
			src={loader.url}
			alt=""
			draggable="false"
			class="absolute max-w-none"
			style:left={per(-canvas.x / canvas.width)}
			style:top={per(-canvas.y / canvas.height)}
			style:width={per(1 / canvas.width)}
			style:height={per(1 / canvas.height)}
		/>
	{/if}
	{#if frame.window}
		<div
			class="window absolute"
			title="Its data window: where its pixels lie"
			style:left={per((frame.window.x - canvas.x) / canvas.width)}
			style:top={per((frame.window.y - canvas.y) / canvas.height)}
			style:width={per(frame.window.width / canvas.width)}
			style:height={per(frame.window.height / canvas.height)}
		></div>
	{/if}
	<div class="edge absolute inset-0" class:red></div>
</div>

<style>
	.bare {
		background: var(--mid);
	}
	.bare.none {
		background: repeating-linear-gradient(
			135deg,
			var(--stock) 0 5px,
			color-mix(in srgb, var(--red) 55%, var(--stock)) 5px 6px
		);
	}
	.window {
		border: 1px dashed var(--ink);
		pointer-events: none;
	}
	.edge {
		border: 1px solid var(--ink);
		pointer-events: none;
	}
	.edge.red {
		border: 2px solid var(--red);
	}
</style>
