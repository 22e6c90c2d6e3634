import { flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { keys } from '$lib/keys/keys.svelte';
import { RuleGeometry } from './geometry.svelte';
import { LEFT, RIGHT } from './layout';
import { RuleHands } from './rule-hands.svelte';
import { RuleView } from './view.svelte';

/** A rule of 100 frames, 10 px each, from 1001 on. */
function hands() {
	const moments: number[] = [];
	const captured: number[] = [];
	let made!: { hands: RuleHands; view: RuleView };
	const element = {
		setPointerCapture: (id: number) => captured.push(id),
		getBoundingClientRect: () => ({ left: 0 })
	} as unknown as SVGSVGElement;
	end = $effect.root(() => {
		const view = new RuleView(
			() => ({ first: 1001, last: 1100 }),
			() => undefined
		);
		const geometry = new RuleGeometry(view);
		geometry.width = LEFT + RIGHT + 1000;
		const on = {
			view,
			geometry,
			element: () => element,
			onmoment: (at: number) => moments.push(at)
		};
		made = { hands: new RuleHands(on), view };
	});
	return { ...made, moments, captured };
}

let end: () => void = () => undefined;
const x = (frame: number) => LEFT + (frame - 1001) * 10;
const at = (id: number, frame: number, about: Partial<PointerEvent> = {}) =>
	({
		pointerId: id,
		pointerType: 'touch',
		clientX: x(frame),
		clientY: 40,
		tiltX: 0,
		...about
	}) as PointerEvent;
const wheel = (frame: number, about: Partial<WheelEvent>) =>
	({
		clientX: x(frame),
		deltaX: 0,
		deltaY: 0,
		preventDefault: () => undefined,
		...about
	}) as WheelEvent;

beforeEach(() => (keys.penLeft = false));
afterEach(() => end());

describe('a finger on a rule', () => {
	it('takes the hairline along, with the readings beside the hand', () => {
		const { hands: on, moments, captured } = hands();
		expect(on.down(at(1, 1010))).toBe(true);
		on.move(at(1, 1020));
		expect([moments, captured, on.free]).toEqual([[1010, 1020], [1], 'left']);
		on.up(at(1, 1020));
		expect(on.free).toBeNull();
		expect(on.move(at(1, 1030))).toBe(false);
	});

	it('leaves a mouse to the rule itself', () => {
		const { hands: on, moments } = hands();
		const mouse = { pointerType: 'mouse' };
		expect([on.down(at(1, 1010, mouse)), on.move(at(1, 1020, mouse))]).toEqual([false, false]);
		expect(moments).toEqual([]);
	});

	it('of two moves and zooms, and the one that stays says nothing more', () => {
		const { hands: on, view, moments } = hands();
		on.down(at(1, 1040));
		on.down(at(2, 1060));
		on.move(at(2, 1080));
		flushSync();
		expect([view.length, on.free]).toEqual([50, null]);
		// What lay between the fingers still does: 1050, now in the middle of 1040 and 1080.
		expect(view.first + (1060 - 1001) * (50 / 100)).toBeCloseTo(1050, 6);
		const { first } = view;
		on.move(at(1, 1045));
		on.move(at(2, 1085));
		expect(view.first).toBeLessThan(first);
		on.up(at(2, 1085));
		on.move(at(1, 1050));
		expect(moments).toEqual([1040]);
		on.up(at(1, 1050));
		on.down(at(3, 1050));
		expect(moments.length).toBe(2);
	});
});

describe('the side that the hand leaves', () => {
	it('is the one that a pen leans away from, or the one of the key set', () => {
		const { hands: on } = hands();
		const pen = (tiltX: number) => at(1, 1010, { pointerType: 'pen', tiltX });
		on.down(pen(30));
		expect(on.free).toBe('left');
		on.move(pen(-30));
		expect(on.free).toBe('right');
		on.move(pen(0));
		expect(on.free).toBe('left');
		keys.penLeft = true;
		on.move(pen(0));
		expect(on.free).toBe('right');
	});
});

describe('a wheel on a rule', () => {
	it('zooms about what it points at, and moves across', () => {
		const { hands: on, view } = hands();
		on.wheel(wheel(1051, { deltaY: -300 * Math.LN2 }));
		flushSync();
		expect([view.length, view.first]).toEqual([expect.closeTo(50, 6), expect.closeTo(1026, 6)]);
		on.wheel(wheel(1051, { deltaX: 100 }));
		expect(view.first).toBeCloseTo(1031, 6);
		on.wheel(wheel(1051, { deltaY: -100, shiftKey: true }));
		expect(view.first).toBeCloseTo(1026, 6);
	});

	it('is in small steps where two fingers on a pad make it', () => {
		const { hands: on, view } = hands();
		on.wheel(wheel(1051, { deltaY: -80 * Math.LN2, ctrlKey: true }));
		flushSync();
		expect(view.length).toBeCloseTo(50, 6);
	});
});
