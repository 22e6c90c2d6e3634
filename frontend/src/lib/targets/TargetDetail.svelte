<!-- One target against a shot: what it carries, what it can't, and what a trial came to. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let {
		row,
		tried,
		onuse
	}: {
		row: Schema<'TargetRow'>;
		tried: Schema<'TriedTarget'> | undefined;
		/** Type what would put something right, in the edit format. */
		onuse: (texts: Record<string, Record<string, string>>) => void;
	} = $props();
</script>

<section aria-label={row.name}>
	<h2 class="text-head font-semibold">{row.name}</h2>
	<p class="pb-2 text-sm text-ink2">{row.standard}: {row.holds.join(', ')}.</p>
	{#if row.here}<p class="pb-2 text-red">{row.here}</p>{/if}
	<table class="w-full text-left">
		<caption class="sr-only">What it carries</caption>
		<tbody>
			{#each row.carries as each (each.label + each.asked)}
				<tr class="border-t border-rule align-top">
					<th scope="row" class="w-[104px] py-1.5 pr-2 font-medium">{each.label}</th>
					<td class="num py-1.5 pr-2 text-blue">{each.asked}</td>
					<td class="w-[46%] py-1.5 text-sm {each.carried ? 'text-ink2' : 'text-red'}">
						{#if each.carried && !each.happens}carried{:else}{each.happens}{/if}
						{#if !each.carried && each.nearest}<span class="block text-ink2"
								>nearest: <span class="num">{each.nearest}</span></span
							>{/if}
						{#if Object.keys(each.texts).length}
							<button type="button" class="act text-ink" onclick={() => onuse(each.texts)}
								>See {each.nearest} in the edit format</button
							>
						{/if}
					</td>
				</tr>
			{:else}
				<tr><td class="text-ink2">No shot is set up yet that it could be held against.</td></tr>
			{/each}
		</tbody>
	</table>
	{#if row.ruled_out.length}
		<h3 class="pt-3 font-semibold">Ruled out from now on</h3>
		<ul class="text-sm text-ink2">
			{#each row.ruled_out as each (each)}<li>{each}</li>{/each}
		</ul>
	{/if}
	{#if tried}
		<h3 class="pt-3 font-semibold">Tried</h3>
		{#if tried.trouble}<p class="text-red">{tried.trouble}</p>{/if}
		<ul class="text-sm">
			{#each tried.kept as each (each.what)}
				<li class={each.kept ? '' : 'text-red'}>
					{each.what}: <span class="num">{each.came}</span>{#if each.promised}
						<span class="text-ink2"
							>, {each.kept ? 'as promised' : `promised ${each.promised}`}</span
						>{/if}
				</li>
			{/each}
		</ul>
	{/if}
</section>
