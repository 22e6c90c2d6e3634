<!-- Steadiness: frames played, and how much changes from one to the next where nothing moves. -->
<script lang="ts">
	import { api, take, type Schema, type Texts } from '$lib/api/client';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import Played from '$lib/made/Played.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { workWords } from '$lib/words';
	import { steadyOf } from './steady';

	let {
		shot,
		typed,
		frame,
		rate,
		onwrong
	}: {
		shot: number;
		typed: Texts;
		frame: number;
		/** Frames a second. */
		rate: number;
		onwrong: (why: string) => void;
	} = $props();

	const COUNT = 24;
	// svelte-ignore state_referenced_locally
	const playing = new FollowedJob<Schema<'PlayState'>>(`/shots/${shot}/made/plays`, withResults);
	let running = $state(false);
	const came = $derived(steadyOf(playing.state?.results ?? []));
	const done = $derived(playing.state?.state === 'done');

	async function play(): Promise<void> {
		running = true;
		await playing.follow(() =>
			take(
				api.POST('/api/v1/shots/{shot_id}/made/plays', {
					params: { path: { shot_id: shot } },
					body: { typed, first: frame, count: COUNT, seen: '' }
				})
			)
		);
		onwrong(
			playing.trouble || (playing.state?.state === 'failed' ? playing.state.message : '') || ''
		);
	}

	answerKeys({ play: () => (done && running ? (running = false) : void play()) });
</script>

<section aria-label="Played">
	<p class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-2">
		{#if playing.busy}
			<span
				>{workWords(
					playing.state!,
					`${playing.state!.done} of ${playing.state!.total} frames made`
				)}</span
			>
			<button type="button" class="act" onclick={() => void playing.stop()}>Stop</button>
		{:else}
			<button
				type="button"
				class="act"
				title={titled('Play the frames', 'play')}
				onclick={() => void play()}>Play {COUNT} frames from {frame}</button
			>
			{#if done}<button type="button" class="act" onclick={() => (running = !running)}
					>{running ? 'Hold' : 'Play on'}</button
				>{/if}
		{/if}
		{#if done && came.mean !== null}
			<span
				>where nothing moves, <span class="num">{came.mean.toFixed(2)}</span> codes of 255 from one
				frame to the next, <span class="num">{came.greatest!.toFixed(2)}</span> at the most</span
			>
		{:else if done}<span class="text-ink2">everything moves: nothing to measure</span>{/if}
	</p>
	{#if done && came.keys.length}
		<div class="grid grid-cols-[minmax(0,420px)_minmax(0,1fr)] gap-4 tight:block">
			<Played keys={came.keys} {rate} label="{came.keys.length} frames" {running} />
			<svg
				viewBox="0 0 240 80"
				class="w-full max-w-[320px]"
				role="img"
				aria-label="Change from frame to frame: {came.changes
					.map(({ frame: at, change }) => `${at} ${change.toFixed(1)}`)
					.join(', ')}"
			>
				<path d="M0 72H240" stroke="var(--rule)" />
				{#each came.changes as { frame: at, change }, n (at)}
					{@const high = (change / Math.max(0.5, came.greatest ?? 0)) * 60}
					<rect
						x={(n * 240) / came.changes.length + 1}
						y={72 - high}
						width={240 / came.changes.length - 2}
						height={Math.max(0.5, high)}
						fill="var(--ink)"
					/>
				{/each}
			</svg>
		</div>
	{/if}
</section>
