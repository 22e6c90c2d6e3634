<!-- Who somebody is: name, initials, what they do, and a mark. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import ProfileTrouble from './ProfileTrouble.svelte';
	import Stamp from './Stamp.svelte';
	import type { TypedProfile } from './typed-profile.svelte';

	let {
		typed,
		disciplines,
		onenter
	}: { typed: TypedProfile; disciplines: readonly string[]; onenter: () => void } = $props();

	const MARKS: Schema<'ProfileMark'>[] = [
		'plain',
		'filled',
		'half',
		'quarters',
		'upright lines',
		'lines across',
		'slanted lines',
		'dots',
		'cross',
		'rings'
	];
	const id = $props.id();

	const wrongIn = (part: string) => (typed.wrong?.part === part ? typed.wrong : null);
</script>

{#snippet field(
	part: 'name' | 'initials' | 'discipline',
	label: string,
	wide: string,
	hint: string
)}
	<label class="flex flex-col gap-1 text-xs text-ink2 {wide}"
		>{label}
		<input
			class="field text-base text-ink"
			placeholder={hint}
			list={part === 'discipline' ? `${id}-disciplines` : undefined}
			aria-invalid={wrongIn(part) !== null}
			aria-describedby={wrongIn(part) ? `${id}-wrong` : undefined}
			data-first={part === 'name' ? true : undefined}
			bind:value={typed[part]}
			onkeydown={(event) => event.key === 'Enter' && onenter()}
		/></label
	>
{/snippet}

<div class="flex flex-wrap items-start gap-x-5 gap-y-3">
	{@render field('name', 'Name', 'w-56', 'Changes are told by it')}
	{@render field('initials', 'Initials', 'w-28', 'from the name')}
	{@render field('discipline', 'What you do', 'w-52', 'Animation, compositing …')}
	<datalist id="{id}-disciplines">
		{#each disciplines as each (each)}<option value={each}></option>{/each}
	</datalist>
	<fieldset class="text-xs text-ink2">
		<legend class="pb-1">Mark</legend>
		<div class="flex flex-wrap gap-1">
			{#each MARKS as mark (mark)}
				<label
					title={mark}
					class="flex h-[32px] w-[32px] cursor-pointer items-center justify-center border border-transparent has-checked:border-ink has-checked:bg-raised has-focus-visible:outline-2 has-focus-visible:outline-blue"
				>
					<input
						type="radio"
						name="{id}-mark"
						value={mark}
						bind:group={typed.mark}
						aria-label="Mark: {mark}"
						class="sr-only"
					/>
					<Stamp {mark} />
				</label>
			{/each}
		</div>
	</fieldset>
</div>
<ProfileTrouble {typed} id="{id}-wrong" />
