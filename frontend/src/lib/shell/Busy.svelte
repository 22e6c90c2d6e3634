<!-- Long work: how far it is, what remains, and a way to stop it. -->
<script lang="ts">
	let {
		what,
		done,
		total,
		onstop
	}: { what: string; done: number; total: number; onstop: () => void } = $props();
</script>

<div class="flex items-center gap-3 py-2" role="status">
	<span>{what}</span>
	<progress
		class="h-1.5 w-52 appearance-none bg-rule [&::-moz-progress-bar]:bg-ink [&::-webkit-progress-bar]:bg-rule [&::-webkit-progress-value]:bg-ink"
		max={Math.max(1, total)}
		value={done}
	></progress>
	<span class="num">{done} of {total}, {Math.max(0, total - done)} to go</span>
	<button type="button" class="act" onclick={onstop}>Stop reading</button>
</div>
