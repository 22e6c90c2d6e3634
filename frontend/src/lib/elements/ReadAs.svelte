<!-- What an element's colours are read as, by what; where its tag says otherwise, both are seen. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import type { Schema } from '$lib/api/client';
	import { sheetQuery } from '$lib/api/shot-queries';
	import { elementPicture } from '$lib/pictures/loader.svelte';
	import SmallPicture from '$lib/pictures/SmallPicture.svelte';
	import NameBox from '$lib/ui/name-box/NameBox.svelte';

	let {
		shot,
		frame,
		linked,
		onchange
	}: {
		shot: number;
		/** The shot's frame that is looked at; null for the middle of the cut. */
		frame: number | null;
		linked: Schema<'LinkedElement'>;
		onchange: (values: Schema<'ElementValues'>) => void;
	} = $props();

	const sheet = createQuery(() => sheetQuery(shot));
	const spaces = $derived(
		sheet.data?.sheet.groups
			.flatMap((group) => group.rows)
			.find((row) => row.key === 'working_space')?.fields[0]?.options ?? []
	);

	let typed = $state<string | null>(null);
	const told = $derived(
		linked.tagged && linked.read_as && linked.tagged !== linked.read_as
			? [
					{ space: linked.read_as, why: linked.read_as_why },
					{ space: linked.tagged, why: 'its tag' }
				]
			: []
	);

	function commit(): void {
		const space = typed?.trim();
		typed = null;
		if (space !== undefined && space !== linked.space)
			onchange({ space, space_reason: space ? linked.space_reason || 'chosen by hand' : '' });
	}
</script>

{#if linked.read_as_why}
	<section class="border-t border-rule py-2" aria-label="How {linked.name} is read">
		<div class="flex flex-wrap items-baseline gap-x-2 gap-y-1">
			<span class="text-ink2">read as</span>
			<NameBox
				label="Colour space of {linked.name}"
				width={24}
				options={spaces}
				value={typed ?? linked.read_as ?? ''}
				ontype={(text) => (typed = text)}
				oncommit={commit}
				onleave={commit}
			/>
			<span class="text-xs text-ink2">by {linked.read_as_why}</span>
			{#if linked.space}
				<button type="button" class="act ml-auto" onclick={() => onchange({ space: '' })}
					>Read it by the rules again</button
				>
			{/if}
		</div>
		{#if linked.space}
			<label class="flex items-baseline gap-2 pt-1">
				<span class="text-ink2">because</span>
				<input
					class="field min-w-0 grow"
					maxlength="200"
					value={linked.space_reason}
					onchange={(event) => onchange({ space_reason: event.currentTarget.value })}
				/>
			</label>
		{/if}
		{#if told.length && linked.picture}
			<div class="grid grid-cols-2 gap-3 pt-2">
				{#each told as each (each.space)}
					<figure>
						<SmallPicture
							address={elementPicture(shot, linked.id, {
								frame,
								width: 240,
								space: each.space,
								version: linked.at
							})}
							frame={linked.picture}
							label="{linked.name} read as {each.space}"
						/>
						<figcaption class="flex flex-wrap items-baseline gap-x-2">
							<span class="num">{each.space}</span>
							<span class="text-xs text-ink2">by {each.why}</span>
							{#if each.space !== linked.read_as}
								<button
									type="button"
									class="act ml-auto"
									onclick={() => onchange({ space: each.space, space_reason: 'its tag says so' })}
									>Read it as this</button
								>
							{/if}
						</figcaption>
					</figure>
				{/each}
			</div>
		{/if}
	</section>
{/if}
