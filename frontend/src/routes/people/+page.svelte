<!-- Who works here: chosen, made, changed, copied, taken along and put away. -->
<script lang="ts">
	import { page } from '$app/state';
	import { api, API, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import { hand, TARGETS, TEXTS } from '$lib/hand/hand.svelte';
	import { hints, LEVELS } from '$lib/hints/hints.svelte';
	import { HINTS, TARGETS as TARGET_WORDS, TEXTS as TEXT_WORDS } from '$lib/hints/words';
	import { keys } from '$lib/keys/keys.svelte';
	import { me } from '$lib/people/me.svelte';
	import ProfileFields from '$lib/people/ProfileFields.svelte';
	import Stamp from '$lib/people/Stamp.svelte';
	import { TypedProfile } from '$lib/people/typed-profile.svelte';
	import Head from '$lib/shell/Head.svelte';
	import Notice from '$lib/shell/Notice.svelte';
	import { opened } from '$lib/state/focus';
	import { papers } from '$lib/state/paper.svelte';
	import { usual } from '$lib/state/usual.svelte';
	import { spines } from '$lib/state/spines.svelte';
	import Drop from '$lib/ui/drop/Drop.svelte';
	import { clock, counted } from '$lib/words';

	type Person = Schema<'PersonLine'>;

	let wrong = $state('');
	let done = $state('');
	let left = $state.raw<readonly string[]>([]);
	/** Which profile is being changed; `new` for one to come. */
	let open = $state<number | 'new' | 'file' | null>(null);
	$effect(() => {
		if (page.url.searchParams.get('open') === 'file') open = 'file';
	});
	let typed = $state.raw(new TypedProfile('plain'));

	const here = $derived(me.person);
	const away = $derived(me.page?.people.filter((each) => each.put_away) ?? []);
	const ownSet = $derived(me.page?.room.key_set ?? '');

	async function act(work: () => Promise<string>): Promise<void> {
		wrong = done = '';
		left = [];
		try {
			done = await work();
		} catch (error) {
			wrong = words(error);
		}
	}

	const sit = (person: Person) =>
		act(async () => {
			await me.sit(person.id);
			return `${person.name} works here now.`;
		});

	function change(person: Person | null): void {
		const to = person?.id ?? 'new';
		open = open === to ? null : to;
		typed = new TypedProfile(person?.mark ?? me.page?.mark ?? 'plain', person ?? undefined);
	}

	async function save(): Promise<void> {
		const said = typed;
		const kept = await said.do(async () => {
			if (open === 'new') {
				await take(api.POST('/api/v1/people', { body: said.body }));
				await me.load();
			} else if (typeof open === 'number')
				me.taken(
					await take(
						api.PUT('/api/v1/people/{person_id}', {
							params: { path: { person_id: open } },
							body: said.body
						})
					)
				);
			return true;
		});
		if (kept) open = null;
	}

	const copy = (person: Person) =>
		act(async () => {
			const made = await take(
				api.POST('/api/v1/people/{person_id}/copy', { params: { path: { person_id: person.id } } })
			);
			await me.load();
			const copied = me.page?.people.find((each) => each.id === made.id);
			if (copied) change(copied);
			return `${copied?.name ?? 'The copy'} keeps what ${person.name} does. Give it a name of its own.`;
		});

	const putAway = (person: Person, put_away: boolean) =>
		act(async () => {
			me.taken(
				await take(
					api.PUT('/api/v1/people/{person_id}/put-away', {
						params: { path: { person_id: person.id } },
						body: { put_away }
					})
				)
			);
			return put_away ? `${person.name} is put away. Nothing they did is gone.` : '';
		});

	const read = (file: File) =>
		act(async () => {
			const taken = await sendForm<Schema<'TakenProfile'>>('/people/file', form(file));
			await me.load();
			open = null;
			left = taken.left;
			return `${taken.name} came from ${file.name}.`;
		});
</script>

<Head
	title="Who works here"
	subtitle={here ? `${here.name}${here.discipline ? ` · ${here.discipline}` : ''}` : ''}
>
	{#snippet verdict()}
		<button type="button" class="act" onclick={() => change(null)}>Make a profile</button>
		<button type="button" class="act" onclick={() => (open = open === 'file' ? null : 'file')}
			>Read a profile file</button
		>
	{/snippet}
</Head>
{#if wrong}<Notice>{wrong}</Notice>{/if}
{#if done}
	<Notice calm>
		{done}
		{#each left as each (each)}<span class="basis-full">{each}</span>{/each}
	</Notice>
{/if}

{#snippet fields(label: string)}
	<div {@attach opened} class="bg-stock px-[22px] py-4">
		<ProfileFields {typed} disciplines={me.page?.disciplines ?? []} onenter={() => void save()} />
		<div class="flex gap-4 pt-3">
			<button type="button" class="act font-semibold" onclick={() => void save()}>{label}</button>
			<button type="button" class="act" onclick={() => (open = null)}>Leave it</button>
		</div>
	</div>
{/snippet}

{#snippet choices<T extends string>(
	label: string,
	all: readonly T[],
	current: T,
	about: Record<T, string>,
	choose: (each: T) => void
)}
	<dt class="self-center text-ink2">{label}</dt>
	<dd>
		<div class="flex" role="group" aria-label={label}>
			{#each all as each (each)}
				<button
					type="button"
					class="toggle"
					aria-pressed={current === each}
					title={about[each]}
					onclick={() => choose(each)}>{each}</button
				>
			{/each}
		</div>
	</dd>
{/snippet}

<main class="min-h-0 grow overflow-y-auto">
	{#if open === 'new'}
		<section class="border-b border-ink" aria-label="Make a profile">
			{@render fields('Make the profile')}
		</section>
	{:else if open === 'file'}
		<section class="border-b border-ink bg-stock px-[22px] py-4" aria-label="Read a profile file">
			<Drop
				label="A profile file"
				accept=".json,application/json"
				onfile={(file) => void read(file)}
			/>
		</section>
	{/if}
	<div class="flex flex-wrap items-start">
		<ul class="min-w-[560px] grow tight:min-w-0">
			{#each me.people as person (person.id)}
				<li class="border-b border-rule {person.id === here?.id ? 'bg-raised' : ''}">
					<div class="flex flex-wrap items-center gap-x-4 gap-y-1 px-[22px] py-3">
						<Stamp mark={person.mark} size={28} />
						<div class="min-w-40 grow">
							<div class="text-head font-semibold">
								{person.name}
								<span class="num text-base font-normal text-ink2">{person.initials}</span>
							</div>
							<div class="text-sm text-ink2">
								{person.discipline || 'No discipline said'} · here since {clock(person.since)}
							</div>
						</div>
						{#if person.id === here?.id}
							<span class="font-semibold">works here now</span>
						{:else}
							<button type="button" class="act" onclick={() => void sit(person)}
								>Work as {person.name}</button
							>
						{/if}
						<button
							type="button"
							class="act"
							aria-expanded={open === person.id}
							aria-label="Change {person.name}"
							onclick={() => change(person)}>Change</button
						>
						<button
							type="button"
							class="act"
							aria-label="Copy {person.name}"
							onclick={() => void copy(person)}>Copy</button
						>
						<a
							class="act"
							download
							aria-label="{person.name} as a file"
							title="For another machine: who it is, paper, keys and what pages keep"
							href="{API}/people/{person.id}/file">As a file</a
						>
						{#if person.id !== here?.id}
							<button
								type="button"
								class="act"
								aria-label="Put {person.name} away"
								onclick={() => void putAway(person, true)}>Put away</button
							>
						{/if}
					</div>
					{#if open === person.id}{@render fields('Keep it')}{/if}
				</li>
			{/each}
			{#each away as person (person.id)}
				<li class="flex items-center gap-4 border-b border-rule px-[22px] py-2 text-ink2">
					<Stamp mark={person.mark} size={20} />
					<span class="grow">{person.name} · put away</span>
					<button
						type="button"
						class="act"
						aria-label="Bring {person.name} back"
						onclick={() => void putAway(person, false)}>Bring back</button
					>
				</li>
			{/each}
		</ul>
		{#if here}
			<section class="w-[340px] px-[22px] py-5" aria-labelledby="keeps">
				<h2 id="keeps" class="pb-2 text-head font-semibold">What {here.name} keeps</h2>
				<dl class="grid grid-cols-[96px_1fr] gap-y-2">
					<dt class="text-ink2">Paper</dt>
					<dd>
						{papers.current === 'dim' ? 'dim' : 'light'}{me.page?.room.paper === 'system'
							? ', as the system has it'
							: ''}
					</dd>
					<dt class="text-ink2">Keys</dt>
					<dd>
						<a class="act" href="/keys">{ownSet}</a>{keys.single ? '' : ', single keys off'}
					</dd>
					{@render choices('Hints', LEVELS, hints.level, HINTS, (each) => hints.set(each))}
					{@render choices('Targets', TARGETS, hand.targets, TARGET_WORDS, (each) =>
						hand.aim(each)
					)}
					{@render choices('Text', TEXTS, hand.text, TEXT_WORDS, (each) => hand.size(each))}
					<dt class="text-ink2">In file names</dt>
					<dd class="num">{here.initials}</dd>
					<dt class="text-ink2">Spines</dt>
					<dd>{counted(spines.all.length, 'open spine')}</dd>
					<dt class="text-ink2">Choices</dt>
					<dd>
						{#if usual.count}
							{usual.count} as they were made last
							<button
								type="button"
								class="act"
								title="Orders, what is played, volumes and other choices begin as they ship"
								onclick={() => usual.forget()}>Forget them</button
							>
						{:else}as they ship{/if}
					</dd>
				</dl>
				<p class="pt-4 text-sm text-ink2">
					Paper, keys, hints, targets, text, spines, usual choices and how pages were left follow a
					profile to every browser and window of this installation. As a file they go to another
					machine, but for the spines.
				</p>
			</section>
		{/if}
	</div>
</main>
