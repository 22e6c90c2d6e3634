/** Every question that a page asks, under its key: what changes something makes those keys stale. */
import { keepPreviousData, queryOptions, replaceEqualDeep } from '@tanstack/svelte-query';
import { api, take, type Schema, type Texts } from './client';
import { client } from './query-client';

/** What is kept of a question that is put anew with every keystroke: not long, and never twice. */
const TYPED = { placeholderData: keepPreviousData, staleTime: Infinity, gcTime: 2000 } as const;

/** Share what is equal with the answer before, though that was to another question. */
function sharing<T>(): { structuralSharing: (old: unknown, now: unknown) => unknown } {
	let last: T | undefined;
	return {
		structuralSharing: (_, now) => (last = replaceEqualDeep(last, now as T))
	};
}

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

export const sheetQuery = (shot_id: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'sheet'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}', { params: { path: { shot_id } }, signal }))
	});

/** The version that stands: another window may have saved one. */
export const headQuery = (shot_id: number, every: number) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'head'],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/shots/{shot_id}/head', { params: { path: { shot_id } }, signal })),
		refetchInterval: every,
		refetchOnWindowFocus: 'always'
	});

/** A sheet with what is typed in it, and what that was. */
export interface SheetAnswer {
	page: Schema<'ShotPage'>;
	typed: Texts;
}

const sheetSharing = sharing<SheetAnswer>();

export const sheetPreviewQuery = (
	shot_id: number,
	version: number,
	body: Schema<'SheetPreview'>,
	asked: boolean
) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'sheet-preview', version, body],
		queryFn: async ({ signal }): Promise<SheetAnswer> => ({
			page: await take(
				api.POST('/api/v1/shots/{shot_id}/preview', { params: { path: { shot_id } }, body, signal })
			),
			typed: body.typed
		}),
		enabled: asked,
		...TYPED,
		...sheetSharing
	});

export const quickLineQuery = (shot_id: number, line: string, chosen: Record<string, string>) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'quick-line', line, chosen],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/shots/{shot_id}/quick-line/preview', {
					params: { path: { shot_id } },
					body: { line, chosen },
					signal
				})
			),
		enabled: line.trim() !== '',
		...TYPED,
		staleTime: 0
	});

export const provenanceQuery = (shot_id: number, version: number, setting: string) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'provenance', version, setting],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/provenance/{setting}', {
					params: { path: { shot_id, setting } },
					signal
				})
			),
		placeholderData: undefined
	});

export const changeQuery = (shot_id: number, body: Schema<'ShotChange'>) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'change', body],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/shots/{shot_id}/changes/preview', {
					params: { path: { shot_id } },
					body,
					signal
				})
			),
		...TYPED,
		staleTime: 0
	});

const timeChangeSharing = sharing();

export const timeChangeQuery = (shot_id: number, typed: Texts, keep: Schema<'RetimeMode'>) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'time-change', typed, keep],
		queryFn: ({ signal }) =>
			take(
				api.POST('/api/v1/shots/{shot_id}/time-change/preview', {
					params: { path: { shot_id } },
					body: { typed, keep },
					signal
				})
			),
		...TYPED,
		staleTime: 0,
		...timeChangeSharing
	});

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

export const handoffQuery = (shot_id: number, volume: string, folder: string) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'handoff', volume, folder],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/handoff', {
					params: { path: { shot_id }, query: volume ? { volume, folder } : {} },
					signal
				})
			),
		placeholderData: keepPreviousData,
		staleTime: 0
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

/** Hear what a saved shot is now; all that hangs on it is asked anew. */
export function heard(shot_id: number, page: Schema<'ShotPage'>): void {
	const key = sheetQuery(shot_id).queryKey;
	client.setQueryData(key, (before) => replaceEqualDeep(before, page));
	stale(shot_id, page.head.production_id);
}

/**
 * Hear that a shot, or with `besides` what it is judged by, was changed: what shows it is asked anew.
 *
 * What this page saved itself is known already.
 */
export function heardOf(shot_id: number, version: number, besides: boolean): void {
	const key = sheetQuery(shot_id).queryKey;
	const known = client.getQueryData(key)?.head;
	if (known?.version === version && !besides) return;
	stale(shot_id, known?.production_id);
	// A sheet that is worked on looks at the head, says what was saved, and then takes it.
	const looks = client
		.getQueryCache()
		.find({ queryKey: ['shot', shot_id, 'head'] })
		?.isActive();
	if (!looks || known?.version === version) void client.invalidateQueries({ queryKey: key });
}

/** Ask anew what hangs on a shot, when it is looked at next. */
export function stale(shot_id: number, production_id?: number): void {
	const sheet = sheetQuery(shot_id).queryKey.join();
	void client.invalidateQueries({
		queryKey: ['shot', shot_id],
		predicate: (query) =>
			query.queryKey.slice(0, 3).join() !== sheet && query.queryKey[2] !== 'sheet-preview'
	});
	void client.invalidateQueries({ queryKey: ['desk'] });
	if (production_id) void client.invalidateQueries({ queryKey: ['production', production_id] });
}

export const changedFilesQuery = (shot_id: number, step: string) =>
	queryOptions({
		queryKey: ['shot', shot_id, 'changed-files', step],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/shots/{shot_id}/changed-files', {
					params: { path: { shot_id } },
					signal
				})
			),
		staleTime: 0
	});

/** Ask a shot's sheet anew, and all that hangs on it. */
export async function again(shot_id: number): Promise<void> {
	await client.invalidateQueries({ queryKey: ['shot', shot_id] });
	void client.invalidateQueries({ queryKey: ['desk'] });
	void client.invalidateQueries({ queryKey: ['production'] });
}
