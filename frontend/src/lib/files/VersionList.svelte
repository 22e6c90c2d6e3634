<!-- The versions of some of a shot's files: on disk or taken only, approved, and what changed since. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { clock, version } from '$lib/words';

	let {
		row,
		onapprove,
		ongiveback
	}: {
		row: Schema<'VersionRow'>;
		onapprove: (number: number, approved: boolean) => void;
		ongiveback: (number: number) => void;
	} = $props();
</script>

{#if row.versions.length}
	<table class="w-full border-collapse text-sm">
		<thead class="text-left text-xs text-ink2">
			<tr
				><th class="w-[76px] font-normal">version</th><th class="w-[130px] font-normal">who</th><th
					class="font-normal">what</th
				><th class="w-[220px] font-normal">the setup since</th><th class="w-[150px]"
					><span class="sr-only">Acts</span></th
				></tr
			>
		</thead>
		<tbody>
			{#each row.versions as each (each.number)}
				<tr class="h-[28px] border-t border-rule align-baseline" data-version={each.name}>
					<td>
						<svg width="11" height="11" viewBox="0 0 11 11" class="mr-1 inline" aria-hidden="true">
							<rect
								x="1"
								y="1"
								width="9"
								height="9"
								class={each.on_disk ? 'fill-ink stroke-ink' : 'fill-transparent stroke-ink'}
								stroke-dasharray={each.on_disk ? undefined : '2 1.5'}
							/>
						</svg>
						<span class="num font-semibold">{each.name}</span>
						<span class="sr-only">{each.on_disk ? 'on disk' : 'taken, no files yet'}</span>
					</td>
					<td
						>{each.by}{#if each.at}<span class="text-xs text-ink2">, {clock(each.at)}</span
							>{/if}</td
					>
					<td class="pr-3">
						{each.note}
						{#if each.approved}<span class="font-semibold"
								>approved by {each.approved.split(', ')[0]}</span
							>{/if}
						{#if !each.on_disk}<span class="text-xs text-ink2">no files yet</span>{/if}
					</td>
					<td class="text-xs text-ink2" title={each.since.join('\n')}>
						{#if each.setup_version}{version(each.setup_version)}: {each.since.length
								? each.since[0] +
									(each.since.length > 1 ? `, and ${each.since.length - 1} more` : '')
								: 'the same'}{:else}not known{/if}
					</td>
					<td class="text-right whitespace-nowrap">
						<button type="button" class="act" onclick={() => onapprove(each.number, !each.approved)}
							>{each.approved ? 'Not approved' : 'Approve'}</button
						>
						{#if each.at && !each.on_disk}
							<button type="button" class="act ml-2" onclick={() => ongiveback(each.number)}
								>Give back</button
							>
						{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
{:else}
	<p class="text-ink2">There is no version of these yet: {row.next} is the first.</p>
{/if}
