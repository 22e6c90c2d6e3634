<!-- The first start: who works here, and on which paper. Nothing else is asked. -->
<script lang="ts">
	import { api, take, type Schema } from '$lib/api/client';
	import { papers, type Paper } from '$lib/state/paper.svelte';
	import { me } from './me.svelte';
	import ProfileTrouble from './ProfileTrouble.svelte';
	import Stamp from './Stamp.svelte';
	import { TypedProfile } from './typed-profile.svelte';

	const typed = new TypedProfile(me.page?.mark ?? 'plain');
	typed.name = me.page?.name ?? '';

	let another = $state(false);
	let paper = $state<Paper>(papers.current);
	const asks = $derived(another || me.people.length === 0);

	/** A paper is seen on the screen as it is chosen. */
	function choose(chosen: Paper): void {
		paper = chosen;
		papers.take(chosen === 'dim' ? 'dim' : 'light');
	}

	const PAPERS: { paper: Paper; label: string; about: string; sheet: string; ink: string }[] = [
		{
			paper: 'paper',
			label: 'Light paper',
			about: 'for a room with daylight',
			sheet: '#f2f2f2',
			ink: '#1b1b1b'
		},
		{ paper: 'dim', label: 'Dim paper', about: 'for a dark room', sheet: '#262626', ink: '#ececec' }
	];

	const begin = () =>
		typed.do(async () => {
			const chosen: Schema<'Paper'> = paper === 'dim' ? 'dim' : 'light';
			const made = await take(
				api.POST('/api/v1/people', { body: { ...typed.body, paper: chosen } })
			);
			await me.sit(made.id);
		});
</script>

<svelte:head><title>Who works here? · Zero Slate</title></svelte:head>
<main class="flex min-h-0 grow items-center justify-center overflow-y-auto p-6" tabindex="-1">
	<section class="w-[520px] max-w-full" aria-labelledby="welcome">
		<h1 id="welcome" class="text-[26px] font-semibold">Who works here?</h1>
		{#if !asks}
			<ul class="mt-5 border-t border-rule">
				{#each me.people as person (person.id)}
					<li class="border-b border-rule">
						<button
							type="button"
							class="flex w-full items-center gap-3 px-2 py-3 text-left hover:bg-raised"
							onclick={() => void typed.do(() => me.sit(person.id))}
						>
							<Stamp mark={person.mark} size={26} />
							<span class="text-head font-semibold">{person.name}</span>
							<span class="text-ink2">{person.discipline}</span>
						</button>
					</li>
				{/each}
			</ul>
			<button type="button" class="act mt-4" onclick={() => (another = true)}>Somebody else</button>
		{:else}
			<p class="pt-1 text-ink2">
				Every change is told by your name; files are named by its initials.
			</p>
			<label class="mt-5 flex flex-col gap-1 text-xs text-ink2"
				>Your name
				<input
					class="field text-head text-ink"
					{@attach (field) => field.focus()}
					bind:value={typed.name}
					aria-invalid={typed.wrong !== null}
					onkeydown={(event) => event.key === 'Enter' && void begin()}
				/></label
			>
			<ProfileTrouble {typed} />
			<fieldset class="mt-5">
				<legend class="pb-1 text-xs text-ink2">Paper</legend>
				<div class="flex gap-3">
					{#each PAPERS as each (each.paper)}
						<label
							class="flex grow cursor-pointer items-center gap-3 border border-rule p-3 has-checked:border-ink has-checked:bg-raised has-focus-visible:outline-2 has-focus-visible:outline-blue"
						>
							<input
								type="radio"
								name="paper"
								class="sr-only"
								checked={paper === each.paper}
								onchange={() => choose(each.paper)}
							/>
							<svg width="44" height="32" viewBox="0 0 44 32" aria-hidden="true">
								<rect width="44" height="32" fill={each.sheet} stroke="var(--ink2)" />
								<path d="M6 9h22M6 16h32M6 23h15" stroke={each.ink} stroke-width="2" />
							</svg>
							<span
								><span class="block font-semibold">{each.label}</span><span
									class="text-sm text-ink2">{each.about}</span
								></span
							>
						</label>
					{/each}
				</div>
			</fieldset>
			<button
				type="button"
				class="mt-6 border border-ink bg-ink px-5 py-2 font-semibold text-sheet"
				onclick={() => void begin()}>Begin</button
			>
			{#if me.people.length}
				<button type="button" class="act ml-4" onclick={() => (another = false)}
					>Choose from those who are here</button
				>
			{/if}
		{/if}
	</section>
</main>
