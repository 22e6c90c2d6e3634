<!-- The proof: the shot's picture, large, as the setup shows it; the frame rule below runs it. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { API, type Schema } from '$lib/api/client';
	import { noiseQuery, proofQuery, shaderQuery } from '$lib/api/proof-queries';
	import { stackQuery } from '$lib/api/element-queries';
	import Aside from '$lib/proof/Aside.svelte';
	import Controls from '$lib/proof/Controls.svelte';
	import { followHand } from '$lib/layout/follow.svelte';
	import Panes from '$lib/layout/Panes.svelte';
	import FoldedRule from '$lib/layout/FoldedRule.svelte';
	import { layouts } from '$lib/layout/layouts.svelte';
	import { windows } from '$lib/layout/windows.svelte';
	import LightTable from '$lib/proof/LightTable.svelte';
	import '$lib/proof/proof.css';
	import { AS_IT_IS, Proof } from '$lib/proof/proof.svelte';
	import ProofRule from '$lib/proof/ProofRule.svelte';
	import type { Readings } from '$lib/proof/gl/renderer';
	import { SIDES, type Side } from '$lib/proof/readings';
	import { surround } from '$lib/proof/surround.svelte';
	import { TableView } from '$lib/proof/table.svelte';
	import Wedge from '$lib/proof/Wedge.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { openShot } from '$lib/shot/open.svelte';
	import { answerTurns } from '$lib/devices/surface.svelte';
	import { answerKeys } from '$lib/keys/keys.svelte';

	const shot = openShot();
	followHand(() => shot.id);
	let look = $state.raw<Schema<'FrameRange'> | null>(null);
	const page = createQuery(() => proofQuery(shot.id));
	const stack = createQuery(() => stackQuery(shot.id, look));
	const proof = new Proof(shot.id, () => page.data);
	const view = new TableView();
	let table = $state<LightTable | null>(null);

	const picks = $derived([proof.pick, proof.other].filter((each) => each !== null));
	const version = $derived(shot.head?.version ?? 0);
	// A config or a look file may be another though the shot is the same.
	const colours = $derived(`${version} ${page.data?.colour_stamp ?? ''}`);
	const shader = createQuery(() => shaderQuery(shot.id, proof.pick, proof.graded, colours));
	const another = createQuery(() => shaderQuery(shot.id, proof.other, proof.graded, colours));
	const trouble = $derived(
		page.error?.message ?? shader.error?.message ?? another.error?.message ?? ''
	);

	let loupe = $state(false);
	let alone = $state(false);
	let side = $state<Side>(1);
	let readings = $state.raw<Readings | null>(null);
	let at = $state.raw({ x: 0, y: 0 });
	let broken = $state('');
	/** Why the view that is chosen fails. */
	let failing = $state('');

	$effect(() => {
		void [proof.frame, proof.pick, proof.other, proof.range, proof.part, proof.light, page.data];
		if (page.data && !broken) proof.want();
	});
	$effect(() => () => {
		proof.player.stop();
		proof.ready.close();
	});

	const wantsNoise = $derived(
		proof.look.channel === 'noise' && proof.pick?.id && !proof.isLight(proof.pick)
			? proof.pick
			: null
	);
	const number = $derived(
		wantsNoise
			? (proof.elementOf(wantsNoise)?.numbers[proof.frame - (page.data?.frames.first ?? 0)] ?? null)
			: null
	);
	const noise = createQuery(() =>
		noiseQuery(
			shot.id,
			wantsNoise?.id ?? 0,
			proof.player.playing ? null : number,
			wantsNoise?.layer ?? ''
		)
	);

	/** The picture as the server makes it, for a browser that can't. */
	const still = $derived.by(() => {
		const { pick } = proof;
		const element = proof.elementOf(pick);
		const number = element?.numbers[proof.frame - (page.data?.frames.first ?? 0)];
		if (!broken || !pick || number === null || number === undefined) return '';
		const { exposure, gamma, saturation, channel } = proof.look;
		const query = new URLSearchParams({
			number: String(number),
			layer: pick.layer,
			exposure: String(exposure),
			gamma: String(gamma),
			saturation: String(saturation),
			channel: channel === 'noise' ? 'colour' : channel,
			graded: String(proof.graded)
		});
		return `${API}/shots/${shot.id}/proof/${pick.id}/seen?${query}`;
	});

	const pixels = $derived.by(() => {
		void [view.zoom, proof.pick];
		return table?.pixels() ?? 1;
	});

	answerTurns({ exposure: (steps) => proof.brighten(steps / 4) });
	answerKeys({
		play: () => proof.play(),
		brighter: () => proof.brighten(0.5),
		darker: () => proof.brighten(-0.5),
		asItIs: () => (proof.look = AS_IT_IS),
		nextChannel: () => proof.nextChannel(),
		loupe: () => (loupe = !loupe),
		mean: () => (side = SIDES[(SIDES.indexOf(side) + 1) % SIDES.length]!),
		marks: () => proof.see({ marks: !proof.look.marks }),
		guides: () => (proof.guides = !proof.guides),
		alone: () => (alone = !alone),
		fitTable: () => table?.fit(),
		pixelForPixel: () => table?.closer(1),
		graded: () => (proof.graded = !proof.graded),
		light: () => (proof.light = !proof.light),
		surround: () => surround.turn(),
		foldBelow: () => layouts.turn('proof rule'),
		ownWindow: () => windows.open('proof')
	});
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
<main
	class="proof flex min-h-0 grow flex-col {alone ? 'fixed inset-0 z-30' : ''}"
	data-surround={surround.grey}
>
	{#if page.data}
		<div class="flex min-h-0 grow gap-3 px-4 pt-3">
			{#if !alone}
				<div class="flex shrink-0 flex-col justify-center">
					<Wedge
						exposure={proof.look.exposure}
						onexposure={(exposure) => proof.see({ exposure })}
					/>
				</div>
			{/if}
			<Panes pane="proof" label="Readings" {alone}>
				<div class="flex min-h-0 min-w-0 grow flex-col">
					<div class="relative flex min-h-0 grow">
						{#if broken}
							<div class="grow overflow-hidden" role="group" aria-label="Light table">
								<p class="pb-1">{broken} The server makes the picture.</p>
								{#if still}<img src={still} alt="Frame {proof.frame}" class="max-h-full" />{/if}
							</div>
						{:else}
							<LightTable
								bind:this={table}
								{proof}
								{view}
								shader={shader.data}
								another={another.data}
								{loupe}
								{side}
								onreadings={(next, x, y) => {
									readings = next;
									at = { x, y };
								}}
								onview={(why) => (failing = why)}
								onbroken={(why) => (broken = why)}
							/>
						{/if}
						{#if proof.isLight(proof.pick)}
							<p class="copy pointer-events-none absolute top-1 left-2" role="status">
								light copy, {proof.frameOf(proof.pick)?.width ?? ''} ×
								{proof.frameOf(proof.pick)?.height ?? ''}
							</p>
						{/if}
						{#if proof.trouble || failing}
							<p
								class="pointer-events-none absolute inset-x-0 top-1/2 text-center"
								role="status"
								data-trouble
							>
								{proof.trouble || failing}
							</p>
						{:else if proof.frameOf(proof.pick)?.problem}
							<p class="pointer-events-none absolute inset-x-0 bottom-1 text-center" role="status">
								It breaks off: {proof.frameOf(proof.pick)?.rows} of {proof.frameOf(proof.pick)
									?.height} rows are there ({proof.frameOf(proof.pick)?.problem}).
							</p>
						{/if}
					</div>
					{#if !alone}
						<Controls
							{proof}
							{pixels}
							{loupe}
							onpixels={(to) => table?.closer(to)}
							onfit={() => table?.fit()}
							onloupe={() => (loupe = !loupe)}
							onalone={() => (alone = true)}
						/>
					{/if}
				</div>
				{#snippet beside()}
					<Aside
						{proof}
						{readings}
						{at}
						{side}
						noise={noise.data ?? null}
						{version}
						onside={(next) => (side = next)}
					/>
				{/snippet}
			</Panes>
		</div>
		{#if !alone && layouts.folded('proof rule')}
			<FoldedRule part="proof rule" />
		{:else if !alone && stack.data}
			<ProofRule
				rule={stack.data.rule}
				frame={proof.frame}
				elements={picks.some((pick) => pick.id === 0)
					? page.data.elements.map((each) => each.id)
					: picks.map((pick) => pick.id)}
				ready={proof.readyRuns}
				range={proof.range}
				onframe={(frame) => proof.go(frame)}
				onlook={(next) => (look = next)}
			/>
		{/if}
	{/if}
</main>
