import { createQuery } from '@tanstack/svelte-query';
import { api, take } from '$lib/api/client';

/** A production's page, kept fresh. */
export function productionQuery(id: () => number) {
	return createQuery(() => ({
		queryKey: ['production', id()],
		queryFn: () =>
			take(
				api.GET('/api/productions/{production_id}', { params: { path: { production_id: id() } } })
			)
	}));
}
