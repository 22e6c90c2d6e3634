<!-- Where a change of several shots takes its values from: typed, a format, another shot. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import type { Schema } from '$lib/api/client';
	import { formatNamesQuery } from '$lib/api/production-queries';
	import GroupTicks from './GroupTicks.svelte';
	import type { SeveralSource } from './several.svelte';

	let { source, lines }: { source: SeveralSource; lines: readonly Schema<'ShotLine'>[] } = $props();

	/** What can be typed for several shots at once: the settings that aren't one shot's own. */
	const TYPED = [
		['rate', 'rate', 'Rate', 11],
		['handles', 'head', 'Head handle', 4],
		['handles', 'tail', 'Tail handle', 4],
		['canvas', 'width', 'Width', 6],
		['canvas', 'height', 'Height', 6],
		['pixel_aspect', 'ratio', 'Pixel aspect', 6],
		['working_scale', 'text', 'Working scale', 7],
		['overscan', 'text', 'Overscan', 9],
		['guides', 'text', 'Guides', 22]
	] as const;

	const formats = createQuery(formatNamesQuery);
</script>

<div class="flex gap-3 pb-2" role="group" aria-label="Take values from">
	<button
		type="button"
		class="toggle"
		aria-pressed={source.from === 'typed'}
		onclick={() => (source.from = 'typed')}>Typed here</button
	>
	<button
		type="button"
		class="toggle"
		aria-pressed={source.from === 'format'}
		onclick={() => (source.from = 'format')}>A format</button
	>
	<button
		type="button"
		class="toggle"
		aria-pressed={source.from === 'shot'}
		onclick={() => (source.from = 'shot')}>Another shot</button
	>
</div>
{#if source.from === 'typed'}
	{#each TYPED as [key, part, label, width] (key + part)}
		<label
			class="grid min-h-[32px] grid-cols-[110px_minmax(0,1fr)] items-center gap-x-2 border-t border-rule/60 py-1"
		>
			<span class="font-medium">{label}</span>
			<input
				class="field num"
				style="width: calc({Math.max(8, width)}ch + 14px)"
				placeholder="as it is"
				value={source.texts[key]?.[part] ?? ''}
				oninput={(event) => source.type(key, part, event.currentTarget.value)}
			/>
		</label>
	{/each}
{:else if source.from === 'format'}
	<label class="flex items-center gap-2">
		<span class="font-medium">Format</span>
		<input class="field grow" list="formats" aria-label="Format" bind:value={source.format} />
		<datalist id="formats">
			{#each formats.data ?? [] as name (name)}<option value={name}></option>{/each}
		</datalist>
	</label>
{:else}
	<label class="flex items-center gap-2">
		<span class="font-medium">Shot</span>
		<input
			class="field num"
			size="14"
			list="shots"
			aria-label="Shot to copy from"
			oninput={(event) => {
				const code = event.currentTarget.value;
				source.other = lines.find((line) => line.code === code)?.shot_id ?? null;
			}}
		/>
		<datalist id="shots">
			{#each lines as line (line.code)}
				{#if line.shot_id !== null}<option value={line.code}></option>{/if}
			{/each}
		</datalist>
	</label>
	<GroupTicks bind:groups={source.groups} />
{/if}
