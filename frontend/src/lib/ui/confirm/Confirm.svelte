<!-- Asked only before what can't be undone. -->
<script lang="ts">
	import { AlertDialog } from 'bits-ui';

	let {
		open = $bindable(),
		title,
		text,
		action,
		onconfirm
	}: {
		open: boolean;
		title: string;
		text: string;
		action: string;
		onconfirm: () => void;
	} = $props();
</script>

<AlertDialog.Root bind:open>
	<AlertDialog.Portal>
		<AlertDialog.Overlay class="fixed inset-0 z-30 bg-ink/30" />
		<AlertDialog.Content
			class="fixed top-1/3 left-1/2 z-40 w-[440px] -translate-x-1/2 border border-ink bg-sheet p-5"
		>
			<AlertDialog.Title class="text-head font-semibold">{title}</AlertDialog.Title>
			<AlertDialog.Description class="py-3">{text}</AlertDialog.Description>
			<div class="flex justify-end gap-6">
				<AlertDialog.Cancel class="act">Leave them as they are</AlertDialog.Cancel>
				<AlertDialog.Action
					class="act"
					onclick={() => {
						open = false;
						onconfirm();
					}}>{action}</AlertDialog.Action
				>
			</div>
		</AlertDialog.Content>
	</AlertDialog.Portal>
</AlertDialog.Root>
