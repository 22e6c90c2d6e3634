import type { Schema } from '$lib/api/client';

/** What playing has shown so far: its pictures in their order, and how much changes. */
export interface Steady {
	keys: string[];
	changes: { frame: number; change: number }[];
	mean: number | null;
	greatest: number | null;
}

/** Put frames that come in any order in their order. */
export function steadyOf(results: Schema<'PlayedFrame'>[]): Steady {
	const sorted = [...results].sort((one, other) => one.frame - other.frame);
	const changes = sorted.flatMap(({ frame, change }) =>
		change === null ? [] : [{ frame, change }]
	);
	const sum = changes.reduce((so, { change }) => so + change, 0);
	return {
		keys: sorted.map((each) => each.key),
		changes,
		mean: changes.length ? sum / changes.length : null,
		greatest: changes.length ? Math.max(...changes.map(({ change }) => change)) : null
	};
}
