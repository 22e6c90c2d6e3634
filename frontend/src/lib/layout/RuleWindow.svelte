<!-- The frame rule, as wide as the window; what is done with it is done by the sheet. -->
<script lang="ts">
	import { createQuery } from '@tanstack/svelte-query';
	import { sheetQuery } from '$lib/api/shot-queries';
	import FrameRule from '$lib/frame-rule/FrameRule.svelte';
	import NothingInHand from './NothingInHand.svelte';
	import type { RuleShown } from './shown';
	import { OwnWindow } from './windows.svelte';

	const own = new OwnWindow<RuleShown>('rule');
	const stored = createQuery(() => ({ ...sheetQuery(own.shot), enabled: own.shot > 0 }));
	const shown = $derived(own.shows?.shot === own.shot ? own.shows : null);
	const rule = $derived(shown?.rule ?? stored.data?.rule);
	const code = $derived(stored.data?.head.code ?? '');
	const nothing = { text: '', note: '', wrong: false };
</script>

<svelte:head><title>{code || 'No shot yet'}, the frame rule · Zero Slate</title></svelte:head>
{#if rule}
	<main class="min-h-0 grow overflow-y-auto bg-sheet py-2" aria-label="Frame rule of {code}">
		<p class="flex items-baseline gap-4 px-[18px]">
			<strong class="num text-code">{code}</strong>
			{#if !shown}<span class="text-ink2"
					>As it is saved. Open its sheet to move ends and put markers.</span
				>{/if}
		</p>
		<!-- Without a sheet nobody is there to do what is done here. -->
		<div inert={!shown}>
			<FrameRule
				{rule}
				busy={shown?.busy ?? false}
				typing={(key) => shown?.typing[key] ?? nothing}
				onlook={(view) => own.act('onlook', view)}
				onend={(...said) => own.act('onend', ...said)}
				ontype={(...said) => own.act('ontype', ...said)}
				onwhole={(...said) => own.act('onwhole', ...said)}
				oncommit={(key) => own.act('oncommit', key)}
				onleave={(key) => own.act('onleave', key)}
				onlock={() => own.act('onlock')}
				onmark={(frame) => own.act('onmark', frame)}
			/>
		</div>
	</main>
{:else}<NothingInHand what="The frame rule" />{/if}
