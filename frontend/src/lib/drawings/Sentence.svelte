<!-- A sentence with the figures that the eye should find first set off; in ink where a reason holds. -->
<script lang="ts">
	let {
		text,
		strong = [],
		calm = false
	}: { text: string; strong?: readonly string[]; calm?: boolean } = $props();

	interface Piece {
		words: string;
		strong: boolean;
	}

	const pieces = $derived.by(() => {
		let rest = text;
		const found: Piece[] = [];
		for (const figure of strong) {
			const at = rest.indexOf(figure);
			if (!figure || at < 0) continue;
			if (at > 0) found.push({ words: rest.slice(0, at), strong: false });
			found.push({ words: figure, strong: true });
			rest = rest.slice(at + figure.length);
		}
		if (rest) found.push({ words: rest, strong: false });
		return found;
	});
</script>

{#each pieces as piece, i (i)}{#if piece.strong}<strong
			class="font-semibold {calm ? 'text-ink' : 'text-red'}">{piece.words}</strong
		>{:else}{piece.words}{/if}{/each}
