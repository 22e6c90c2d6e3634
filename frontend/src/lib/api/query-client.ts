import { QueryClient } from '@tanstack/svelte-query';
import { presence } from './presence.svelte';

/**
 * The one place that answers are kept in.
 *
 * What was heard a moment ago isn't asked again; what is asked anew while an answer is on its way
 * aborts that one. The server is on this machine: the network's being away means nothing.
 */
export const client = new QueryClient({
	defaultOptions: {
		queries: { retry: false, staleTime: 1000, networkMode: 'always' },
		mutations: { networkMode: 'always' }
	}
});

presence.onFound(() => void client.invalidateQueries());

/** Do work that changes something, after the work that was begun before it in the same scope. */
export function inTurn<T>(scope: string, work: () => Promise<T>): Promise<T> {
	const mutation = client
		.getMutationCache()
		.build<T, Error, void, unknown>(client, { mutationFn: work, scope: { id: scope }, gcTime: 0 });
	return mutation.execute();
}
