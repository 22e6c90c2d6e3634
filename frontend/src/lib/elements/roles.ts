import type { Schema } from '$lib/api/client';

type Role = Schema<'Role'>;

/** What files with pictures can be to a shot. */
export const PICTURE_ROLES: readonly Role[] = [
	'plate',
	'background',
	'artwork',
	'render',
	'matte',
	'data pass',
	'reference'
];
