import { flushSync } from 'svelte';

/**
 * Make something that has effects of its own, for tests that load its module anew: import this after
 * it, so that both have one Svelte.
 */
export function rooted<T>(make: () => T): { made: T; end: () => void } {
	let made!: T;
	const end = $effect.root(() => {
		made = make();
	});
	flushSync();
	return { made, end };
}
