<!-- The keyboard, drawn: what each key does, alone and with what is held. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { DRAWN, drawnKey, held, TALL, WIDE } from './keyboard';

	let {
		lines,
		sought = '',
		onseek
	}: {
		lines: readonly Schema<'KeyLine'>[];
		sought?: string;
		onseek: (key: string) => void;
	} = $props();

	const UNIT = 44;
	const HOLDS = ['', 'Shift', 'Alt', 'Ctrl'] as const;
	const MARKS = { '': 'alone', Shift: 'with Shift', Alt: 'with Alt', Ctrl: 'with Ctrl' };

	/** What each drawn key does, by what is held. */
	const does = $derived.by(() => {
		const found: Record<string, { holds: string; does: string; where: string; key: string }[]> = {};
		for (const line of lines)
			for (const chord of line.keys)
				for (const press of chord.split(' '))
					(found[drawnKey(press)] ??= []).push({
						holds: held(press),
						does: line.does,
						where: line.where,
						key: chord
					});
		return found;
	});
	let at = $state('');
	const shown = $derived(does[at] ?? []);
	const isHeld = (key: string, holds: string) =>
		(does[key] ?? []).some((each) => each.holds.split('+')[0] === holds || (!each.holds && !holds));
</script>

<figure>
	<svg
		viewBox="-1 -1 {WIDE * UNIT + 2} {TALL * UNIT + 2}"
		class="w-full max-w-[640px]"
		role="group"
		aria-label="The keyboard"
	>
		{#each DRAWN as drawn (drawn.key)}
			{@const said = does[drawn.key] ?? []}
			{@const lit = sought !== '' && drawnKey(sought.split(' ').at(-1) ?? '') === drawn.key}
			<g
				transform="translate({drawn.x * UNIT} {drawn.row * UNIT})"
				role="button"
				tabindex="0"
				aria-label="{drawn.label}: {said.map((each) => `${each.key} ${each.does}`).join('; ') ||
					'nothing'}"
				class="cursor-pointer outline-none [&:focus-visible>rect]:stroke-blue [&:focus-visible>rect]:stroke-2"
				onpointerenter={() => (at = drawn.key)}
				onfocus={() => (at = drawn.key)}
				onclick={() => onseek(drawn.key)}
				onkeydown={(event) => {
					if (event.key !== 'Enter' && event.key !== ' ') return;
					event.preventDefault();
					onseek(drawn.key);
				}}
			>
				<rect
					x="1.5"
					y="1.5"
					width={drawn.width * UNIT - 3}
					height={UNIT - 3}
					rx="3"
					class={lit ? 'fill-bluewash' : said.length ? 'fill-raised' : 'fill-stock'}
					stroke={said.length ? 'var(--ink)' : 'var(--rule)'}
				/>
				<text
					x="8"
					y="18"
					class="num text-base {said.length ? 'fill-ink font-semibold' : 'fill-ink2'}"
					>{drawn.label}</text
				>
				<!-- Four places: alone, with Shift, with Alt, with Ctrl. -->
				{#each HOLDS as holds, place (holds)}
					{#if isHeld(drawn.key, holds)}
						{#if holds === ''}<circle cx={10 + place * 8} cy="32" r="2.6" class="fill-ink" />
						{:else if holds === 'Shift'}<path d="M{7 + place * 8} 35l3-6 3 6Z" class="fill-ink" />
						{:else if holds === 'Alt'}<rect
								x={7.5 + place * 8}
								y="29.5"
								width="5"
								height="5"
								class="fill-none stroke-ink"
							/>
						{:else}<path d="M{7 + place * 8} 32h6" class="stroke-ink" stroke-width="2" />{/if}
					{/if}
				{/each}
			</g>
		{/each}
	</svg>
	<figcaption class="min-h-[76px] pt-2 text-sm">
		{#if shown.length}
			{#each shown as each, place (place)}
				<div class="grid grid-cols-[96px_1fr]">
					<kbd class="num font-semibold">{each.key}</kbd><span
						>{each.does} <span class="text-ink2">· {each.where}</span></span
					>
				</div>
			{/each}
		{:else}
			<span class="text-ink2"
				>{at
					? 'No key of the set is here.'
					: `● ${MARKS['']}  ▲ ${MARKS.Shift}  □ ${MARKS.Alt}  – ${MARKS.Ctrl}`}</span
			>
		{/if}
	</figcaption>
</figure>
