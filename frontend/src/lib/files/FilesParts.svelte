<!-- The parts of a production's files: where they go, what frames are stored as, putting away. -->
<script lang="ts">
	import { page } from '$app/state';

	const root = $derived(`/p/${page.params.id}/files`);
	const parts = $derived([
		{ label: 'Paths and folders', href: root },
		{ label: 'Storing', href: `${root}/storing` },
		{ label: 'Putting away', href: `${root}/away` }
	]);
</script>

<nav class="flex gap-x-1 border-b border-rule px-[16px] py-1" aria-label="Parts of files">
	{#each parts as part (part.href)}
		<a
			class="toggle inline-flex items-center"
			href={part.href}
			aria-current={page.url.pathname === part.href ? 'page' : undefined}>{part.label}</a
		>
	{/each}
</nav>
