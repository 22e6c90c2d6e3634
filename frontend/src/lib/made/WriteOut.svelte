<!-- Frames of the stack written out to where the path rules put renders. -->
<script lang="ts">
	import { api, take, type Schema, type Texts } from '$lib/api/client';
	import { FollowedJob } from '$lib/api/jobs.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { counted, workWords } from '$lib/words';

	let {
		shot,
		typed,
		seen = '',
		named,
		range,
		onwrong,
		ondone
	}: {
		shot: number;
		typed: Texts;
		/** How the stack is seen. */
		seen?: string;
		/** What the frames are called at first. */
		named: string;
		/** The frames of the work range. */
		range: Schema<'FrameRange'> | undefined;
		onwrong: (why: string) => void;
		ondone: (what: string) => void;
	} = $props();

	// svelte-ignore state_referenced_locally
	const out = new FollowedJob<Schema<'WriteState'>>(`/shots/${shot}/made/frames`);
	let own = $state<string | null>(null);
	let first = $state<string | null>(null);
	let last = $state<string | null>(null);
	const element = $derived(own ?? named);

	const whole = (text: string | null, usual: number | undefined): number | null => {
		if (text === null || !text.trim()) return usual ?? null;
		return /^-?\d+$/.test(text.trim()) ? Number(text) : NaN;
	};

	async function write(): Promise<void> {
		onwrong('');
		ondone('');
		const frames = { first: whole(first, range?.first), last: whole(last, range?.last) };
		if (Number.isNaN(frames.first) || Number.isNaN(frames.last)) {
			onwrong('A frame is a whole number, as in 1001.');
			return;
		}
		await out.follow(() =>
			take(
				api.POST('/api/v1/shots/{shot_id}/made/frames', {
					params: { path: { shot_id: shot } },
					body: { typed, element, seen, ...frames }
				})
			)
		);
		const came = out.state?.written;
		if (came) ondone(`${counted(came.frames, 'frame')} written: ${came.path}.`);
		else if (out.state?.state !== 'stopped') onwrong(out.trouble || out.state?.message || '');
	}

	answerKeys({ makeChange: () => void write() });
</script>

<p class="flex flex-wrap items-baseline gap-x-2 gap-y-1.5 py-2 text-sm">
	{#if out.busy}
		<span>{workWords(out.state!, `${out.state!.done} of ${out.state!.total} written`)}</span>
		<button type="button" class="act" onclick={() => void out.stop()}>Stop</button>
	{:else}
		<label class="flex items-baseline gap-1.5 text-ink2"
			>named <input
				class="field num w-[12ch] text-ink"
				value={element}
				oninput={(event) => (own = event.currentTarget.value)}
			/></label
		>
		<label class="flex items-baseline gap-1.5 text-ink2"
			>from <input
				class="field num w-[7ch] text-ink"
				inputmode="numeric"
				value={first ?? range?.first ?? ''}
				oninput={(event) => (first = event.currentTarget.value)}
			/></label
		>
		<label class="flex items-baseline gap-1.5 text-ink2"
			>to <input
				class="field num w-[7ch] text-ink"
				inputmode="numeric"
				value={last ?? range?.last ?? ''}
				oninput={(event) => (last = event.currentTarget.value)}
			/></label
		>
		<button
			type="button"
			class="act min-h-[24px]"
			title={titled('Write frames to where renders go', 'makeChange')}
			onclick={() => void write()}>Write them to where renders go</button
		>
	{/if}
</p>
