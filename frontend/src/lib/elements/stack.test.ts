import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import { kindWords, layStack, moved, scrubbed, TILT } from './stack';

describe('the stack', () => {
	it('lies within its room, each sheet further right and up than the one behind', () => {
		for (const count of [1, 2, 4, 9, 24]) {
			const { places, tall } = layStack(count, 16 / 9, 780, 540);
			expect(places).toHaveLength(count);
			const rise = Math.tan((TILT * Math.PI) / 180);
			for (const [n, place] of places.entries()) {
				expect(place.left + place.width).toBeLessThanOrEqual(780);
				expect(place.top + place.height).toBeLessThanOrEqual(tall + 0.5);
				expect(place.top - place.width * rise).toBeGreaterThanOrEqual(-0.5);
				const behind = places[n - 1];
				if (behind) {
					expect(place.left).toBeGreaterThan(behind.left);
					expect(place.top).toBeLessThan(behind.top);
				}
			}
		}
	});

	it('shortens its labels where sheets lie close, and scrolls where they lie too many', () => {
		expect(layStack(3, 16 / 9, 780, 540).brief).toBe(false);
		const many = layStack(30, 16 / 9, 780, 540);
		expect(many.brief).toBe(true);
		expect(many.tall).toBeGreaterThan(540);
	});

	it('is put in another order by one sheet', () => {
		expect(moved([1, 2, 3, 4], 2, 1)).toEqual([1, 3, 2, 4]);
		expect(moved([1, 2, 3, 4], 3, -9)).toEqual([3, 1, 2, 4]);
		expect(moved([1, 2, 3, 4], 4, 2)).toEqual([1, 2, 3, 4]);
	});

	it('is run through over all that an element shows', () => {
		const band = {
			key: 'element-7',
			runs: [{ first: 1040, last: 1041 }],
			fills: [{ frames: { first: 1001, last: 1039 }, shows: 'held' }]
		};
		const rule = { bands: [band] } as unknown as Schema<'FrameRule'>;
		expect(scrubbed(rule, 7, 0)).toBe(1001);
		expect(scrubbed(rule, 7, 1)).toBe(1041);
		expect(scrubbed(rule, 8, 0.5)).toBeNull();
	});

	it.each([
		[{ kind: 'one picture', after: 'held', hold: 1, count: 1 }, 'one picture, held'],
		[{ kind: 'moving', hold: 2, count: 39 }, 'on twos, 39 drawings'],
		[{ kind: 'sparse', hold: 1, count: 2, frames: '1039–1040' }, '2 frames, 1039–1040'],
		[{ kind: 'moving', hold: 1, count: 78 }, '78 frames']
	])('says in a few words what there is of an element', (said, words) => {
		const { count, frames } = { frames: '', ...said };
		const linked = { view_of: null, ...said, line: { count, frames } };
		expect(kindWords(linked as unknown as Schema<'LinkedElement'>)).toBe(words);
	});
});
