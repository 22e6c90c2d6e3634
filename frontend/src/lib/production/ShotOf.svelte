<!-- Which shot of a production something is worked out for. -->
<script lang="ts">
	let {
		label,
		codes,
		shot,
		onchoose
	}: {
		/** What it is for, before the code. */
		label: string;
		/** The production's shots; none before they were asked for. */
		codes: readonly string[];
		/** The code of the one in hand. */
		shot: string;
		onchoose: (code: string) => void;
	} = $props();
</script>

<label class="flex items-center gap-1.5"
	>{label}
	<select class="field num" value={shot} onchange={(event) => onchoose(event.currentTarget.value)}>
		{#each codes.length ? codes : [shot] as each (each)}<option>{each}</option>{/each}
	</select></label
>
