<!-- How many versions of each setup a production keeps: all, or the last of them and the named. -->
<script lang="ts">
	import { api, take, words, type Schema } from '$lib/api/client';
	import { client } from '$lib/api/query-client';
	import Confirm from '$lib/ui/confirm/Confirm.svelte';

	let {
		production,
		keeps,
		onwrong,
		ondone
	}: {
		production: number;
		/** How many are kept now; all where it is null. */
		keeps: number | null;
		onwrong: (why: string) => void;
		ondone: (what: string) => void;
	} = $props();

	const OFFERED = [20, 50, 100, 500];
	let asking = $state(false);
	let plan = $state.raw<Schema<'KeepingPlan'> | null>(null);
	const params = $derived({ path: { production_id: production } });
	const offered = $derived(
		[...new Set([...OFFERED, ...(keeps === null ? [] : [keeps])])].sort((a, b) => a - b)
	);

	async function ask(text: string): Promise<void> {
		onwrong('');
		try {
			const body = { keeps: text ? Number(text) : null };
			plan = await take(
				api.POST('/api/v1/productions/{production_id}/keeping/preview', { params, body })
			);
			if (plan.goes) asking = true;
			else await keep();
		} catch (error) {
			onwrong(words(error));
		}
	}

	async function keep(): Promise<void> {
		if (!plan) return;
		try {
			const body = { keeps: plan.keeps };
			await take(api.PUT('/api/v1/productions/{production_id}/keeping', { params, body }));
			ondone(
				plan.keeps === null
					? 'Every version is kept.'
					: `The last ${plan.keeps} and the named are kept.`
			);
		} catch (error) {
			onwrong(words(error));
		}
		await client.invalidateQueries({ queryKey: ['shot'] });
	}
</script>

<span class="flex items-center gap-1.5 text-sm"
	>kept
	<select
		aria-label="How many are kept"
		class="field"
		value={String(keeps ?? '')}
		onchange={(event) => {
			const wanted = event.currentTarget.value;
			event.currentTarget.value = String(keeps ?? '');
			void ask(wanted);
		}}
	>
		<option value="">all of them</option>
		{#each offered as each (each)}
			<option value={String(each)}>the last {each} and the named</option>
		{/each}
	</select></span
>
<Confirm
	bind:open={asking}
	title="Keep fewer versions"
	text="{plan?.words ?? ''} They can't be brought back. It holds for every shot of the production."
	action="Keep fewer"
	onconfirm={() => void keep()}
/>
