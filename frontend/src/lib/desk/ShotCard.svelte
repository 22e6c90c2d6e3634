<!-- A shot on the desk with its picture. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import Mark from '$lib/drawings/Mark.svelte';
	import Shape from '$lib/drawings/Shape.svelte';
	import ShotPicture from '$lib/pictures/ShotPicture.svelte';
	import { clock } from '$lib/words';
	import Pin from './Pin.svelte';

	let { shot }: { shot: Schema<'RecentShot'> } = $props();
</script>

<div class="group relative flex items-center border-t border-rule hover:bg-raised">
	<a href="/s/{shot.id}" class="flex min-w-0 grow items-center gap-4 py-3">
		<span class="shrink-0"
			>{#if shot.picture}<ShotPicture
					shot={shot.id}
					face={shot.picture}
					width={96}
					label="Picture of {shot.code}"
					red={shot.state === 'differs' && Boolean(shot.warning)}
				/>{:else}<Shape shape={shot.shape} edit={shot.edit_shape} height={46} />{/if}</span
		>
		<span class="min-w-0">
			<span class="flex items-center gap-2"
				><Mark state={shot.state} word={shot.word} size={11} /><span class="num font-semibold"
					>{shot.code}</span
				></span
			>
			<span class="block truncate">{shot.title}</span>
			<span class="block truncate text-xs text-ink2">{shot.canvas} · {shot.verdict}</span>
			{#if shot.warning}<span class="block truncate text-xs text-red" title={shot.warning}
					>{shot.warning}</span
				>{/if}
			<span class="block truncate text-xs text-ink2"
				>{shot.production}, {clock(shot.touched_at)}{shot.artist ? `, ${shot.artist}` : ''}</span
			>
		</span>
	</a>
	<Pin {shot} />
</div>
