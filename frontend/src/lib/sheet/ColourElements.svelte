<!-- What typed colours make of the shot's own pictures, before they are taken. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import type { Texts } from '$lib/api/client';
	import { stackQuery } from '$lib/api/element-queries';
	import { elementPicture } from '$lib/pictures/loader.svelte';
	import SmallPicture from '$lib/pictures/SmallPicture.svelte';
	import Outside from './Outside.svelte';

	let { shot, typed }: { shot: number; typed: Texts } = $props();

	const stack = createQuery(() => stackQuery(shot, null));
	const elements = $derived(
		(stack.data?.elements ?? []).filter((each) => each.read_as).toReversed()
	);

	/** The colour settings as they are typed, by what a picture is asked with. */
	const colours = $derived.by(() => {
		const found: Record<string, string> = {};
		const put = (name: string, text: string | undefined) => {
			if (text !== undefined) found[name] = text;
		};
		put('config', typed['color_config']?.['place']);
		put('working', typed['working_space']?.['name']);
		put('display', typed['viewing']?.['display']);
		put('view', typed['viewing']?.['view']);
		put('rules', typed['read_rules']?.['text']);
		return found;
	});
	const changes = $derived(Object.keys(colours).length > 0);
	let hatch = $state(false);
	const chosen = $derived(elements[0]);
</script>

{#if chosen}
	<section class="px-[22px] pb-4" aria-label="The shot's pictures">
		<div class="flex items-baseline justify-between pb-1">
			<h3 class="font-semibold">{changes ? 'As stored, and as typed' : 'The shot’s pictures'}</h3>
			<label class="flex items-center gap-1.5 text-sm"
				><input type="checkbox" bind:checked={hatch} /> hatch what lies outside</label
			>
		</div>
		{#each elements as each (each.id)}
			{#if each.picture}
				<figure class="pb-2" data-element={each.name}>
					<div class="grid gap-2 {changes ? 'grid-cols-2' : ''}">
						<SmallPicture
							address={elementPicture(shot, each.id, { width: 320, hatch, version: each.at })}
							frame={each.picture}
							label="{each.name} as stored"
						/>
						{#if changes}
							<SmallPicture
								address={elementPicture(shot, each.id, {
									width: 320,
									hatch,
									colours,
									version: each.at
								})}
								frame={each.picture}
								label="{each.name} as typed"
							/>
						{/if}
					</div>
					<figcaption class="pt-0.5 text-xs text-ink2">
						<span class="text-ink">{each.name}</span>
						<Outside {shot} element={each.id} {colours} version={each.at} />
					</figcaption>
				</figure>
			{/if}
		{/each}
	</section>
{/if}
