import { describe, expect, it, vi } from 'vitest';
import { LongList } from './long-list.svelte';

describe('a list of thousands', () => {
	const rows = Array.from({ length: 300 }, (_, at) => at);

	it('is laid out as far as its end comes near', () => {
		let near: (entries: { isIntersecting: boolean }[]) => void = () => undefined;
		const watched = vi.fn();
		vi.stubGlobal(
			'IntersectionObserver',
			class {
				observe = watched;
				disconnect = vi.fn();
				constructor(tell: typeof near) {
					near = tell;
				}
			}
		);
		const list = new LongList(() => rows);
		expect([list.shown.length, list.more]).toEqual([120, 180]);
		const end = document.createElement('p');
		void list.end(end);
		expect(watched).toHaveBeenCalledWith(end);
		near([{ isIntersecting: false }]);
		expect(list.shown.length).toBe(120);
		near([{ isIntersecting: true }]);
		near([{ isIntersecting: true }]);
		expect([list.shown.length, list.more]).toEqual([300, 0]);
	});
});
