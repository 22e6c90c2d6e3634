<!-- The folders of a shot as a plan: lines from each to those in it; what is to be made is dashed. -->
<script lang="ts">
	import type { Schema } from '$lib/api/client';

	let { tree }: { tree: Schema<'TreePage'> } = $props();

	const STATES: Record<string, string> = {
		there: 'there',
		'to make': 'to be made',
		'in the way': 'a file stands there',
		'not known': 'not known'
	};
	const ROW = 18;
	const INDENT = 20;
	// Those of each volume in a plan of their own.
	const volumes = $derived([...new Set(tree.folders.map((row) => row.volume))]);
	type Row = Schema<'TreeFolder'>;
	/** Where a folder's line begins: at the one it lies in. */
	function parent(rows: Row[], n: number): number {
		for (let k = n - 1; k >= 0; k--) if (rows[k]!.depth < rows[n]!.depth) return k;
		return -1;
	}
	const middle = (n: number) => n * ROW + ROW / 2;
</script>

{#each volumes as volume (volume)}
	{@const rows = tree.folders.filter((row) => row.volume === volume)}
	{#if volumes.length > 1}<p class="num pt-1 text-fine text-ink2">{volume}:</p>{/if}
	<svg
		viewBox="0 0 320 {Math.max(1, rows.length) * ROW}"
		width="320"
		height={Math.max(1, rows.length) * ROW}
		class="block max-w-full"
		role="img"
		aria-label="Folders{volume ? ` on ${volume}` : ''}: {rows.map((row) => row.path).join(', ')}"
		data-tree
	>
		{#each rows as row, n (`${row.volume}:${row.path}`)}
			{@const x = 8 + row.depth * INDENT}
			{@const up = parent(rows, n)}
			{#if up >= 0}
				<path
					d="M{8 + rows[up]!.depth * INDENT + 5} {middle(up) + 6}V{middle(n)}H{x - 1}"
					class="line"
				/>
			{/if}
			<g data-state={row.state}>
				<title>{row.path}: {STATES[row.state]}</title>
				<path
					d="M{x} {middle(n) - 5}h4l2 2h6v8h-12z"
					class={row.state === 'there' ? 'is' : row.state === 'in the way' ? 'wrong' : 'will'}
				/>
				<text x={x + 18} y={middle(n) + 4} class="num {row.state === 'in the way' ? 'bad' : ''}"
					>{row.name}{#if row.kind}<tspan class="kind" dx="8">{row.kind}</tspan
						>{/if}{#if row.state === 'in the way'}<tspan dx="8">a file stands there</tspan
						>{/if}</text
				>
			</g>
		{/each}
	</svg>
{/each}

<style>
	.line {
		fill: none;
		stroke: var(--mid);
	}
	.is {
		fill: var(--ink);
		stroke: var(--ink);
	}
	.will {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-dasharray: 2 1.5;
	}
	.wrong {
		fill: var(--redwash);
		stroke: var(--red);
	}
	text {
		fill: var(--ink);
		font-size: calc(11.5px * var(--k));
	}
	.bad {
		fill: var(--red);
	}
	.kind {
		fill: var(--ink2);
		font-family: var(--font-words);
		font-size: calc(11px * var(--k));
	}
</style>
