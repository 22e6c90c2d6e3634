<!-- How close, how much, and how it plays: one line of words under the picture. -->
<script lang="ts">
	import { titled } from '$lib/keys/keys.svelte';
	import { LEAST_MB, MOST_MB } from './frames.svelte';
	import { MODES } from './player.svelte';
	import { OUTSIDE, RANGES, type Outside, type Proof } from './proof.svelte';

	let {
		proof,
		pixels,
		loupe,
		onpixels,
		onfit,
		onloupe,
		onalone
	}: {
		proof: Proof;
		/** Screen pixels for a stored one. */
		pixels: number;
		loupe: boolean;
		onpixels: (pixels: number) => void;
		onfit: () => void;
		onloupe: () => void;
		onalone: () => void;
	} = $props();

	const page = $derived(proof.page!);
	const player = $derived(proof.player);
	const count = $derived(proof.readyRuns.reduce((sum, run) => sum + run.last - run.first + 1, 0));
	const whole = $derived(proof.range.last - proof.range.first + 1);
	const seconds = $derived((count * page.rate_under) / page.rate_over);
	const mb = $derived(Math.round(proof.ready.bytes / 1e6));
	let typed = $state<string | null>(null);
	let wrong = $state('');

	const said = $derived.by(() => {
		if (player.playing || player.shown) {
			const late = player.dropped
				? `${player.dropped} ${player.dropped === 1 ? 'frame' : 'frames'} dropped`
				: 'no frame dropped';
			return `${page.rate} asked, ${player.pace.toFixed(2)} shown, ${late}`;
		}
		return page.rate;
	});

	function zoom(text: string): void {
		const found = /^\s*(\d+(?:\.\d+)?)\s*(%|×|x)?\s*$/.exec(text);
		const value = found ? Number(found[1]) * (found[2] === '%' ? 0.01 : 1) : NaN;
		if (!(value >= 0.01 && value <= 64)) {
			wrong = `A zoom of “${text}” is out of range: it takes 1 % to 64×.`;
			return;
		}
		typed = null;
		wrong = '';
		onpixels(value);
	}

	let memory = $state<string | null>(null);
	function bound(text: string): void {
		const value = Number(text);
		if (!Number.isInteger(value) || value < LEAST_MB || value > MOST_MB) {
			wrong = `${text} MB is out of range: frames take ${LEAST_MB} to ${MOST_MB} MB.`;
			return;
		}
		memory = null;
		wrong = '';
		proof.ready.bound(value);
	}

	const outside = Object.keys(OUTSIDE) as Outside[];
</script>

<div class="flex flex-wrap items-baseline gap-x-3 gap-y-0.5 py-1">
	<button type="button" class="word" title={titled('Show all of it', 'fitTable')} onclick={onfit}
		>fit</button
	>
	<button
		type="button"
		class="word"
		title={titled('A pixel of the picture on one of the screen', 'pixelForPixel')}
		aria-pressed={Math.abs(pixels - 1) < 0.001}
		onclick={() => onpixels(1)}>1:1</button
	>
	<button type="button" class="word" onclick={() => onpixels(8)}>8×</button>
	<input
		class="typed num w-[52px]"
		aria-label="Zoom"
		value={typed ?? `${pixels >= 2 ? `${pixels.toFixed(1)}×` : `${Math.round(pixels * 100)} %`}`}
		oninput={(event) => (typed = event.currentTarget.value)}
		onchange={(event) => zoom(event.currentTarget.value)}
	/>
	<button
		type="button"
		class="word"
		aria-pressed={loupe}
		title={titled('Lay the linen tester on the picture', 'loupe')}
		onclick={onloupe}>linen tester</button
	>
	<button
		type="button"
		class="word"
		aria-pressed={proof.look.marks}
		title={titled('Hatch what clips, is negative or no number', 'marks')}
		onclick={() => proof.see({ marks: !proof.look.marks })}>out of range</button
	>
	<button
		type="button"
		class="word"
		aria-pressed={proof.guides}
		title={titled('Canvas and guides', 'guides')}
		onclick={() => (proof.guides = !proof.guides)}>guides</button
	>
	<label
		>outside
		<select class="typed" bind:value={proof.outside}>
			{#each outside as each (each)}<option>{each}</option>{/each}
		</select></label
	>
	<label
		>gamma <input
			class="typed num w-[44px]"
			type="number"
			min="0.2"
			max="5"
			step="0.05"
			value={proof.look.gamma}
			oninput={(event) => {
				const value = event.currentTarget.valueAsNumber;
				if (value >= 0.2 && value <= 5) proof.see({ gamma: value });
			}}
		/></label
	>
	<label
		>saturation <input
			class="typed num w-[44px]"
			type="number"
			min="0"
			max="4"
			step="0.05"
			value={proof.look.saturation}
			oninput={(event) => {
				const value = event.currentTarget.valueAsNumber;
				if (value >= 0 && value <= 4) proof.see({ saturation: value });
			}}
		/></label
	>
	{#if proof.look.channel === 'noise' || (proof.other && proof.compare === 'apart')}
		<label
			>raised <input
				class="typed num w-[44px]"
				type="number"
				min="1"
				max="256"
				value={proof.look.raise}
				oninput={(event) => {
					const value = event.currentTarget.valueAsNumber;
					if (value >= 1 && value <= 256) proof.see({ raise: value });
				}}
			/></label
		>
	{/if}
	{#if proof.part}
		<button type="button" class="word" onclick={() => (proof.part = null)}
			>whole picture again (part of {proof.part[2]} × {proof.part[3]})</button
		>
	{/if}
	<button
		type="button"
		class="word ml-auto"
		title={titled('Everything else away', 'alone')}
		onclick={onalone}>picture alone</button
	>
</div>
<div class="flex flex-wrap items-baseline gap-x-3 gap-y-0.5 pb-1.5">
	<button
		type="button"
		class="word font-semibold"
		title={titled('Play, or stop', 'play')}
		onclick={() => proof.play()}>{player.playing ? 'stop' : 'play'}</button
	>
	<span class="flex items-baseline gap-2.5" role="group" aria-label="How it plays">
		{#each MODES as mode (mode)}
			<button
				type="button"
				class="word"
				aria-pressed={player.mode === mode}
				onclick={() => (player.mode = mode)}>{mode}</button
			>
		{/each}
	</span>
	<span class="flex items-baseline gap-2.5" role="group" aria-label="What is played">
		over
		{#each RANGES as name (name)}
			<button
				type="button"
				class="word"
				aria-pressed={proof.rangeName === name}
				onclick={() => (proof.rangeName = name)}>{name}</button
			>
		{/each}
	</span>
	<button type="button" class="word" onclick={() => proof.go(proof.range.first)}
		>to its first</button
	>
	<button
		type="button"
		class="word"
		aria-pressed={player.every}
		onclick={() => (player.every = !player.every)}>every frame</button
	>
	<span class="num" data-pace>{said}</span>
	<span class="num ml-auto" data-ready
		>ready: {count} of {whole} frames, {seconds.toFixed(1)} s, {mb} of
		<input
			class="typed num w-[52px]"
			aria-label="MB for frames kept ready"
			value={memory ?? proof.ready.most}
			oninput={(event) => (memory = event.currentTarget.value)}
			onchange={(event) => bound(event.currentTarget.value)}
		/> MB</span
	>
</div>
{#if wrong}<p class="pb-1" role="alert">{wrong}</p>{/if}

<style>
	.typed {
		background: transparent;
		color: var(--on);
		border: 0;
		border-bottom: 1px solid var(--on);
		min-height: 24px;
		padding: 0 2px;
	}
	.typed option {
		background: var(--sheet);
		color: var(--ink);
	}
</style>
