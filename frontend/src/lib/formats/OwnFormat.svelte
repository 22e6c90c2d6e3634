<!-- An own format being written: a new one from the selected one, or one that stands. -->
<script lang="ts">
	import { api, Problem, take, words, type Schema } from '$lib/api/client';
	import Choice from '$lib/ui/choice/Choice.svelte';

	let {
		format,
		onkept,
		onclose
	}: {
		format: Schema<'FormatLine'>;
		onkept: (line: Schema<'FormatLine'>) => void;
		onclose: () => void;
	} = $props();

	const ANY = 'any';
	const SCANS = ['progressive', 'upper field first', 'lower field first'];

	// svelte-ignore state_referenced_locally
	let name = $state(format.name);
	// svelte-ignore state_referenced_locally
	let purpose = $state(format.purpose);
	// svelte-ignore state_referenced_locally
	let texts = $state(structuredClone($state.snapshot(format.texts)));
	let trouble = $state('');
	let part = $state('');
	let nearest = $state('');

	function set(key: string, field: string, text: string): void {
		texts = { ...texts, [key]: { ...texts[key], [field]: text } };
	}

	async function keep(): Promise<void> {
		trouble = part = nearest = '';
		const body = { name, purpose, typed: texts };
		try {
			const kept = format.id
				? api.PUT('/api/v1/formats/{own_id}', { params: { path: { own_id: format.id } }, body })
				: api.POST('/api/v1/formats', { body });
			onkept(await take(kept));
		} catch (error) {
			trouble = words(error);
			if (error instanceof Problem) {
				part = error.body.part ?? '';
				nearest = error.body.nearest ?? '';
			}
		}
	}

	function useNearest(): void {
		if (part === 'name') name = nearest;
		else if (part === 'purpose') purpose = nearest;
		else if (part === 'width' || part === 'height') {
			const [width, height] = nearest.split(' × ');
			if (height) texts = { ...texts, canvas: { width: width!, height } };
			else set('canvas', part, nearest);
		} else {
			const [field] = Object.keys(texts[part] ?? {});
			if (field) set(part, field, nearest);
		}
		trouble = part = nearest = '';
	}

	function onkeydown(event: KeyboardEvent): void {
		if (event.key === 'Enter') void keep();
		if (event.key === 'Escape') onclose();
	}

	function focused(input: HTMLInputElement): void {
		input.focus();
		input.select();
	}
</script>

{#snippet field(label: string, key: string, part_: string, width: number)}
	<input
		class="field num"
		style="width: calc({width}ch + 14px)"
		aria-label={label}
		aria-invalid={part === part_ || (part === key && part_ !== 'width' && part_ !== 'height')}
		value={texts[key]?.[part_] ?? ''}
		oninput={(event) => set(key, part_, event.currentTarget.value)}
		{onkeydown}
	/>
{/snippet}

<div class="grid grid-cols-[96px_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5 text-sm">
	<span class="font-medium">Name</span>
	<input
		class="field w-full"
		aria-label="Name"
		aria-invalid={part === 'name'}
		bind:value={name}
		{@attach focused}
		{onkeydown}
	/>
	<span class="font-medium">Size</span>
	<span class="flex items-center gap-1">
		{@render field('Width', 'canvas', 'width', 6)} × {@render field(
			'Height',
			'canvas',
			'height',
			6
		)}
	</span>
	<span class="font-medium">Pixel aspect</span>
	<span>{@render field('Pixel aspect', 'pixel_aspect', 'ratio', 7)}</span>
	<span class="font-medium">Rate</span>
	<span class="flex items-center gap-2"
		>{@render field('Rate', 'rate', 'rate', 11)}
		<span class="text-xs text-ink2">empty for any</span></span
	>
	<span class="font-medium">Scan</span>
	<Choice
		label="Scan"
		value={texts['scan']?.['choice'] || ANY}
		options={[ANY, ...SCANS]}
		onchoose={(text) => set('scan', 'choice', text === ANY ? '' : text)}
	/>
	<span class="font-medium">Monitor signal</span>
	<span>{@render field('Monitor signal', 'signal', 'choice', 16)}</span>
	<span class="font-medium">What it is for</span>
	<input class="field w-full" aria-label="What it is for" bind:value={purpose} {onkeydown} />
</div>
{#if trouble}
	<p role="alert" class="pt-2 text-sm text-red">
		{trouble}
		{#if nearest}<button type="button" class="act text-ink" onclick={useNearest}
				>Use {nearest}</button
			>{/if}
	</p>
{/if}
<p class="flex gap-5 pt-3">
	<button type="button" class="act" onclick={() => void keep()}>Save format</button>
	<button type="button" class="act" onclick={onclose}>Cancel</button>
</p>
