import type { Schema, Texts } from '$lib/api/client';

export type Wanted = Schema<'ShotChange'>;

/** Where values come from, as the server takes it. */
export function wanted(about: Partial<Wanted>): Wanted {
	return { typed: {}, groups: [], follow: [], leave: [], ...about };
}

/** Where values come from, as an address says it. */
export function fromAddress(query: URLSearchParams): Wanted {
	const file = query.get('file');
	const shot = query.get('from');
	return wanted({
		format: query.get('format'),
		shot: shot ? Number(shot) : null,
		groups: query.getAll('group'),
		follow: query.getAll('follow'),
		typed: JSON.parse(query.get('typed') ?? '{}') as Texts,
		file: file
			? { volume: query.get('volume') ?? '', path: query.get('path') ?? '', name: file }
			: null
	});
}
