import { describe, expect, it } from 'vitest';
import { RuleGeometry } from './geometry.svelte';
import { LEFT, RIGHT } from './layout';
import { RuleView } from './view.svelte';

const view = new RuleView(
	() => ({ first: 1001, last: 1100 }),
	() => undefined
);

function geometry(): RuleGeometry {
	const made = new RuleGeometry(view);
	made.width = LEFT + RIGHT + 1000;
	return made;
}

describe('where frames lie', () => {
	it('gives each frame the same room, from the names to the edge', () => {
		const { scale } = geometry();
		expect(scale).toBe(10);
		expect(geometry().x(1001)).toBe(LEFT);
		expect(geometry().x(1101)).toBe(LEFT + 1000);
	});

	it('reads a place back as the moment it is', () => {
		const box = { left: 40 } as DOMRect;
		expect(geometry().moment(40 + geometry().x(1050.5), box)).toBeCloseTo(1050.5);
	});

	it('cuts runs off at the edges and never lets them vanish', () => {
		const long = { first: 900, last: 1300 };
		expect([geometry().from(long), geometry().wide(long, 1)]).toEqual([LEFT, 1000]);
		expect(geometry().wide({ first: 1001, last: 1000 }, 3)).toBe(3);
		expect(geometry().visible({ first: 1101, last: 1200 })).toBe(false);
		expect(geometry().visible({ first: 1100, last: 1200 })).toBe(true);
	});

	it('puts the reading before the hairline at the right edge', () => {
		const words = '01:00:05:02';
		expect(geometry().flag(1001, words).left).toBeGreaterThan(geometry().x(1001));
		expect(geometry().flag(1100, words).left).toBeLessThan(geometry().x(1100));
	});

	it('leaves no figure under the reading', () => {
		const at = geometry().flag(1050, '1050').left;
		expect(geometry().covered(at, '1040', 1050, '1050')).toBe(true);
		expect(geometry().covered(at + 200, '1060', 1050, '1050')).toBe(false);
		expect(geometry().covered(at, '1040', 1050, undefined)).toBe(false);
	});
});
