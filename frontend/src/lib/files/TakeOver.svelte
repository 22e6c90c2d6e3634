<!-- A layout taken over: one that ships, one that was kept, another production's, or a file's. -->
<script lang="ts">
	import { api, form, sendForm, take, words, type Schema } from '$lib/api/client';
	import { client } from '$lib/api/query-client';

	let {
		production,
		layout,
		productions,
		ontexts,
		onwrong,
		ondone
	}: {
		production: number;
		layout: Schema<'LayoutPage'>;
		productions: { id: number; title: string }[];
		/** What the layout says, to be seen before it is kept. */
		ontexts: (texts: Schema<'LayoutTexts'>) => void;
		onwrong: (why: string) => void;
		ondone: (what: string) => void;
	} = $props();

	let keeping = $state(false);
	let name = $state('');
	const own = $derived(layout.layouts.find((each) => each.id && each.name === layout.name));

	async function begin(work: () => Promise<Schema<'LayoutTexts'>>): Promise<void> {
		onwrong('');
		try {
			ontexts(await work());
		} catch (error) {
			onwrong(words(error));
		}
	}

	function choose(value: string): void {
		const [from, rest] = [value.slice(0, 1), value.slice(1)];
		if (from === 'l')
			void begin(() =>
				take(api.GET('/api/v1/layouts/texts', { params: { query: { name: rest } } }))
			);
		if (from === 'p')
			void begin(() =>
				take(
					api.GET('/api/v1/productions/{production_id}/layout/texts', {
						params: { path: { production_id: Number(rest) } }
					})
				)
			);
	}

	function read(file: File | undefined): void {
		if (!file) return;
		void begin(() => sendForm('/layouts/file', form(file)));
	}

	async function keep(): Promise<void> {
		onwrong('');
		try {
			await take(
				api.POST('/api/v1/productions/{production_id}/layout/keep', {
					params: { path: { production_id: production } },
					body: { name }
				})
			);
			ondone(`Kept as “${name.trim()}” for other productions.`);
			keeping = false;
			await client.invalidateQueries({ queryKey: ['production', production, 'files'] });
		} catch (error) {
			onwrong(words(error));
		}
	}

	async function forget(): Promise<void> {
		if (!own?.id) return;
		try {
			await take(api.DELETE('/api/v1/layouts/{own_id}', { params: { path: { own_id: own.id } } }));
			ondone(`“${own.name}” isn't kept any more.`);
			await client.invalidateQueries({ queryKey: ['production', production, 'files'] });
		} catch (error) {
			onwrong(words(error));
		}
	}
</script>

<label class="flex items-center gap-1.5"
	>Take over
	<select
		class="field"
		value=""
		onchange={(event) => {
			choose(event.currentTarget.value);
			event.currentTarget.value = '';
		}}
	>
		<option value="">a layout…</option>
		{#each layout.layouts as each (each.name)}<option value="l{each.name}">{each.name}</option
			>{/each}
		{#each productions.filter((each) => each.id !== production) as each (each.id)}
			<option value="p{each.id}">that of {each.title}</option>
		{/each}
	</select></label
>
<label class="act cursor-pointer"
	>From a file<input
		type="file"
		accept="application/json,.json"
		class="sr-only"
		onchange={(event) => {
			read(event.currentTarget.files?.[0]);
			event.currentTarget.value = '';
		}}
	/></label
>
{#if keeping}
	<form
		class="flex items-center gap-2"
		onsubmit={(event) => {
			event.preventDefault();
			void keep();
		}}
	>
		<label class="flex items-center gap-1.5"
			>under the name <input
				class="field w-[calc(130px*var(--k))]"
				bind:value={name}
				maxlength="60"
			/></label
		>
		<button type="submit" class="act" disabled={!name.trim()}>Keep it</button>
		<button type="button" class="act" onclick={() => (keeping = false)}>Cancel</button>
	</form>
{:else}
	<button type="button" class="act" onclick={() => (keeping = true)}>Keep it for others</button>
{/if}
{#if own}<button type="button" class="act" onclick={() => void forget()}>Forget “{own.name}”</button
	>{/if}
