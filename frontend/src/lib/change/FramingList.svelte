<!-- A framing decision list: what it offers, to be seen in a shot or in the edit format. -->
<script lang="ts">
	import { form, sendForm, words, type Schema, type Texts } from '$lib/api/client';

	let { onuse }: { onuse: (texts: Texts) => void } = $props();

	let choices = $state.raw<Schema<'FramingChoice'>[]>([]);
	let name = $state('');
	let wrong = $state('');

	async function read(file: File | undefined): Promise<void> {
		if (!file) return;
		wrong = '';
		choices = [];
		name = file.name;
		try {
			choices = await sendForm<Schema<'FramingChoice'>[]>('/framing-lists', form(file));
		} catch (error) {
			wrong = `${file.name}: ${words(error)}`;
		}
	}
</script>

<div class="text-sm">
	<label class="act cursor-pointer"
		>From a framing decision list<input
			type="file"
			accept=".fdl,application/json"
			class="sr-only"
			onchange={(event) => {
				void read(event.currentTarget.files?.[0]);
				event.currentTarget.value = '';
			}}
		/></label
	>
	{#if wrong}<p role="alert" class="pt-1 text-red">{wrong}</p>{/if}
	{#if choices.length}
		<ul class="max-h-40 overflow-y-auto pt-1" aria-label="What {name} offers">
			{#each choices as each, n (n)}
				<li class="flex items-baseline gap-3 border-t border-rule py-1">
					<span class="min-w-0 grow"
						><span class="font-medium">{each.label}</span>
						<span class="num text-xs">{each.words}</span></span
					>
					<button type="button" class="act" onclick={() => onuse(each.texts)}>Use it</button>
				</li>
			{/each}
		</ul>
	{/if}
</div>
