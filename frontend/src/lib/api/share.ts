/**
 * Keep the parts of an answer that say what they said before, as the same objects.
 *
 * A keystroke changes a row or two; what stayed the same is then not drawn again.
 */
export function share<T>(before: T, after: T): T {
	if (before === after || typeof after !== 'object' || after === null) return after;
	if (typeof before !== 'object' || before === null) return after;
	if (JSON.stringify(before) === JSON.stringify(after)) return before;
	if (Array.isArray(after) || Array.isArray(before)) {
		if (!Array.isArray(after) || !Array.isArray(before)) return after;
		return after.map((each, place) => share(before[place], each)) as T;
	}
	const old = before as Record<string, unknown>;
	const shared = Object.entries(after).map(([key, value]) => [key, share(old[key], value)]);
	return Object.fromEntries(shared) as T;
}
