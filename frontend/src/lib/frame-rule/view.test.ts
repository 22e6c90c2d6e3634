import { beforeEach, describe, expect, it, vi } from 'vitest';
import { RuleView } from './view.svelte';

const WHOLE = { first: 1001, last: 1100 };

describe('the part of the rule that is looked at', () => {
	let told: unknown[];
	let view: RuleView;

	beforeEach(() => {
		told = [];
		vi.stubGlobal('requestAnimationFrame', (act: () => void) => {
			act();
			return 0;
		});
		view = new RuleView(
			() => WHOLE,
			(shown) => told.push(shown)
		);
	});

	it('is all of it at first', () => {
		expect([view.whole, view.first, view.length, view.last]).toEqual([true, 1001, 100, 1100]);
	});

	it('zooms about a frame, which stays where it is', () => {
		view.zoom(0.5, 1051);
		expect([view.length, view.first]).toEqual([50, 1026]);
		expect(told).toEqual([{ first: 1026, last: 1076 }]);
	});

	it('never shows less than a few frames, or more than there are', () => {
		view.zoom(0.001, 1001);
		expect(view.length).toBe(8);
		view.zoom(1000, 1001);
		expect(view.whole).toBe(true);
		expect(told.at(-1)).toBeNull();
	});

	it('moves to its ends and no further', () => {
		view.zoom(0.5, 1051);
		view.move(900);
		expect(view.first).toBe(1001);
		view.move(2000);
		expect(view.last).toBe(1100);
	});

	it('moves as far as it takes to show a frame', () => {
		view.fit(1010, 1020);
		view.reveal(1090);
		expect(view.last).toBeGreaterThanOrEqual(1090);
		view.reveal(1001);
		expect(view.first).toBe(1001);
	});

	it('stays while an end is dragged, whatever that makes of the shot', () => {
		let all = WHOLE;
		const held = new RuleView(
			() => all,
			() => undefined
		);
		held.hold();
		all = { first: 1, last: 5000 };
		expect([held.first, held.last]).toEqual([1001, 1100]);
		held.release();
		expect([held.first, held.last]).toEqual([1, 5000]);
	});
});
