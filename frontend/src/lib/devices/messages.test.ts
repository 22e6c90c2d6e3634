import { describe, expect, it } from 'vitest';
import { BUTTONS, heard, pressed, RINGS, turned, type Ring } from './messages';

describe('messages of a control surface', () => {
	it('say how far a ring was turned, both ways', () => {
		expect(heard([0xb0, 16, 1])).toEqual({ ring: 'hairline', steps: 1 });
		expect(heard([0xb3, 17, 127])).toEqual({ ring: 'exposure', steps: -1 });
		expect(heard([0xb0, 18, 65])).toEqual({ ring: 'value', steps: -63 });
	});

	it('of far turns add up', () => {
		for (const ring of Object.keys(RINGS) as Ring[])
			for (const steps of [-200, -64, -1, 1, 63, 64, 500]) {
				const all = turned(ring, steps).map(heard);
				expect(all.every((each) => each && 'ring' in each && each.ring === ring)).toBe(true);
				const sum = all.reduce((so, each) => so + (each && 'steps' in each ? each.steps : 0), 0);
				expect(sum).toBe(steps);
			}
		expect(turned('value', 0)).toEqual([]);
	});

	it('say which button was pressed, and not that it was let go', () => {
		expect(heard(pressed('undo'))).toEqual({ button: 'undo' });
		expect(heard([0x80, BUTTONS.undo, 0])).toBeNull();
		expect(heard([0x90, BUTTONS.undo, 0])).toBeNull();
	});

	it('of other kinds, and broken ones, say nothing', () => {
		for (const odd of [
			[],
			[0xb0],
			[0xb0, 16],
			[0xb0, 99, 1],
			[0xb0, 16, 200],
			[0xf8, 0, 0],
			[0xb0, 16, 0]
		])
			expect(heard(odd)).toBeNull();
	});
});
