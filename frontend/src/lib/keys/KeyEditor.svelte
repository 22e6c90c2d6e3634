<!-- Other keys for an action: pressed, or written. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { opened } from '$lib/state/focus';
	import { chordOf } from './chords';
	import type { KeysSession } from './keys-page.svelte';

	let {
		line,
		session,
		onclose
	}: {
		line: Schema<'KeyLine'>;
		session: KeysSession;
		onclose: () => void;
	} = $props();

	// svelte-ignore state_referenced_locally
	let text = $state(line.keys.join(', '));
	let writing = $state(false);

	const changed = $derived(line.keys.join() !== line.shipped.join());

	async function keep(said: string): Promise<void> {
		const keys = said
			.split(/,\s+/)
			.map((each) => each.trim())
			.filter(Boolean);
		text = said;
		if (await session.set(line, keys)) onclose();
		else writing = true;
	}

	/** Pressed, not written: the key itself is taken; Tab and Esc move on. */
	function onkeydown(event: KeyboardEvent): void {
		if (writing) {
			if (event.key === 'Enter') void keep(text);
			if (event.key === 'Escape') onclose();
			return;
		}
		if (event.key === 'Tab') return;
		const chord = chordOf(event);
		if (!chord) return;
		event.preventDefault();
		event.stopPropagation();
		if (chord === 'Esc') onclose();
		else void keep(chord);
	}
</script>

<div {@attach opened} class="pt-1 pb-2">
	<input
		class="field num w-[calc(100px*var(--k))] font-semibold"
		data-first
		aria-label="Keys of: {line.does}"
		aria-describedby="{line.name}-how"
		aria-invalid={session.wrong !== null}
		readonly={!writing}
		placeholder="Press a key"
		bind:value={text}
		{onkeydown}
	/>
	<span id="{line.name}-how" class="block py-1 text-sm text-ink2">
		{#if session.wrong}
			<span role="alert" class="text-red">{session.wrong.detail}</span>
			{#if session.wrong.nearest}
				<button
					type="button"
					class="act text-ink"
					onclick={() => void keep(session.wrong?.nearest ?? '')}
					>Use {session.wrong.nearest}</button
				>
			{/if}
		{:else if writing}Several with a comma between; two in a row as “g s”. Enter takes them.
		{:else}Press the key, with what is held.{/if}
		<span class="flex flex-wrap gap-x-4 gap-y-2 pt-2">
			{#if !writing}
				<button type="button" class="act text-ink" onclick={() => (writing = true)}
					>Write it instead</button
				>
			{/if}
			<button type="button" class="act text-ink" onclick={() => void keep('')}>No key</button>
			{#if changed}
				<button
					type="button"
					class="act text-ink"
					onclick={() => void keep(line.shipped.join(', '))}
					>{line.shipped.join(', ') || 'No key'} again</button
				>
			{/if}
			<button type="button" class="act text-ink" onclick={() => onclose()}>Leave it</button>
		</span>
	</span>
</div>
