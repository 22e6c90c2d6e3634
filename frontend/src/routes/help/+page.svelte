<!-- Help: the tour, what is new, our own words, the command line and the API. -->
<script lang="ts">
	import { API } from '$lib/api/client';
	import COMMANDS from '$lib/help/commands.json';
	import { releases } from '$lib/help/notes';
	import { OWN_WORDS } from '$lib/help/words';
	import { keyOf } from '$lib/keys/keys.svelte';
	import Head from '$lib/shell/Head.svelte';
	import { STEPS, tour } from '$lib/tour/tour.svelte';

	const PARTS = [
		['round', 'Getting round'],
		['new', 'What is new'],
		['words', 'Our own words'],
		['line', 'Command line'],
		['api', 'API']
	] as const;
	const notes = releases();
</script>

<Head title="Help" subtitle="{STEPS.length} steps on your own shots, and what there is to read" />
<main class="min-h-0 grow overflow-y-auto px-[22px] pb-8" aria-label="Help">
	<nav class="sticky top-0 flex gap-5 border-b border-rule bg-sheet py-2" aria-label="Parts">
		{#each PARTS as [id, label] (id)}<a class="act" href="#{id}">{label}</a>{/each}
	</nav>
	<div class="max-w-[900px]">
		<section aria-labelledby="round">
			<h2 id="round" class="pt-4 pb-1 text-head font-semibold">Getting round</h2>
			<p>
				<kbd class="num">{keyOf('find')}</kbd> finds anything: shots, settings, formats, actions.
				<a class="act" href="/keys">Every key</a> is on one page, and can be changed. What anything is
				and does is said at the foot of the page when it is pointed at or has the focus.
			</p>
			<p class="pt-3">
				{#if tour.on}
					The tour is at step {tour.at + 1} of {STEPS.length}.
					<button type="button" class="act" onclick={() => tour.leave()}>Leave the tour</button>
				{:else}
					<button type="button" class="act font-semibold" onclick={() => tour.begin()}
						>{tour.at > 0 ? `Go on with the tour, at step ${tour.at + 1}` : 'Take the tour'}</button
					>
					{#if tour.at > 0}
						<button type="button" class="act ml-4" onclick={() => tour.begin(0)}
							>From the beginning</button
						>
					{/if}
				{/if}
			</p>
			<ol class="list-decimal pt-2 pl-6 text-ink2">
				{#each STEPS as step (step.does)}<li>{step.does}</li>{/each}
			</ol>
		</section>
		<section aria-labelledby="new">
			<h2 id="new" class="pt-6 pb-1 text-head font-semibold">What is new</h2>
			{#each notes as release (release.title)}
				<h3 class="pt-3 font-semibold">{release.title}</h3>
				{#each release.parts as part, n (n)}
					{#if part.lead}<p class="pt-2">{part.lead}</p>{/if}
					<ul class="list-disc pl-6">
						{#each part.points as point, m (m)}<li class="pt-0.5">{point}</li>{/each}
					</ul>
				{/each}
			{/each}
		</section>
		<section aria-labelledby="words">
			<h2 id="words" class="pt-6 pb-1 text-head font-semibold">Our own words</h2>
			<dl class="grid grid-cols-[120px_1fr]">
				{#each OWN_WORDS as [word, means] (word)}
					<dt class="border-t border-rule py-1 font-semibold">{word}</dt>
					<dd class="border-t border-rule py-1">{means}</dd>
				{/each}
			</dl>
		</section>
		<section aria-labelledby="line">
			<h2 id="line" class="pt-6 pb-1 text-head font-semibold">Command line</h2>
			<dl>
				{#each COMMANDS as command (command.usage)}
					<dt class="num border-t border-rule pt-2 font-semibold">{command.usage}</dt>
					<dd class="pb-2">
						{command.about}
						{#each command.options as option (option.name)}
							<span class="block pl-4 text-ink2"
								><span class="num text-ink">{option.name}</span> {option.about}</span
							>
						{/each}
					</dd>
				{/each}
			</dl>
		</section>
		<section aria-labelledby="api">
			<h2 id="api" class="pt-6 pb-1 text-head font-semibold">API</h2>
			<p>
				Everything these pages do, a program can do over HTTP on this machine: the pages themselves
				use nothing else. Every operation and field is described in
				<a class="act" href="{API}/openapi.json" download="zero-slate-openapi.json"
					>the OpenAPI document</a
				>. A setup is read with
				<span class="num">GET {API}/shots/4</span>, and saved with
				<span class="num">PUT {API}/shots/4/setup</span> on the version that was read.
			</p>
		</section>
	</div>
</main>
