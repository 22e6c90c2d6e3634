import { describe, expect, it } from 'vitest';
import { Close } from './close.svelte';

function drawing(): Close {
	return new Close(() => ({ width: 400, height: 300 }));
}

describe('a drawing that is looked at close', () => {
	it('keeps what lies under the fingers where it is', () => {
		const close = drawing();
		close.zoom(2, { x: 100, y: 150 });
		close.zoom(2, { x: 100, y: 150 });
		// What is drawn at (100, 150) is still there: left + times · place = place.
		expect([close.left + close.times * 100, close.top + close.times * 150]).toEqual([100, 150]);
	});

	it('is never less than all of it, nor dragged past its edges', () => {
		const close = drawing();
		close.pan(50, 50);
		expect([close.left, close.top, close.whole]).toEqual([0, 0, true]);
		close.zoom(2);
		close.pan(-9999, 9999);
		expect([close.left, close.top]).toEqual([-400, 0]);
		close.zoom(0.01);
		expect([close.times, close.whole]).toEqual([1, true]);
		expect([close.left, close.top]).toEqual([0, 0]);
	});

	it('goes only so close', () => {
		const close = drawing();
		for (let n = 0; n < 20; n++) close.zoom(2);
		expect(close.times).toBe(12);
		close.all();
		expect(close.whole).toBe(true);
	});
});
