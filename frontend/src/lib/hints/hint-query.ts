import { queryOptions } from '@tanstack/svelte-query';
import { api, take } from '$lib/api/client';

/** What a setting of a shot would come to with another value. */
export const hintQuery = (shot_id: number, setting: string, ready: boolean) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'hint', setting],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/hints/{setting}', {
					params: { path: { shot_id, setting } },
					signal
				})
			),
		enabled: ready,
		staleTime: 30_000
	});
