<!-- The step of the tour that is to be done, over the hints: it is done on the page itself. -->
<script lang="ts">
	import { page } from '$app/state';
	import { STEPS, tour } from './tour.svelte';

	const happened = (event: Event) => tour.happened(page.url.pathname, event);

	// A page that is open already counts: nobody has to leave it and come back.
	$effect(() => {
		if (tour.on) tour.happened(page.url.pathname);
	});
</script>

<svelte:document
	onfocusin={happened}
	oninput={happened}
	onpointermove={happened}
	onkeydown={happened}
/>

{#if tour.on || tour.ended}
	<section
		class="flex shrink-0 flex-wrap items-baseline gap-x-5 gap-y-1 border-t border-ink bg-raised px-[22px] py-2 print:hidden"
		aria-label="Tour"
	>
		<div class="min-w-0 grow" role="status">
			{#if tour.look}<p class="text-ink2">{tour.look}</p>{/if}
			{#if tour.on && tour.step}
				<p>
					<span class="num text-ink2">{tour.at + 1} of {STEPS.length}</span>
					<strong>{tour.step.does}</strong>
					{#if tour.key}<kbd class="num border border-rule px-1">{tour.key}</kbd>{/if}
				</p>
			{:else}<p><strong>That was the tour.</strong> It is found again in the help.</p>{/if}
		</div>
		{#if tour.on}
			<button type="button" class="act" onclick={() => tour.next()}>Pass over it</button>
			<button type="button" class="act" onclick={() => tour.leave()}>Leave the tour</button>
		{:else}
			<button type="button" class="act" onclick={() => (tour.ended = false)}>Close</button>
		{/if}
	</section>
{/if}
