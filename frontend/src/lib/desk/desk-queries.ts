import { keepPreviousData, queryOptions } from '@tanstack/svelte-query';
import { api, take, type Schema } from '$lib/api/client';

export type Order = Schema<'DeskOrder'>;

export interface Asked {
	text: string;
	state: Schema<'State'>[];
	artist: string;
	order: Order | '';
	/** How many at the most; none where only how many there are is asked. */
	limit: number;
}

/** Shots that fit what is asked, of every production. */
export const shotsQuery = (asked: Asked) =>
	queryOptions({
		queryKey: ['desk', 'shots', asked],
		queryFn: ({ signal }) =>
			take(
				api.GET('/api/v1/desk/shots', {
					params: {
						query: {
							text: asked.text,
							state: asked.state.length ? asked.state : undefined,
							artist: asked.artist,
							order: asked.order || undefined,
							limit: asked.limit
						}
					},
					signal
				})
			),
		placeholderData: keepPreviousData,
		gcTime: 2000
	});

/** Shots by their numbers. */
export const theseShotsQuery = (shot: readonly number[]) =>
	queryOptions({
		queryKey: ['desk', 'these', shot],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/desk/shots', { params: { query: { shot: [...shot] } }, signal })),
		enabled: shot.length > 0,
		placeholderData: keepPreviousData
	});

/** What others changed since a moment. */
export const sinceQuery = (at: string) =>
	queryOptions({
		queryKey: ['desk', 'since', at],
		queryFn: ({ signal }) =>
			take(api.GET('/api/v1/desk/since', { params: { query: { at } }, signal })),
		enabled: at !== ''
	});
