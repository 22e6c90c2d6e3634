/** Use this browser's storage; one that stores nothing, or is full, gives what there is without it. */
export function storage<T>(use: (storage: Storage) => T, without: T): T {
	try {
		return use(localStorage);
	} catch {
		return without;
	}
}
