<!-- A sheet of samples, as a swatch book: each texture at the strength and scale that are set. -->
<script lang="ts">
	import { API } from '$lib/api/client';

	let {
		textures,
		strength,
		scale,
		held,
		seed,
		chosen,
		onchoose
	}: {
		textures: string[];
		strength: number;
		scale: number;
		held: boolean;
		seed: number;
		/** The texture that is laid on; empty for none. */
		chosen: string;
		onchoose: (texture: string) => void;
	} = $props();

	const address = (texture: string) =>
		`${API}/samples/${encodeURIComponent(texture)}?strength=${strength}&scale=${scale}&held=${held}&seed=${seed}`;
</script>

<div class="flex flex-wrap gap-x-3 gap-y-2" role="group" aria-label="Samples">
	{#each ['plain', 'left out', ...textures] as texture (texture)}
		<button
			type="button"
			class="swatch"
			aria-pressed={chosen === texture}
			onclick={() => onchoose(texture)}
		>
			{#if texture === 'plain' || texture === 'left out'}
				<span class="none" class:out={texture === 'left out'}></span>
			{:else}
				<img src={address(texture)} alt="" width="110" height="70" draggable="false" />
			{/if}
			<span class="block text-xs">{texture}</span>
		</button>
	{/each}
</div>

<style>
	.swatch {
		text-align: left;
		color: var(--ink2);
	}
	.swatch[aria-pressed='true'] {
		color: var(--ink);
		font-weight: 600;
		box-shadow: inset 0 -2px 0 var(--ink);
	}
	img,
	.none {
		display: block;
		width: 110px;
		height: 70px;
		border: 1px solid var(--rule);
		background: #ffffff;
	}
	.none {
		background: #b3bcc8;
		box-shadow: inset 0 0 0 6px #ffffff;
	}
	.none.out {
		background: repeating-linear-gradient(135deg, #ffffff 0 7px, #d9d9d9 7px 8px);
	}
</style>
