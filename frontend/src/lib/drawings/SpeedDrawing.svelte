<!-- The same walk at two rates, at their exact speeds, on ones, twos or threes. -->
<script lang="ts">
	import { counted } from '$lib/words';
	import type { Schema } from '$lib/api/client';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import Choice from '$lib/ui/choice/Choice.svelte';
	import { momentShown } from './speed';
	import Walker from './Walker.svelte';

	let { drawing }: { drawing: Schema<'SpeedDrawing'> } = $props();

	const WAYS = ['same movement', 'same drawings'] as const;
	const HELD = ['ones', 'twos', 'threes'] as const;

	let playing = $state(false);
	let hold = $state(0);
	let way = $state<(typeof WAYS)[number]>('same movement');
	let chosen = $state<(string | null)[]>([null, null]);
	// Midway, so that something stands there before it moves.
	let elapsed = $state.raw(2.1);

	const rates = $derived(drawing.speeds.map((speed) => speed.rate));
	const pair = $derived(
		[0, 1].map(
			(place) =>
				drawing.speeds.find((speed) => speed.rate === chosen[place]) ??
				drawing.speeds.find((speed) => speed.rate === (place ? drawing.corner : rates[0])) ??
				drawing.speeds[0]!
		)
	);
	const frames = $derived((drawing.holds[hold] ?? 1) as number);

	/** The moment of the walk that a rate shows after `elapsed` seconds. */
	function shown(speed: Schema<'PlayedSpeed'>): number {
		return momentShown(elapsed, speed, way === 'same drawings' ? pair[0]! : speed, frames);
	}

	$effect(() => {
		if (!playing) return;
		const began = performance.now() - elapsed * 1000;
		let next = requestAnimationFrame(function tick(now) {
			elapsed = Math.max(0, now - began) / 1000;
			next = requestAnimationFrame(tick);
		});
		return () => cancelAnimationFrame(next);
	});

	answerKeys({ play: () => (playing = !playing) });
</script>

<section class="px-[22px] pt-3 pb-3" aria-label="See the speed">
	<div class="flex items-baseline gap-3 pb-2">
		<h3 class="font-semibold">{drawing.title}</h3>
		<button
			type="button"
			class="act ml-auto"
			title={titled(playing ? 'Stop' : 'Play', 'play')}
			onclick={() => (playing = !playing)}>{playing ? 'Stop' : 'Play both'}</button
		>
	</div>
	<div class="grid grid-cols-2 gap-3">
		{#each pair as speed, place (place)}
			<div>
				<Walker seconds={shown(speed)} label="A wind-up crow walks at {speed.rate}" />
				<div class="flex items-center justify-between pt-1">
					<Choice
						label={place ? 'Rate on the right' : 'Rate on the left'}
						value={speed.rate}
						options={rates}
						onchoose={(rate) => (chosen[place] = rate)}
					/>
					<span class="num text-right text-xs leading-tight"
						>{counted(speed.drawings[hold] ?? 0, 'drawing')}<br /><span class="text-ink2"
							>{counted(speed.frames, 'frame')}</span
						></span
					>
				</div>
			</div>
		{/each}
	</div>
	<div class="flex flex-wrap items-center gap-x-4 gap-y-1 pt-2 text-xs">
		<span role="group" aria-label="Held on" class="flex">
			{#each HELD as name, place (name)}
				<button
					type="button"
					class="toggle"
					aria-pressed={hold === place}
					onclick={() => (hold = place)}>on {name}</button
				>
			{/each}
		</span>
		<span role="group" aria-label="What both rates share" class="flex">
			{#each WAYS as name (name)}
				<button
					type="button"
					class="toggle"
					aria-pressed={way === name}
					title={name === WAYS[0]
						? 'The movement lasts as long at both: more drawings at the higher rate'
						: 'Drawings made for the left rate, played at the right one: it runs faster or slower'}
					onclick={() => (way = name)}>{name}</button
				>
			{/each}
		</span>
	</div>
</section>
