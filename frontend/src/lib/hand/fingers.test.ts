import { describe, expect, it } from 'vitest';
import { Fingers } from './fingers';

describe('fingers', () => {
	it('say nothing alone, or where they are more than two', () => {
		const fingers = new Fingers();
		fingers.down(1, { x: 0, y: 0 });
		expect(fingers.move(1, { x: 5, y: 5 })).toBeNull();
		fingers.down(2, { x: 50, y: 0 });
		fingers.down(3, { x: 90, y: 0 });
		expect(fingers.move(2, { x: 60, y: 0 })).toBeNull();
		expect(fingers.move(9, { x: 60, y: 0 })).toBeNull();
	});

	it('say how many times as far apart they are, and how far they went', () => {
		const fingers = new Fingers();
		fingers.down(1, { x: 0, y: 0 });
		fingers.down(2, { x: 100, y: 0 });
		expect(fingers.move(2, { x: 200, y: 0 })).toEqual({
			times: 2,
			about: { x: 50, y: 0 },
			by: { x: 50, y: 0 }
		});
		fingers.up(1);
		expect(fingers.move(2, { x: 0, y: 0 })).toBeNull();
		expect(fingers.count).toBe(1);
	});

	it('that meet say nothing of how far apart they are', () => {
		const fingers = new Fingers();
		fingers.down(1, { x: 0, y: 0 });
		fingers.down(2, { x: 40, y: 0 });
		expect(fingers.move(2, { x: 2, y: 0 })?.times).toBe(1);
	});
});
