<!-- What belongs to the shot on all volumes: offered, the surest first, each with why. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import type { FollowedJob } from '$lib/api/jobs.svelte';
	import Busy from '$lib/shell/Busy.svelte';
	import { counted, workWords } from '$lib/words';
	import LinkAs from './LinkAs.svelte';

	let {
		looking,
		isLinked,
		onlink
	}: {
		looking: FollowedJob<Schema<'OfferJob'>>;
		isLinked: (offer: Schema<'Offer'>) => boolean;
		onlink: (body: Schema<'LinkRequest'>) => void;
	} = $props();

	const offers = $derived(
		(looking.state?.results ?? []).toSorted(
			(a, b) => a.rank - b.rank || a.folder.localeCompare(b.folder) || a.name.localeCompare(b.name)
		)
	);
</script>

{#if looking.trouble}<p role="alert" class="text-red">{looking.trouble}</p>{/if}
{#if looking.state && looking.busy}
	<Busy
		what={workWords(looking.state, 'Looking through the volumes')}
		done={looking.state.done}
		total={looking.state.total}
		onstop={() => void looking.stop()}
	/>
{:else if looking.state}
	<p class="pb-2 text-ink2">
		{looking.state.message || `${counted(looking.state.done, 'folder')} looked through`}
	</p>
{/if}
{#each offers as offer (`${offer.volume}/${offer.folder}/${offer.name}`)}
	<article class="border-t border-rule py-2" aria-label={offer.name}>
		<div class="flex items-center gap-3">
			<h3 class="num min-w-0 truncate font-semibold" title={offer.name}>{offer.name}</h3>
			<span class="ml-auto shrink-0">
				{#if isLinked(offer)}<span class="text-ink2">linked to this shot</span>
				{:else}<LinkAs
						name={offer.name}
						role={offer.role as Schema<'Role'>}
						roles={offer.kind === 'sound' ? ['sound'] : undefined}
						onlink={(role) =>
							onlink({ volume: offer.volume, path: offer.folder, name: offer.name, role })}
					/>{/if}
			</span>
		</div>
		<p>
			<span class="text-ink2">{offer.kind}, {counted(offer.files, 'file')},</span>
			{offer.why}
		</p>
		<p class="num text-ink2">{offer.volume}/{offer.folder}</p>
		{#if offer.growing}<p class="font-semibold">Still being written: {offer.growing}</p>{/if}
	</article>
{:else}
	{#if looking.state && !looking.busy}
		<p class="border-t border-rule py-3 text-ink2">
			Nothing on the volumes carries this shot's code. Open the folders to link files by hand.
		</p>
	{/if}
{/each}
