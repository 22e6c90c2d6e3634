<!-- Devices beside the screen, as stand-ins: monitor, reference, sound, control surface, capture. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { devicesQuery } from '$lib/api/machine-queries';
	import { client } from '$lib/api/query-client';
	import MonitorPicture from '$lib/devices/MonitorPicture.svelte';
	import { surface } from '$lib/devices/surface.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { counted, workWords } from '$lib/words';

	type Wanted = Schema<'WantedDevices'>;

	const shot = openShot();
	let typed = $state.raw<Partial<Wanted>>({});
	let wrong = $state('');
	let done = $state('');
	let share = $state(0.5);
	let rate = $state<string | null>(null);

	const standing = createQuery(() => devicesQuery(shot.id, null));
	const now = $derived(standing.data?.setup);
	const changed = $derived(Object.keys(typed).length > 0);
	const wanted = $derived(changed && now ? ({ ...now, ...typed } as Wanted) : null);
	const seen = createQuery(() => devicesQuery(shot.id, wanted));
	const said = $derived(seen.data ?? standing.data);
	const set = $derived(wanted ?? now);
	const reference = $derived(said?.references.find((each) => each.name === set?.reference));

	let element = $state('capture');
	let first = $state('1001');
	let length = $state('24');
	let start = $state('01:00:00:00');
	let scan = $state<Schema<'ScanMode'> | ''>('');
	const recording = new FollowedJob<Schema<'CaptureJob'>>(`/shots/${shot.id}/devices/captures`);

	const take_ = (part: Partial<Wanted>) => (typed = { ...typed, ...part });

	function typeRate(text: string): void {
		rate = text;
		if (/^\d+$/.test(text.trim())) take_({ sample_rate: Number(text) });
	}

	async function keep(): Promise<void> {
		if (!wanted || seen.error) return;
		wrong = done = '';
		try {
			const params = { path: { shot_id: shot.id } };
			await take(api.PUT('/api/v1/shots/{shot_id}/devices', { params, body: wanted }));
			typed = {};
			rate = null;
			done = 'The devices are set, for every shot.';
			await client.invalidateQueries({ queryKey: ['shot'] });
		} catch (error) {
			wrong = words(error);
		}
	}

	async function record(): Promise<void> {
		wrong = done = '';
		const body = {
			element,
			first: Number(first),
			length: Number(length),
			start,
			scan: scan || null
		};
		await recording.follow(() =>
			take(
				api.POST('/api/v1/shots/{shot_id}/devices/captures', {
					params: { path: { shot_id: shot.id } },
					body
				})
			)
		);
		const came = recording.state?.captured;
		if (came) done = `${counted(came.frames, 'frame')} recorded: ${came.path}.`;
		else wrong = recording.trouble || recording.state?.message || '';
	}

	answerKeys({ makeChange: () => void keep() });
</script>

{#if wrong}<Notice>{wrong}</Notice>{/if}
{#if seen.error && changed}<Notice>{words(seen.error)}</Notice>{/if}
{#if done}<Notice calm>{done}</Notice>{/if}
{#if said && set}
	<main class="min-h-0 grow overflow-y-auto px-[22px] py-3">
		<p class="flex flex-wrap items-baseline gap-x-4 pb-2 text-sm text-ink2">
			<span>Stand-ins for what stands beside the screen, held against {said.about}.</span>
			{#if changed}
				<button
					type="button"
					class="act text-base text-ink"
					title={titled('Set the devices', 'makeChange')}
					onclick={() => void keep()}>Set the devices</button
				>
				<button
					type="button"
					class="act text-base text-ink"
					onclick={() => {
						typed = {};
						rate = null;
					}}>Put it back</button
				>
			{/if}
		</p>
		<div class="grid grid-cols-2 gap-x-10 gap-y-4 tight:block">
			<section aria-label="Monitor">
				<h2 class="pb-1 text-head font-semibold">Monitor</h2>
				<div class="flex flex-wrap items-center gap-x-3 gap-y-1 pb-2">
					<select
						class="field num"
						aria-label="Signal"
						value={set.held ?? ''}
						onchange={(event) =>
							take_({ held: (event.currentTarget.value || null) as Wanted['held'] })}
					>
						<option value="">follows: {said.monitor.follows}</option>
						{#each said.signals as each (each)}<option value={each}>held: {each}</option>{/each}
					</select>
					<select
						class="field num"
						aria-label="Sampling"
						value={set.sampling}
						onchange={(event) =>
							take_({ sampling: event.currentTarget.value as Wanted['sampling'] })}
					>
						<option>4:2:2</option><option>4:4:4</option>
					</select>
					<select
						class="field num"
						aria-label="Bits"
						value={set.bits}
						onchange={(event) => take_({ bits: event.currentTarget.value as Wanted['bits'] })}
					>
						<option>8-bit</option><option>10-bit</option><option>12-bit</option>
					</select>
				</div>
				<MonitorPicture monitor={said.monitor} shot={shot.id} {share} />
				<label class="flex items-center gap-2 pt-1 text-xs text-ink2"
					>moment <input
						type="range"
						class="w-[200px] accent-ink"
						min="0"
						max="1"
						step="0.05"
						bind:value={share}
					/></label
				>
				<p class="pt-1">{said.monitor.about}.</p>
				<p class={said.monitor.carried ? '' : 'text-red'}>{said.monitor.link}</p>
				{#each said.monitor.unfit as each (each)}<p class="text-red">{each}</p>{:else}
					<p class="text-ink2">It shows the shot as it is.</p>
				{/each}
			</section>
			<div class="flex flex-col gap-4">
				<section aria-label="Reference">
					<h2 class="pb-1 text-head font-semibold">Reference</h2>
					<div class="flex flex-wrap items-center gap-x-3">
						<select
							class="field"
							aria-label="Reference"
							value={set.reference}
							onchange={(event) =>
								take_({ reference: event.currentTarget.value as Wanted['reference'] })}
						>
							{#each said.references as each (each.name)}
								<option value={each.name}>{each.name}{each.locks ? '' : ', no lock'}</option>
							{/each}
						</select>
						<label class="flex items-center gap-1.5 text-sm"
							>input <select
								class="field num"
								value={set.input}
								onchange={(event) => take_({ input: event.currentTarget.value as Wanted['input'] })}
							>
								<option>none</option>
								{#each said.signals as each (each)}<option>{each}</option>{/each}
							</select></label
						>
					</div>
					{#if reference}
						<p class="pt-1 {reference.locks ? '' : 'text-red'}">{reference.words}</p>
					{/if}
				</section>
				<section aria-label="Sound">
					<h2 class="pb-1 text-head font-semibold">Sound</h2>
					<div class="flex flex-wrap items-center gap-x-3">
						<label class="flex items-center gap-1.5"
							><input
								class="field num w-[calc(90px*var(--k))]"
								list="sample-rates"
								inputmode="numeric"
								aria-label="Sample rate in Hz"
								value={rate ?? set.sample_rate}
								oninput={(event) => typeRate(event.currentTarget.value)}
							/> Hz</label
						>
						<datalist id="sample-rates">
							{#each said.sample_rates as each (each)}<option>{each}</option>{/each}
						</datalist>
						<select
							class="field"
							aria-label="Sound device"
							value={set.sound_device}
							onchange={(event) => take_({ sound_device: event.currentTarget.value })}
						>
							<option value="">no device</option>
							{#each said.sound.devices as each (each.name)}<option>{each.name}</option>{/each}
						</select>
					</div>
					<p class="pt-1">{said.sound.cadence}</p>
					<p class="text-sm text-ink2">{said.sound.total}.</p>
					{#if said.sound.trouble}<p class="text-red">{said.sound.trouble}</p>{/if}
				</section>
				<section aria-label="Control surface">
					<h2 class="pb-1 text-head font-semibold">Control surface</h2>
					<p>
						Three rings: hairline, exposure, and the selected row's figure; buttons use, undo, redo.
					</p>
					<p class="flex flex-wrap items-baseline gap-x-4 pt-1">
						<a class="act" href="/surface" target="_blank" rel="noopener">Open the stand-in</a>
						{#if surface.known}
							<button type="button" class="act" onclick={() => void surface.listen()}
								>Listen to MIDI devices</button
							>
						{:else}<span class="text-ink2">This browser knows no MIDI devices.</span>{/if}
						{#if surface.ports.length}<span>listening to {surface.ports.join(', ')}</span>{/if}
						{#if surface.trouble}<span class="text-red">{surface.trouble}</span>{/if}
					</p>
				</section>
				<section aria-label="Capture">
					<h2 class="pb-1 text-head font-semibold">Capture</h2>
					<div class="flex flex-wrap items-end gap-x-3 gap-y-1">
						<label class="flex flex-col text-xs text-ink2"
							>element <input
								class="field num w-[calc(100px*var(--k))] text-ink"
								bind:value={element}
							/></label
						>
						<label class="flex flex-col text-xs text-ink2"
							>first frame <input
								class="field num w-[calc(70px*var(--k))] text-ink"
								inputmode="numeric"
								bind:value={first}
							/></label
						>
						<label class="flex flex-col text-xs text-ink2"
							>frames <input
								class="field num w-[calc(60px*var(--k))] text-ink"
								inputmode="numeric"
								bind:value={length}
							/></label
						>
						<label class="flex flex-col text-xs text-ink2"
							>timecode <input
								class="field num w-[calc(110px*var(--k))] text-ink"
								bind:value={start}
							/></label
						>
						<label class="flex flex-col text-xs text-ink2"
							>fields <select class="field text-ink" bind:value={scan}>
								<option value="">as the shot</option>
								<option>progressive</option>
								<option>upper field first</option>
								<option>lower field first</option>
							</select></label
						>
					</div>
					<p class="flex flex-wrap items-baseline gap-x-4 pt-2">
						{#if recording.busy}
							<span
								>{workWords(
									recording.state!,
									`${recording.state?.done} of ${recording.state?.total} frames`
								)}</span
							>
							<button type="button" class="act" onclick={() => void recording.stop()}>Stop</button>
						{:else}
							<button type="button" class="act" onclick={() => void record()}
								>Record from the stand-in</button
							>
						{/if}
						{#if recording.state?.captured}
							<a class="act" href="/s/{shot.id}/elements">Link it under Elements</a>
						{/if}
					</p>
				</section>
			</div>
		</div>
	</main>
{/if}
