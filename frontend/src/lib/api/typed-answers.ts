/** How answers are kept that are asked for with every keystroke. */
import { keepPreviousData, replaceEqualDeep } from '@tanstack/svelte-query';

/** What is kept of a question that is put anew with every keystroke: not long, and never twice. */
export const TYPED = {
	placeholderData: keepPreviousData,
	staleTime: Infinity,
	gcTime: 2000
} as const;

/** Share what is equal with the answer before, though that was to another question. */
export function sharing<T>(): { structuralSharing: (old: unknown, now: unknown) => unknown } {
	let last: T | undefined;
	return {
		structuralSharing: (_, now) => (last = replaceEqualDeep(last, now as T))
	};
}
