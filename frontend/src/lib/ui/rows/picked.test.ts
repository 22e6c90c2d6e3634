import { describe, expect, it } from 'vitest';
import { Picked } from './picked.svelte';

describe('several of many rows', () => {
	it('are taken one by one, and let go of', () => {
		const picked = new Picked(() => [1, 2, 3]);
		picked.turn(2);
		picked.turn(3);
		picked.turn(2);
		expect(picked.all).toEqual([3]);
		picked.clear();
		expect(picked.all).toEqual([]);
	});

	it('are taken as a run, in the order that they are shown in', () => {
		const picked = new Picked(() => [5, 3, 9, 1, 7]);
		picked.turn(1);
		picked.turn(3, true);
		expect([...picked.all].sort()).toEqual([1, 3, 9]);
		picked.turn(7, true);
		expect([...picked.all].sort()).toEqual([1, 3, 7, 9]);
	});

	it('take a run from nowhere, or to what is not shown, as one', () => {
		const picked = new Picked(() => [1, 2, 3]);
		picked.turn(2, true);
		expect(picked.all).toEqual([2]);
		picked.turn(8, true);
		expect(picked.all).toEqual([2, 8]);
	});

	it('are all that are shown, and then none', () => {
		let shown = [1, 2];
		const picked = new Picked(() => shown);
		picked.turnAll();
		shown = [2, 3];
		picked.turnAll();
		expect(picked.all).toEqual([1, 2, 3]);
		picked.turnAll();
		expect(picked.all).toEqual([]);
	});
});
