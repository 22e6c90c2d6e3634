import { api, take, type Schema } from '$lib/api/client';

/** Take newer versions of elements of a production; what couldn't be is thrown, in words. */
export async function takeNewest(
	production_id: number,
	newer: readonly Schema<'NewerVersion'>[]
): Promise<void> {
	const places = newer.map((each) => ({
		element: each.element,
		volume: each.volume,
		folder: each.folder,
		name: each.newest
	}));
	const left = await take(
		api.POST('/api/v1/productions/{production_id}/relink', {
			params: { path: { production_id } },
			body: { places }
		})
	);
	if (left.length) throw new Error(left.map((each) => `${each.name}: ${each.why}`).join(' '));
}
