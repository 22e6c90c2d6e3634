<!-- The frames to ask for: what recuts that were applied need and nobody has got yet. -->
<script lang="ts">
	import { page } from '$app/state';
	import { createQuery } from '@tanstack/svelte-query';
	import { api, take, words, type Schema } from '$lib/api/client';
	import { frameRequestsQuery } from '$lib/api/production-queries';
	import { client } from '$lib/api/query-client';
	import Notice from '$lib/shell/Notice.svelte';
	import { clock, counted, cutNumber } from '$lib/words';

	type Line = Schema<'RequestLine'>;

	const id = $derived(Number(page.params.id));
	const requests = createQuery(() => frameRequestsQuery(id));
	const said = $derived(requests.data);
	let wrong = $state('');
	const trouble = $derived(wrong || (requests.error ? words(requests.error) : ''));
	const path = $derived(`/api/v1/productions/${id}/frame-requests`);

	async function act(work: () => Promise<unknown>): Promise<void> {
		wrong = '';
		try {
			await work();
		} catch (error) {
			wrong = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', id, 'frame-requests'] });
	}

	const at = (line: Line) => ({
		params: { path: { production_id: id, shot_id: line.shot_id, cut: line.cut } }
	});
	const note = (line: Line, got: boolean) =>
		act(() =>
			take(
				api.PUT('/api/v1/productions/{production_id}/frame-requests/{shot_id}/{cut}', {
					...at(line),
					body: { got }
				})
			)
		);
	const remove = (line: Line) =>
		act(() =>
			take(
				api.DELETE('/api/v1/productions/{production_id}/frame-requests/{shot_id}/{cut}', at(line))
			)
		);
</script>

{#if trouble}<Notice>{trouble}</Notice>{/if}
{#if said}
	<main class="min-h-0 grow overflow-auto px-[22px] pt-4 pb-6">
		<div class="flex flex-wrap items-baseline gap-x-5 gap-y-1 pb-3">
			<h2 class="text-head font-semibold">Frames to ask for</h2>
			<span class="num text-sm {said.open_frames ? 'text-red' : 'text-ink2'}"
				>{said.open_frames
					? `${counted(said.open_frames, 'frame')} still to come`
					: 'Nothing is still to come'}</span
			>
			{#if said.lines.length}
				<span class="ml-auto flex gap-5">
					<a class="act" href="{path}.txt" download>Save as text</a>
					<a class="act" href="{path}.csv" download>Save as CSV</a>
				</span>
			{/if}
		</div>
		{#if said.lines.length === 0}
			<p class="border-t border-rule py-6 text-ink2">
				Nothing to ask for: what a recut needs and the shots don't have stands here once the recut
				is applied.
			</p>
		{:else}
			<table
				class="w-full border-t border-rule text-left [&_td]:px-1.5 [&_th]:px-1.5 [&_th]:font-normal"
			>
				<thead class="h-[28px] text-xs text-ink2">
					<tr
						><th class="w-14">Got</th><th>Shot</th><th>Needed</th><th>Shot frames</th><th
							>Source, in and out</th
						><th>Since</th><th><span class="sr-only">What to do</span></th></tr
					>
				</thead>
				<tbody>
					{#each said.lines as line (`${line.shot_id} ${line.cut}`)}
						<tr
							class="h-[40px] border-t border-rule hover:bg-raised"
							class:text-ink2={line.is_there}
							data-request={line.code}
						>
							<td
								><input
									type="checkbox"
									class="h-[18px] w-[18px] accent-ink"
									aria-label="{line.code}: {line.words}, got"
									checked={line.is_there}
									disabled={line.is_there && !line.got_at}
									onchange={(event) => void note(line, event.currentTarget.checked)}
								/></td
							>
							<td class="num font-semibold"
								><a class="hover:underline" href="/s/{line.shot_id}">{line.code}</a></td
							>
							<td class={line.is_there ? '' : 'text-red'}>{line.words}</td>
							<td class="num">{line.shot_frames}</td>
							<td class="num leading-tight"
								>{line.source}{#if line.reel}<span class="block text-fine text-ink2"
										>of {line.reel}</span
									>{/if}</td
							>
							<td class="text-sm leading-tight"
								>{cutNumber(line.cut)}, {line.who}
								<span class="block text-fine text-ink2"
									>{clock(line.at)}{#if line.got_at}
										· got by {line.got_who}, {clock(line.got_at)}{:else if line.is_there}
										· on disk now{/if}</span
								></td
							>
							<td class="text-right"
								><button
									type="button"
									class="act"
									aria-label="Remove {line.code}: {line.words}"
									onclick={() => void remove(line)}>Remove</button
								></td
							>
						</tr>
					{/each}
				</tbody>
			</table>
		{/if}
	</main>
{/if}
