import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take } from '$lib/api/client';

/** What stands side by side. */
export const besideQuery = (of: readonly string[]) =>
	queryOptions({
		queryKey: ['beside', of],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/beside', { params: { query: { of: [...of] } }, signal })),
		enabled: of.length > 0,
		placeholderData: keepPreviousData,
		gcTime: 5000
	});

/** The versions of a shot, to stand beside each other. */
export const versionsQuery = (shot_id: number, ready: boolean) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'kept-versions'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/kept-versions', { params: { path: { shot_id } }, signal })
			),
		enabled: ready
	});
