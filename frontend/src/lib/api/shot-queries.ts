/** The questions of a shot, under their keys: what changes something makes those keys stale. */
import { keepPreviousData, queryOptions, replaceEqualDeep } from '@tanstack/svelte-query';
import { api, take, type Schema, type Texts } from './client';
import { client } from './query-client';
import { sharing, TYPED } from './typed-answers';

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
