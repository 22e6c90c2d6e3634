/** The questions of the desk, productions, edit formats and formats. */
import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take, type Schema, type Texts } from './client';
import { sharing, TYPED } from './typed-answers';

export const deskQuery = () =>
	queryOptions({
		queryKey: ['desk'],
		queryFn: ({ signal }) => take(api.GET('/api/v1/desk', { signal }))
	});

export const productionQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const sharedSetupsQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'shared-setups'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/shared-setups', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const batchesQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'batches'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/batches', {
					params: { path: { production_id }, query: { limit: 10 } },
					signal
				})
			)
	});

export const recutQuery = (production_id: number, against: number | null) =>
	queryOptions({
		queryKey: ['production', production_id, 'recut', against],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/recut', {
					params: { path: { production_id }, query: { against } },
					signal
				})
			)
	});

export const frameRequestsQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'frame-requests'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/frame-requests', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const edlNotesQuery = (production_id: number) =>
	queryOptions({
		queryKey: ['production', production_id, 'edl-notes'],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/productions/{production_id}/edl-notes', {
					params: { path: { production_id } },
					signal
				})
			)
	});

export const batchPreviewQuery = (
	production_id: number,
	body: Schema<'ShotsChange'>,
	limit: number,
	ready: boolean
) =>
	queryOptions({
		queryKey: ['production', production_id, 'batch-preview', body, limit],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/productions/{production_id}/batches/preview', {
					params: { path: { production_id }, query: { limit } },
					body,
					signal
				})
			),
		enabled: ready,
		...TYPED,
		staleTime: 1000
	});

const newEditFormatSharing = sharing();

export const newEditFormatQuery = (typed: Texts) =>
	queryOptions({
		queryKey: ['new-edit-format', typed],
		queryFn: ({ signal }) =>
			take(api.POST('/api/v1/edit-format/preview', { body: { typed }, signal })),
		...TYPED,
		staleTime: 1000,
		...newEditFormatSharing
	});

const editFormatSharing = sharing();

export const editFormatQuery = (
	production_id: number,
	typed: Texts,
	along: boolean,
	out: number[],
	limit: number
) =>
	queryOptions({
		queryKey: ['production', production_id, 'edit-format', typed, along, out, limit],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/productions/{production_id}/edit-format/preview', {
					params: { path: { production_id }, query: { limit } },
					body: { typed, along, out },
					signal
				})
			),
		...TYPED,
		staleTime: 1000,
		...editFormatSharing
	});

export const formatsQuery = (text: string) =>
	queryOptions({
		queryKey: ['formats', text],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/formats', { params: { query: { text } }, signal })),
		placeholderData: keepPreviousData
	});

/** The names of all formats, to choose from. */
export const formatNamesQuery = () =>
	queryOptions({
		...formatsQuery(''),
		select: (page: Schema<'LibraryPage'>) =>
			page.families.flatMap((family) => family.formats.map((each) => each.name))
	});

const houseSharing = sharing();

export const houseQuery = (body: Schema<'HouseRequest'>) =>
	queryOptions({
		queryKey: ['house', body],
		queryFn: ({ signal }) => take(api.POST('/api/v1/house/preview', { body, signal })),
		...TYPED,
		staleTime: 1000,
		...houseSharing
	});
