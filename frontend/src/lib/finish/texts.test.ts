import { expect, test } from 'vitest';
import { steadyOf } from './steady';
import { figuresOf, partOf, withPart } from './texts';

const WRITTEN = 'fills wash 60 % at 24 px, lines chalk 50 % at 6 px held, seed 7';

test('a part of a finish is taken apart and put back', () => {
	expect(partOf(WRITTEN, 'lines')).toBe('chalk 50 % at 6 px held');
	expect(partOf(WRITTEN, 'edges')).toBe('plain');
	expect(withPart(WRITTEN, 'edges', 'left out')).toBe(
		'fills wash 60 % at 24 px, lines chalk 50 % at 6 px held, edges left out, seed 7'
	);
	expect(withPart('none', 'fills', 'wash 60 % at 24 px')).toBe('fills wash 60 % at 24 px');
	expect(withPart('fills wash', 'fills', 'plain')).toBe('none');
});

test('figures of a part, or the usual ones', () => {
	expect(figuresOf('chalk 50 % at 6 px held')).toEqual({
		texture: 'chalk',
		strength: 50,
		scale: 6,
		held: true
	});
	expect(figuresOf('dry brush')).toEqual({
		texture: 'dry brush',
		strength: 60,
		scale: 24,
		held: false
	});
});

test('frames that come in any order are played in theirs', () => {
	const came = steadyOf([
		{ frame: 3, key: 'c', change: null },
		{ frame: 1, key: 'a', change: 1 },
		{ frame: 2, key: 'b', change: 3 }
	]);
	expect(came.keys).toEqual(['a', 'b', 'c']);
	expect([came.mean, came.greatest]).toEqual([2, 3]);
	expect(steadyOf([]).mean).toBeNull();
});
