<!-- Guides and common masks to turn on and off; what is on stands in the row as text. -->
<script lang="ts">
	import type { SheetSession } from './session.svelte';

	let { session }: { session: SheetSession } = $props();

	const PLAIN = ['action', 'title', 'r95 action', 'r95 graphics', 'fields', 'thirds', 'centre'];
	const MASKS = ['1.66', '1.78', '1.85', '2', '2.39', '4:5', '1:1', '9:16'];

	const text = $derived(session.row('guides')?.fields[0]?.text ?? '');
	const on = $derived(
		text
			.split(/[,;]/)
			.map((word) => word.trim().toLowerCase())
			.filter((word) => word && word !== 'none')
	);

	function turn(name: string): void {
		const next = on.includes(name) ? on.filter((each) => each !== name) : [...on, name];
		void session.save({ guides: { text: next.join(', ') || 'none' } });
	}
</script>

<div class="px-[22px] pt-2" role="group" aria-label="Guides shown">
	{#each [PLAIN, MASKS] as names, i (i)}
		<p class="flex flex-wrap gap-x-1">
			<span class="self-center pr-1 text-xs text-ink2">{i ? 'masks' : 'guides'}</span>
			{#each names as name (name)}
				<button
					type="button"
					class="toggle {i ? 'num' : ''}"
					aria-pressed={on.includes(name)}
					onclick={() => turn(name)}>{name}</button
				>
			{/each}
		</p>
	{/each}
</div>
