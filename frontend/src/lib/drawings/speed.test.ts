import { expect, test } from 'vitest';
import { momentShown } from './speed';

const TWELVE = { numerator: 12, denominator: 1 };
const TWENTY_FOUR = { numerator: 24, denominator: 1 };
const FILM = { numerator: 24000, denominator: 1001 };

/** How many drawings are seen in some seconds, painted so often a second. */
function seen(seconds: number, speed: typeof FILM, held: number, painted: number): number {
	const moments = Array.from({ length: seconds * painted }, (_, n) =>
		momentShown(n / painted, speed, speed, held)
	);
	return new Set(moments).size;
}

test('twelve on twos show six drawings a second, however often the screen is painted', () => {
	for (const painted of [24, 60, 144]) expect(seen(2, TWELVE, 2, painted)).toBe(12);
	expect(seen(2, TWENTY_FOUR, 1, 240)).toBe(48);
	expect(seen(2, TWENTY_FOUR, 3, 60)).toBe(16);
});

test('a drawing stands for its exact moment', () => {
	expect(momentShown(1, TWELVE, TWELVE, 2)).toBe(1);
	expect(momentShown(1.08, TWELVE, TWELVE, 1)).toBe(1);
	// 24 frames of 24000/1001 last 1.001 s.
	expect(momentShown(1.002, FILM, FILM, 24)).toBeCloseTo(1.001, 9);
	expect(momentShown(1, FILM, FILM, 24)).toBe(0);
});

test('the same drawings at half the rate show half the movement', () => {
	expect(momentShown(1, TWELVE, TWENTY_FOUR, 1)).toBe(0.5);
});
