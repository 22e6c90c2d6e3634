/** The questions of the proof, and of colours seen before they are taken. */
import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take } from './client';

/** All that there is to look at in a shot. */
export const proofQuery = (shot_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'proof'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}/proof', { params: { path: { shot_id } }, signal }))
	});

/** The shader that a layer is seen by, in a version of the shot and its colours; null for data. */
export const shaderQuery = (
	shot_id: number,
	pick: { id: number; layer: string } | null,
	graded: boolean,
	version: string
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'shader', pick?.id, pick?.layer, graded, version],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/proof/{element_id}/shader', {
					params: {
						path: { shot_id, element_id: pick?.id ?? 0 },
						query: { layer: pick?.layer ?? '', graded }
					},
					signal
				})
			),
		staleTime: Infinity,
		enabled: pick !== null
	});

/** The noise of a file's frame; not asked for without a number. */
export const noiseQuery = (
	shot_id: number,
	element_id: number,
	number: number | null,
	layer: string
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'noise', element_id, number, layer],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/proof/{element_id}/noise', {
					params: { path: { shot_id, element_id }, query: { number: number ?? 0, layer } },
					signal
				})
			),
		enabled: number !== null && element_id > 0
	});

/** How much of an element's middle frame lies outside, with colours as they are typed. */
export const outsideQuery = (
	shot_id: number,
	element_id: number,
	colours: Record<string, string>,
	version: string
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'outside', element_id, colours, version],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/outside', {
					params: { path: { shot_id, element_id }, query: colours },
					signal
				})
			),
		placeholderData: keepPreviousData,
		retry: false
	});

/** The light copies of an element. */
export const copiesQuery = (shot_id: number, element_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'copies', element_id],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/elements/{element_id}/light-copies', {
					params: { path: { shot_id, element_id } },
					signal
				})
			),
		enabled: element_id > 0,
		retry: false
	});
