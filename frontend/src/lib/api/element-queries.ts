/** The questions of elements: what lies in the stack, was found, is newer or gone, and volumes. */
import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take, type Schema } from './client';
import { TYPED } from './typed-answers';

export const stackQuery = (shot_id: number, view: Schema<'FrameRange'> | null) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'stack', view],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/stack', {
					params: { path: { shot_id }, query: view ?? {} },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

/** How far elements are that are still being written: asked again while there are any. */
export const growingQuery = (shot_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'growing'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}/growing', { params: { path: { shot_id } }, signal })),
		refetchInterval: (query) => (query.state.data?.length ? 5000 : false)
	});

export const foundQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'found'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/found', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const goneQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'gone'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/gone', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const newerQuery = (shot_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'newer'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}/newer', { params: { path: { shot_id } }, signal }))
	});

export const newerVersionQuery = (newer: Schema<'NewerVersion'>) =>
	queryOptions({
		queryKey: ['shot', newer.shot_id, 'newer', newer.element, newer.name, newer.newest],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/newer', {
					params: { path: { shot_id: newer.shot_id, element_id: newer.element } },
					signal
				})
			)
	});

export const newerOfAllQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'newer'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/newer', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const viewsQuery = (shot_id: number, element_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'views', element_id],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/views', {
					params: { path: { shot_id, element_id } },
					signal
				})
			)
	});

export const layersQuery = (
	shot_id: number,
	element_id: number,
	frame: number | null,
	version: string
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'layers', element_id, frame, version],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/layers', {
					params: { path: { shot_id, element_id }, query: frame === null ? {} : { frame } },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

export const waveformQuery = (
	shot_id: number,
	element_id: number,
	version: string,
	view: Schema<'FrameRange'>
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'waveform', element_id, version, view],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/waveform', {
					params: { path: { shot_id, element_id }, query: view },
					signal
				})
			),
		placeholderData: keepPreviousData
	});

export const renumberingQuery = (
	shot_id: number,
	number: number | null,
	body: Schema<'OldCount'>
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'renumbering', number, body],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/shots/{shot_id}/data-files/{number}/preview', {
					params: { path: { shot_id, number: number ?? 0 } },
					body,
					signal
				})
			),
		enabled: number !== null && body.columns.length > 0,
		...TYPED,
		staleTime: 0
	});

export const volumesQuery = () =>
	queryOptions({
		queryKey: ['volumes'],
		queryFn: ({ signal }) => take(api.GET('/api/v1/volumes', { signal }))
	});

export const folderQuery = (volume: string, path: string) =>
	queryOptions({
		queryKey: ['folder', volume, path],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/volumes/{volume}/folder', {
					params: { path: { volume }, query: { path } },
					signal
				})
			),
		staleTime: 0
	});
