<!-- Red pencil hatching, for what is missing or left bare: fill="url(#id)". -->
<script lang="ts">
	let { id }: { id: string } = $props();
</script>

<defs>
	<pattern {id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
		<path d="M0 0v6" class="stroke-red" stroke-width="2" />
	</pattern>
</defs>
