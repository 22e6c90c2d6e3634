<!-- The picture that a shot is known by; moving over it runs through what the cut shows of it. -->
<script lang="ts">
	import { API, type Schema } from '$lib/api/client';
	import SmallPicture from './SmallPicture.svelte';

	let {
		shot,
		face,
		width,
		label,
		red = false,
		large = false
	}: {
		shot: number;
		face: Schema<'Face'>;
		/** How wide it is shown, in pixels of the page. */
		width: number;
		label: string;
		red?: boolean;
		/** Whether a larger one is shown beside it while the pointer is over it. */
		large?: boolean;
	} = $props();

	/** So many pictures are run through: more can't be told apart so small. */
	const STEPS = 24;

	let share = $state<number | null>(null);
	let place = $state.raw<{ left: number; top: number } | null>(null);

	const address = (wide: number) => {
		const query = new URLSearchParams({ width: String(wide), v: face.key });
		if (share !== null) query.set('share', String(Math.round(share * STEPS) / STEPS));
		return `${API}/shots/${shot}/picture?${query}`;
	};

	function scrub(to: number | null): void {
		share = to;
		if (to === null) place = null;
	}

	function enter(event: PointerEvent): void {
		if (!large || event.pointerType === 'touch') return;
		const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
		const top = Math.min(box.top - 70, window.innerHeight - 200);
		place = { left: box.right + 8, top: Math.max(8, top) };
	}
</script>

<div style:width="{width}px" onpointerenter={enter} role="presentation">
	<SmallPicture
		address={address(width > 160 ? 320 : 160)}
		frame={face.frame}
		{label}
		{red}
		onscrub={scrub}
	/>
</div>
{#if place}
	<div
		class="pointer-events-none fixed z-20 w-[320px] border border-ink bg-sheet p-1 shadow-lg"
		style:left="{place.left}px"
		style:top="{place.top}px"
	>
		<SmallPicture address={address(320)} frame={face.frame} {label} {red} />
	</div>
{/if}
