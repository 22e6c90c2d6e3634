import { me } from '$lib/people/me.svelte';

export const ssr = false;
export const prerender = false;

/** Nothing is shown before it is known whose pages these are. */
export async function load(): Promise<void> {
	if (me.page === null) await me.load();
}
