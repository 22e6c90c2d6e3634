<!-- Files that were changed since they were read: said wherever the shot is open. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words } from '$lib/api/client';
	import { again, changedFilesQuery } from '$lib/api/shot-queries';

	let { shot, production, step }: { shot: number; production: number; step: string } = $props();

	// Asked at each step that is gone to: a hand off is no place to be surprised.
	const changed = createQuery(() => changedFilesQuery(shot, step));
	let said = $state('');

	async function readAgain(): Promise<void> {
		said = '';
		try {
			const left = await take(
				api.POST('/api/v1/shots/{shot_id}/changed-files/read-again', {
					params: { path: { shot_id: shot } }
				})
			);
			said = left.map((each) => `${each.name}: ${each.what}`).join(' ');
		} catch (error) {
			said = words(error);
		}
		await again(shot);
	}
</script>

{#if changed.data?.length || said}
	<div
		role="status"
		class="flex flex-wrap items-baseline gap-x-4 gap-y-1 border-b border-ink bg-redwash px-[22px] py-1.5 print:hidden"
	>
		<span>
			{#each changed.data ?? [] as each (each.id)}<span class="num">{each.name}</span>
				{each.what}.{' '}
			{/each}
			{said}
		</span>
		{#if changed.data?.some((each) => each.what.startsWith("can't be found"))}<a
				class="act ml-auto"
				href="/p/{production}/found">Look for files that moved</a
			>{/if}
		{#if changed.data?.length}<button
				type="button"
				class="act ml-auto"
				onclick={() => void readAgain()}>Read again</button
			>{/if}
	</div>
{/if}
