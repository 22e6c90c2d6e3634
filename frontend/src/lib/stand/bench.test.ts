import { expect, test } from 'vitest';
import { along, benchOf, halfField, lines, metresAt } from './bench';
import { keyedFrames } from './moments';

test('a place on the stand is the distance it was drawn at', () => {
	const bench = benchOf(640, 12, 12);
	for (const metres of [0.5, 4, 12])
		expect(metresAt(bench, along(bench, metres))).toBeCloseTo(metres);
	expect(metresAt(bench, 0)).toBe(0.01);
});

test('the field opens as far as there is room, at one scale', () => {
	const narrow = benchOf(640, 12, 4);
	const wide = benchOf(640, 12, 40);
	expect(along(narrow, 12)).toBeCloseTo(624);
	expect(along(wide, 12)).toBeLessThan(624);
	expect(halfField(wide, 12)).toBeLessThanOrEqual(wide.high + 0.01);
});

test('names of neighbours stand on lines of their own', () => {
	expect(lines([100, 110, 300], 84)).toEqual([0, 1, 0]);
});

test('moments are found in what is typed', () => {
	expect(
		keyedFrames(['keeper 4 m on 1001 to 6 m on 1061', 'f/2 at 3 m on 1001 to 5 m on 1031'])
	).toEqual([1001, 1031, 1061]);
	expect(keyedFrames(['ground 12 m'])).toEqual([]);
});
