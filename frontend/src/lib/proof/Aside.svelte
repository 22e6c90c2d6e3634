<!-- What is looked at, and what its pixels are on their way to the display. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { Readings } from './gl/renderer';
	import { CHANNELS } from './gl/sources';
	import Copies from './Copies.svelte';
	import GradeOf from './GradeOf.svelte';
	import { COMPARES, type Pick, type Proof } from './proof.svelte';
	import { figure, SIDES, signed, told, type Side } from './readings';

	let {
		proof,
		readings,
		at,
		side,
		noise,
		version,
		onside
	}: {
		proof: Proof;
		readings: Readings | null;
		at: { x: number; y: number };
		side: Side;
		noise: Schema<'NoiseTable'> | null;
		/** The shot's version, which a change of its grade is made on. */
		version: number;
		onside: (side: Side) => void;
	} = $props();

	const page = $derived(proof.page!);
	const pick = $derived(proof.pick);
	const element = $derived(proof.elementOf(pick));
	const frame = $derived(proof.frameOf(pick));
	const under = $derived(readings ? told(readings, side) : null);
	const layers = $derived(element?.layers.filter((each) => each.name !== '' || each.view) ?? []);

	const ways = { edge: 'by an edge', beside: 'beside', apart: 'how far apart' };
	const LETTERS = ['R', 'G', 'B', 'A'];
	const sample = $derived.by(() => {
		if (!frame) return '';
		const whole = { half: 'half float', float: '32-bit float', uint8: '8 bit', uint16: '16 bit' };
		const less = frame.reduced > 1 ? `, shown at 1/${frame.reduced}` : '';
		return `${frame.format[0]} × ${frame.format[1]}, ${whole[frame.sample]}${less}`;
	});

	/** What can be looked at: each element, and of one with views each of them. */
	const choices = $derived(
		page.elements.flatMap((each) => [
			{ value: `${each.id}|`, label: each.name, pick: { id: each.id, layer: '', view: '' } },
			...each.layers
				.filter(
					(layer) =>
						(layer.view && !layer.name && each.views.length > 1) || (each.id === 0 && layer.key)
				)
				.map((layer) => ({
					value: `${each.id}|${layer.key}`,
					label: `${each.name}, ${layer.view || layer.name}`,
					pick: { id: each.id, layer: layer.key, view: layer.view }
				}))
		])
	);
	const valueOf = (chosen: Pick | null) => {
		if (!chosen) return '';
		const exact = `${chosen.id}|${chosen.layer}`;
		return choices.some((each) => each.value === exact) ? exact : `${chosen.id}|`;
	};

	function choose(value: string, other: boolean): void {
		const next = choices.find((each) => each.value === value)?.pick ?? null;
		if (other) proof.other = next;
		else proof.chosen = next;
	}

	function chooseLayer(key: string): void {
		if (pick) proof.chosen = { ...pick, layer: key };
	}

	/** How a channel's noise is drawn: its line, and the letter over its column. */
	const INKS = [
		{ letter: 'R', dash: '' },
		{ letter: 'G', dash: '5 2' },
		{ letter: 'B', dash: '1.5 2' }
	];
	/** Where each channel's five measures of noise lie in their drawing. */
	const curve = $derived.by(() => {
		const all = noise?.measures ?? [];
		if (all.length < 2) return [];
		const most = Math.max(...all.flatMap((each) => each.sigmas)) || 1;
		const [first, last] = [all[0]!.level, all.at(-1)!.level];
		const wide = last - first || 1;
		return INKS.slice(0, all[0]!.sigmas.length).map((ink, channel) => ({
			ink,
			points: all.map((each) => ({
				x: 4 + ((each.level - first) / wide) * 142,
				y: 40 - ((each.sigmas[channel] ?? 0) / most) * 34
			}))
		}));
	});
</script>

<aside class="flex min-w-0 grow flex-col pl-3 gap-2.5 overflow-y-auto py-1" aria-label="Readings">
	<div>
		<label class="block"
			><span class="sr-only">Looked at</span>
			<select
				class="pick w-full font-semibold"
				value={valueOf(pick)}
				onchange={(event) => choose(event.currentTarget.value, false)}
			>
				{#each choices as each (each.value)}
					<option value={each.value}>{each.label}</option>
				{/each}
			</select>
		</label>
		{#if layers.length > 0}
			<label class="mt-1 block"
				><span class="sr-only">Layer</span>
				<select
					class="pick w-full"
					value={pick?.layer}
					onchange={(event) => chooseLayer(event.currentTarget.value)}
				>
					<option value="">the picture</option>
					{#each layers as each (each.key)}
						<option value={each.key}
							>{each.view ? `${each.view} ` : ''}{each.name} ({each.kind})</option
						>
					{/each}
				</select>
			</label>
		{/if}
		<p class="num mt-1 text-fine">{sample || (proof.trouble ? '' : 'on its way')}</p>
		{#if element}
			<p class="text-xs">
				{#if pick && proof.kindOf(pick) !== 'colour'}not colour managed{:else if element.space}read
					as {element.space}, {element.id ? 'by ' : ''}{element.why}{:else}{element.why}{/if}
			</p>
		{/if}
	</div>

	<div class="min-h-[150px]" data-readings>
		{#if under}
			<p class="num text-fine">
				pixel {at.x}, {at.y} · {side === 1 ? 'alone' : `mean of ${side} × ${side}`}
			</p>
			{#each [{ name: 'linear', values: under.linear }, { name: page.working, values: under.working }] as row (row.name)}
				<p class="mt-1 truncate text-xs">{row.name}</p>
				<p class="num grid grid-cols-2 gap-x-2 text-xs">
					{#each LETTERS as letter, n (letter)}
						<span>{letter} {figure(row.values[n])}</span>
					{/each}
				</p>
			{/each}
			<p class="mt-1 text-xs">from grey</p>
			<p class="num">{under.stops === null ? 'no light' : `${signed(under.stops)} stops`}</p>
			<p class="mt-1 text-xs">on the display</p>
			<p class="num">{under.codes.slice(0, 3).join(' ')}</p>
		{:else}
			<p class="text-xs">
				{proof.isLight(pick)
					? 'A light copy is looked at, and never measured.'
					: 'Point at the picture to read it.'}
			</p>
		{/if}
	</div>
	<div class="flex items-baseline gap-2.5 text-xs" role="group" aria-label="Averaged over">
		mean of
		{#each SIDES as each (each)}
			<button
				type="button"
				class="word"
				aria-pressed={side === each}
				aria-label="{each} × {each} pixels"
				onclick={() => onside(each)}>{each}</button
			>
		{/each}
	</div>

	<div role="group" aria-label="Shown alone" class="flex flex-wrap gap-x-2.5 gap-y-1">
		{#each CHANNELS as channel (channel)}
			<button
				type="button"
				class="word"
				aria-pressed={proof.look.channel === channel}
				onclick={() => proof.see({ channel })}>{channel}</button
			>
		{/each}
	</div>
	{#if proof.look.channel === 'noise'}
		<div data-noise>
			{#if curve.length}
				<svg viewBox="0 0 150 48" class="w-full" role="img" aria-label="Noise, from dark to light">
					{#each curve as { ink, points } (ink.letter)}
						<path
							d="M{points.map((p) => `${p.x} ${p.y}`).join('L')}"
							class="curve"
							stroke-dasharray={ink.dash}
						/>
						{#each points as point (point.x)}<circle cx={point.x} cy={point.y} r="2" />{/each}
					{/each}
				</svg>
				<table class="num w-full text-fine [&_td]:pr-1">
					<thead class="text-left"
						><tr
							><th class="font-normal">level</th>{#each curve as { ink } (ink.letter)}<th
									class="font-normal"
									>σ {curve.length > 1 ? ink.letter : ''}<svg
										width="16"
										height="6"
										aria-hidden="true"
										><path d="M0 3H16" class="curve" stroke-dasharray={ink.dash} /></svg
									></th
								>{/each}<th class="font-normal">px</th></tr
						></thead
					>
					<tbody>
						{#each noise?.measures ?? [] as each (each.level)}
							<tr
								><td>{each.level.toFixed(2)}</td>{#each each.sigmas as sigma, n (n)}<td
										>{sigma.toFixed(4)}</td
									>{/each}<td>{each.width.toFixed(1)}</td></tr
							>
						{/each}
					</tbody>
				</table>
				<p class="text-xs">
					{noise?.frames === 2
						? 'From what two frames differ by, where nothing moves.'
						: 'From the flattest parts of this frame alone: fine detail counts as noise.'}
				</p>
			{:else}
				<p class="text-xs">{noise ? 'Nothing of it is flat enough.' : 'Measuring…'}</p>
			{/if}
		</div>
	{/if}

	<div>
		<label class="block text-xs" for="other">laid against</label>
		<select
			id="other"
			class="pick w-full"
			value={valueOf(proof.other)}
			onchange={(event) => choose(event.currentTarget.value, true)}
		>
			<option value="">nothing</option>
			{#each choices as each (each.value)}
				<option value={each.value}>{each.label}</option>
			{/each}
		</select>
		{#if proof.other}
			<div class="mt-1 flex flex-wrap gap-x-2.5" role="group" aria-label="Laid against it">
				{#each COMPARES as each (each)}
					<button
						type="button"
						class="word"
						aria-pressed={proof.compare === each}
						onclick={() => (proof.compare = each)}>{ways[each]}</button
					>
				{/each}
			</div>
		{/if}
	</div>
	<GradeOf {proof} {version} />
	{#key pick?.id}<Copies {proof} />{/key}
	<div>
		<p class="text-xs">viewed through</p>
		<p>{page.display}</p>
		<label
			><span class="sr-only">View</span>
			<select
				class="pick w-full"
				value={proof.look.view || page.view}
				onchange={(event) => proof.see({ view: event.currentTarget.value })}
			>
				{#each page.views as each (each)}<option>{each}</option>{/each}
			</select></label
		>
		{#if proof.look.view && proof.look.view !== page.view}
			<p class="text-xs">The setup looks through {page.view}.</p>
		{/if}
		<p class="mt-0.5 text-xs break-words">{page.config}</p>
	</div>
</aside>

<style>
	.pick {
		background: transparent;
		color: var(--on);
		border: 0;
		border-bottom: 1px solid var(--on);
		padding: 1px 0;
		min-height: 24px;
	}
	.pick option {
		background: var(--sheet);
		color: var(--ink);
	}
	.curve {
		fill: none;
		stroke: var(--on);
	}
	circle {
		fill: var(--on);
	}
</style>
