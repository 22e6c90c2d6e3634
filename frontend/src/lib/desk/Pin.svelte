<!-- Keeps a shot on the desk, or lets go of it. -->
<script lang="ts">
	import { pinned } from './kept-shots.svelte';

	let { shot }: { shot: { id: number; code: string } } = $props();
	const on = $derived(pinned.has(shot.id));
</script>

<button
	type="button"
	class="flex h-[32px] w-[32px] shrink-0 items-center justify-center text-ink2 hover:text-ink {on
		? 'text-ink'
		: 'opacity-40 group-hover:opacity-100 focus-visible:opacity-100'}"
	aria-pressed={on}
	aria-label="Pin {shot.code}"
	title={on ? 'Let go of it: it is on the desk by its date again' : 'Keep it on the desk'}
	onclick={() => pinned.turn(shot.id)}
>
	<svg width="12" height="14" viewBox="0 0 12 14" aria-hidden="true">
		<path
			d="M2 1h8M3.5 1v5L1.5 8.5h9L8.5 6V1M6 8.5V13"
			fill={on ? 'currentColor' : 'none'}
			stroke="currentColor"
			stroke-width="1.3"
		/>
	</svg>
</button>
