/** The questions of where files go: paths, folders, disks, versions. */
import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take, type Schema } from './client';

export const filesQuery = (production_id: number, typed: Schema<'TypedFiles'>, shot: string) =>
	queryOptions({
		queryKey: ['production', production_id, 'files', typed, shot],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/productions/{production_id}/layout/preview', {
					params: { path: { production_id } },
					body: { typed, shot },
					signal
				})
			),
		placeholderData: keepPreviousData,
		gcTime: 2000
	});

/** The folders of all shots, and what stands there. */
export const allFoldersQuery = (production_id: number, version: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'folders', version],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/folders', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const disksQuery = (production_id: number, shot: string) =>
	queryOptions({
		queryKey: ['production', production_id, 'disks', shot],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/disks', {
					params: { path: { production_id }, query: { shot } },
					signal
				})
			),
		placeholderData: keepPreviousData,
		// Disks fill up while a page stands open.
		refetchInterval: 30_000
	});

export const shotFilesQuery = (shot_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'files'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}/files', { params: { path: { shot_id } }, signal }))
	});

/** Every version of a shot's setup. */
export const keptVersionsQuery = (shot_id: number, version: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'kept-versions', version],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/kept-versions', { params: { path: { shot_id } }, signal })
			)
	});

/** What differs between two of them, which never changes. */
export const comparedQuery = (shot_id: number, before: number, after: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'compared', before, after],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/kept-versions/compare', {
					params: { path: { shot_id }, query: { before, after } },
					signal
				})
			),
		enabled: before > 0 && after > 0,
		placeholderData: keepPreviousData
	});

/** Every way to store frames, against a shot. */
export const storingQuery = (production_id: number, shot: string) =>
	queryOptions({
		queryKey: ['production', production_id, 'storing', shot],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/storing', {
					params: { path: { production_id }, query: { shot } },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

/** What an archive of a production or a shot would hold. */
export const archiveQuery = (
	production_id: number,
	shot: string | null,
	volume: string,
	folder: string
) =>
	queryOptions({
		queryKey: ['production', production_id, 'archive', shot, volume, folder],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/archive', {
					params: { path: { production_id }, query: { shot, volume, folder } },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

/** What deleting a production or a shot takes away. */
export const deletionQuery = (production_id: number, shot: string | null) =>
	queryOptions({
		queryKey: ['production', production_id, 'deletion', shot],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/deletion', {
					params: { path: { production_id }, query: { shot } },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

export const binQuery = () =>
	queryOptions({
		queryKey: ['bin'],
		queryFn: ({ signal }) => take(api.GET('/api/v1/bin', { signal }))
	});

/** The archives in a folder of a volume. */
export const archivesQuery = (volume: string, folder: string) =>
	queryOptions({
		queryKey: ['archives', volume, folder],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/arrivals/found', { params: { query: { volume, folder } }, signal })),
		enabled: volume !== ''
	});

/** What a production is published as, against a shot: as it stands, or as it is typed. */
export const targetsQuery = (production_id: number, shot: string, typed: string | null) =>
	queryOptions({
		queryKey: ['production', production_id, 'targets', shot, typed],
		queryFn: ({ signal }) => {
			const path = { production_id };
			return typed === null
				? take(
						api.GET('/api/v1/productions/{production_id}/targets', {
							params: { path, query: { shot } },
							signal
						})
					)
				: take(
						api.POST('/api/v1/productions/{production_id}/targets/preview', {
							params: { path },
							body: { typed, shot },
							signal
						})
					);
		},
		placeholderData: keepPreviousData,
		retry: false
	});
