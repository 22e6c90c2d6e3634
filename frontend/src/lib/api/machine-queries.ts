/** The questions of this machine: its workers, and the devices beside the screen. */
import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take, type Schema } from './client';

/** The workers there are, or what others would come to. */
export const workersQuery = (wanted: Schema<'WantedWorkers'> | null) =>
	queryOptions({
		queryKey: ['workers', wanted],
		queryFn: ({ signal }) =>
			wanted
				? take(api.POST('/api/v1/workers/preview', { body: wanted, signal }))
				: take(api.GET('/api/v1/workers', { signal })),
		placeholderData: keepPreviousData,
		// A scheduler comes and goes by itself.
		refetchInterval: (query) => (query.state.data?.farm ? 2000 : false),
		retry: false
	});

/** The devices against a shot, as set or as typed. */
export const devicesQuery = (shot_id: number, wanted: Schema<'WantedDevices'> | null) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'devices', wanted],
		queryFn: ({ signal }) => {
			const params = { path: { shot_id } };
			return wanted
				? take(
						api.POST('/api/v1/shots/{shot_id}/devices/preview', { params, body: wanted, signal })
					)
				: take(api.GET('/api/v1/shots/{shot_id}/devices', { params, signal }));
		},
		placeholderData: keepPreviousData,
		retry: false
	});
