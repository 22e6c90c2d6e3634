<!-- The house setup: what new productions and shots start with, and going back to the shipped one. -->
<script lang="ts">
	import { page } from '$app/state';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { houseQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { FormatSession } from '$lib/sheet/format.svelte';
	import FormatFields from '$lib/sheet/FormatFields.svelte';
	import { answerKeys, titled } from '$lib/keys/keys.svelte';
	import { clock, version } from '$lib/words';

	const fromShot = page.url.searchParams.get('shot');

	let shot = $state<number | null>(fromShot ? Number(fromShot) : null);
	let shipped = $state(false);
	let leave = $state.raw<string[]>([]);
	let trouble = $state('');
	let done = $state('');

	const session = new FormatSession<Schema<'HousePage'>>(
		() => 'house',
		(typed) => houseQuery({ typed, shot, shipped, leave })
	);
	const said = $derived(session.previewed);
	const taken = $derived(said?.changes.filter((each) => each.taken) ?? []);

	function look(of: { shipped?: boolean; shot?: number | null }): void {
		shipped = of.shipped ?? false;
		shot = of.shot ?? null;
		leave = [];
		done = '';
		session.leave();
	}

	function turn(key: string, take: boolean): void {
		leave = take ? leave.filter((each) => each !== key) : [...leave, key];
	}

	async function make(): Promise<void> {
		if (!said || !taken.length || !session.sound) return;
		await act(async () => {
			const body = { typed: session.typed, shot, shipped, leave, base: said.number };
			await take(api.PUT('/api/v1/house', { body }));
			done = `Changed: ${taken.map((each) => `${each.label} ${each.before} → ${each.after}`).join('; ')}.`;
		});
	}

	async function undo(): Promise<void> {
		if (!said) return;
		await act(async () => {
			await take(api.POST('/api/v1/house/undo', { body: { base: said.number } }));
			done = 'The house setup is as it was before.';
		});
	}

	async function act(work: () => Promise<void>): Promise<void> {
		trouble = '';
		try {
			await work();
			shipped = false;
			shot = null;
			leave = [];
			session.leave();
			await client.invalidateQueries({ queryKey: ['house'] });
		} catch (error) {
			trouble = words(error);
		}
	}

	answerKeys({ makeChange: () => void make(), undo: () => void undo() });
</script>

<Head
	title="House setup"
	subtitle={said
		? said.number
			? `${version(said.number)}, ${clock(said.at ?? '')} by ${said.who}`
			: 'as shipped'
		: ''}
/>
{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if done}<Notice calm
		>{done}
		<button type="button" class="act" onclick={() => void undo()}>Undo</button></Notice
	>{/if}
{#if said}
	<main
		class="grid min-h-0 grow grid-cols-[minmax(420px,1fr)_minmax(380px,1fr)] tight:block tight:overflow-y-auto"
	>
		<section
			class="min-h-0 overflow-y-auto border-r border-rule px-[22px] py-4"
			aria-label="House setup"
		>
			<h2 class="text-head font-semibold">What new work starts with</h2>
			<p class="pb-2 text-sm text-ink2">
				A new production's edit format, and what a shot has where its edit asks nothing. Nothing
				that stands is changed by it.
			</p>
			<FormatFields {session} />
		</section>
		<section class="min-h-0 overflow-y-auto bg-stock px-[22px] py-4" aria-label="What changes">
			<div class="flex items-baseline gap-5 pb-2">
				<h2 class="text-head font-semibold">What changes</h2>
				{#if said.apart.length && !shipped}
					<button type="button" class="act ml-auto" onclick={() => look({ shipped: true })}
						>Go back to the shipped one …</button
					>
				{/if}
			</div>
			{#if shot !== null}<p class="pb-2 text-sm text-ink2">
					Taken from the shot's setup. Untick what the house keeps.
				</p>{/if}
			{#if said.problem}<p role="alert" class="pb-2 text-red">{said.problem}</p>{/if}
			{#each said.changes as each (each.key)}
				<label
					class="grid min-h-[28px] grid-cols-[22px_120px_minmax(0,1fr)] items-center gap-x-2 border-t border-rule py-1"
				>
					<input
						type="checkbox"
						class="h-[18px] w-[18px] accent-ink"
						checked={each.taken}
						onchange={(event) => turn(each.key, event.currentTarget.checked)}
					/>
					<span class="font-medium">{each.label}</span>
					<span class="num break-words">{each.before} → <strong>{each.after}</strong></span>
				</label>
			{:else}
				<p class="text-ink2">
					Nothing is changed yet: type in a value{said.apart.length
						? ', or go back to the shipped setup'
						: ''}.
				</p>
				{#if said.apart.length}
					<h3 class="pt-4 pb-1 font-semibold">Not as shipped</h3>
					{#each said.apart as each (each.key)}
						<p class="grid grid-cols-[120px_minmax(0,1fr)] gap-x-2 border-t border-rule py-1.5">
							<span class="font-medium">{each.label}</span>
							<span class="num break-words">{each.before}, shipped as {each.after}</span>
						</p>
					{/each}
				{/if}
			{/each}
			{#if said.changes.length}
				<p class="flex gap-5 border-t border-ink pt-3">
					<button
						type="button"
						class="act"
						disabled={!taken.length || !session.sound}
						title={titled('Change the house setup', 'makeChange')}
						onclick={() => void make()}>Change the house setup</button
					>
					<button type="button" class="act" onclick={() => look({})}>Cancel</button>
				</p>
			{/if}
		</section>
	</main>
{/if}
