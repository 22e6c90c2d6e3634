<!-- Grain: matched from a plate, and tried for what compression leaves of it. -->
<script lang="ts">
	import { api, take, words, type Schema, type Texts } from '$lib/api/client';
	import { FollowedJob, withResults } from '$lib/api/jobs.svelte';
	import Played from '$lib/made/Played.svelte';
	import { workWords } from '$lib/words';

	let {
		shot,
		typed,
		rate,
		there,
		onuse,
		onwrong
	}: {
		shot: number;
		typed: Texts;
		/** Frames a second. */
		rate: number;
		/** Whether grain is set. */
		there: boolean;
		/** Take grain as it was measured. */
		onuse: (text: string) => void;
		onwrong: (why: string) => void;
	} = $props();

	const KINDS = ['H.264 movie', 'H.265 movie', 'AV1 movie', 'broadcast file'];
	let kind = $state('');
	let megabits = $state('');
	let matched = $state.raw<Schema<'MatchedGrain'> | null>(null);
	let matching = $state(false);
	let running = $state(true);
	// svelte-ignore state_referenced_locally
	const trial = new FollowedJob<Schema<'GrainTrialState'>>(
		`/shots/${shot}/grain/trials`,
		withResults
	);
	const results = $derived(trial.state?.results ?? []);
	const own = $derived(results.find((each) => each.pictures.length));
	const closing = $derived(results.findLast((each) => each.words));
	const others = $derived(
		results
			.filter((each) => !each.words)
			.sort((one, other) => one.strength - other.strength || one.megabits - other.megabits)
	);

	async function match(): Promise<void> {
		matching = true;
		try {
			const params = { path: { shot_id: shot } };
			matched = await take(
				api.POST('/api/v1/shots/{shot_id}/grain/match', { params, body: { element: null } })
			);
			onwrong('');
		} catch (error) {
			onwrong(words(error));
		} finally {
			matching = false;
		}
	}

	async function begin(): Promise<void> {
		const typedRate = megabits.trim() ? Number(megabits) : null;
		if (typedRate !== null && !Number.isFinite(typedRate)) {
			onwrong(`“${megabits}” is not a data rate: write Mb/s, as in 8.`);
			return;
		}
		await trial.follow(() =>
			take(
				api.POST('/api/v1/shots/{shot_id}/grain/trials', {
					params: { path: { shot_id: shot } },
					body: { typed, target: kind, megabits: typedRate }
				})
			)
		);
		onwrong(trial.trouble || (trial.state?.state === 'failed' ? trial.state.message : '') || '');
	}
</script>

<section aria-label="Grain">
	<p class="flex flex-wrap items-baseline gap-x-4 gap-y-1 pb-2">
		<button type="button" class="act" disabled={matching} onclick={() => void match()}
			>Measure the plate's grain</button
		>
		{#if matching}<span class="text-ink2">measuring …</span>{/if}
		{#if matched}
			<span>{matched.words}</span>
			{#if matched.grain}
				<button type="button" class="act" onclick={() => matched && onuse(matched.grain)}
					>Use {matched.grain}</button
				>
			{/if}
		{/if}
	</p>
	{#if there}
		<div class="flex flex-wrap items-baseline gap-x-3 gap-y-1 pb-2">
			<label class="flex items-baseline gap-1.5"
				>in
				<select class="field num" aria-label="Tried in" bind:value={kind}>
					<option value="">as published</option>
					{#each KINDS as each (each)}<option>{each}</option>{/each}
				</select></label
			>
			<label class="flex items-baseline gap-1.5"
				>at <input
					class="field num w-[7ch]"
					aria-label="Data rate, Mb/s"
					inputmode="decimal"
					placeholder="8"
					bind:value={megabits}
					onkeydown={(event) => event.key === 'Enter' && void begin()}
				/> Mb/s</label
			>
			{#if trial.busy}
				<span>{workWords(trial.state!, `${trial.state!.done} of ${trial.state!.total} steps`)}</span
				>
				<button type="button" class="act" onclick={() => void trial.stop()}>Stop</button>
			{:else}
				<button type="button" class="act" onclick={() => void begin()}
					>Try what compression leaves</button
				>
			{/if}
		</div>
		{#if closing}<p class="pb-2" role="status">{closing.words}</p>{/if}
		{#if own}
			<div class="grid grid-cols-2 gap-3 pb-2">
				{#each [{ keys: own.pictures, of: own.with_grain, label: 'with grain' }, { keys: own.plain, of: own.without, label: 'without' }] as each (each.label)}
					<div>
						<Played keys={each.keys} {rate} {running} label="Encoded {each.label}" />
						<p class="text-xs text-ink2">
							{each.label}: <span class="num">{each.of.bytes}</span>, PSNR
							<span class="num">{each.of.psnr.toFixed(1)} dB</span>, SSIM
							<span class="num">{each.of.ssim.toFixed(3)}</span>
						</p>
					</div>
				{/each}
			</div>
			<p class="pb-2">
				<button type="button" class="act" onclick={() => (running = !running)}
					>{running ? 'Hold both' : 'Play both'}</button
				>
				<span class="text-xs text-ink2">the middle third of the picture, at its own pixels</span>
			</p>
		{/if}
		{#if others.length}
			<table class="text-left text-sm">
				<caption class="sr-only">Other strengths and rates</caption>
				<thead class="text-xs text-ink2"
					><tr
						><th class="pr-4 font-normal">Strength</th><th class="pr-4 font-normal">Data rate</th
						><th class="font-normal">Energy left</th></tr
					></thead
				>
				<tbody class="num">
					{#each others as each (`${each.strength} ${each.megabits}`)}
						<tr class="border-t border-rule"
							><td class="py-0.5 pr-4">{each.strength} ×</td><td class="pr-4"
								>{each.megabits} Mb/s</td
							><td>{(each.with_grain.energy * 100).toFixed(0)} %</td></tr
						>
					{/each}
				</tbody>
			</table>
		{/if}
	{:else}
		<p class="text-ink2">No grain is set: measure a plate's, or write some above.</p>
	{/if}
</section>
