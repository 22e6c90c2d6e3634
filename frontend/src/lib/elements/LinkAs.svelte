<!-- Linking files to the shot: as its plate, or as what is chosen. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';
	import { PICTURE_ROLES } from './roles';
	import Choice from '$lib/ui/choice/Choice.svelte';

	let {
		name,
		role = 'plate',
		roles = PICTURE_ROLES,
		onlink
	}: {
		name: string;
		role?: Schema<'Role'>;
		roles?: readonly Schema<'Role'>[];
		onlink: (role: Schema<'Role'>) => void;
	} = $props();

	let chosen = $derived(role);
</script>

<span class="flex items-center gap-2">
	<button type="button" class="act" onclick={() => onlink(chosen)}>Link as</button>
	<Choice
		label="What {name} is to the shot"
		value={chosen}
		options={roles}
		onchoose={(words) => (chosen = words as Schema<'Role'>)}
	/>
</span>
