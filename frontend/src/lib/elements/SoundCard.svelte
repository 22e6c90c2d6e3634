<!-- A sound of the shot: how long it is against the cut, and where it lies. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';

	let {
		sound,
		onchange,
		onunlink
	}: {
		sound: Schema<'LinkedSound'>;
		onchange: (values: Schema<'ElementValues'>) => void;
		onunlink: () => void;
	} = $props();
</script>

<article class="border-t border-ink pt-2 pb-3" aria-label={sound.name}>
	<div class="flex items-center gap-3">
		<Mark state={sound.state} />
		<h3 class="num min-w-0 truncate font-semibold">{sound.name}</h3>
		<span class="text-ink2">sound</span>
		<span class="ml-auto flex gap-4">
			<button type="button" class="act" onclick={() => onchange({ on: !sound.on })}
				>{sound.on ? 'Turn off' : 'Turn on'}</button
			>
			<button type="button" class="act" onclick={onunlink}>Unlink</button>
		</span>
	</div>
	{#if sound.problem}<p class="text-red">{sound.problem}</p>{:else}
		<p class="text-ink2">
			From <span class="num text-ink">{sound.start.toFixed(2)}</span> to
			<span class="num text-ink">{sound.end.toFixed(2)}</span>, laid by {sound.laid_by};
			<label class="inline-flex items-center gap-2"
				>moved
				<input
					class="field num w-[7ch] text-right font-medium text-ink"
					inputmode="numeric"
					value={sound.offset}
					onchange={(event) => {
						const typed = Number(event.currentTarget.value.replace('−', '-'));
						if (Number.isInteger(typed)) onchange({ offset: typed });
					}}
				/> frames</label
			>
		</p>
		{#each sound.offers as offer (offer.timing)}
			<p>
				{offer.words}
				<button type="button" class="act ml-2" onclick={() => onchange({ timing: offer.timing })}
					>Take it so</button
				>
			</p>
		{/each}
		{#if sound.timing}
			<p>
				<button type="button" class="act" onclick={() => onchange({ timing: '' })}
					>Take it as its file says</button
				>
			</p>
		{/if}
		{#each sound.messages as said, i (i)}
			<p class={said.severity === 'note' ? '' : 'font-semibold text-red'}>{said.text}</p>
		{/each}
		<dl class="flex flex-wrap gap-x-5 pt-1 text-xs">
			{#each Object.entries(sound.header) as [name, value] (name)}
				<div class="flex gap-1.5">
					<dt class="text-ink2">{name}</dt>
					<dd class="num text-fine">{value}</dd>
				</div>
			{/each}
		</dl>
	{/if}
</article>
