import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { hand } from './hand.svelte';

const { dataset } = document.documentElement;

/** What the browser says of a pointer. */
function pointer(type: string, pointerType: string, buttons = 0): PointerEvent {
	return Object.assign(new Event(type), { pointerType, buttons }) as unknown as PointerEvent;
}

beforeEach(() => {
	vi.useFakeTimers();
	localStorage.clear();
	hand.pen = false;
	hand.take('auto', 'usual');
});
afterEach(() => vi.useRealTimers());

describe('what is pressed', () => {
	it('is large as soon as a pen hovers, and small again after a mouse pressed', () => {
		hand.saw(pointer('pointerover', 'pen'));
		vi.advanceTimersByTime(1);
		expect([hand.large, dataset['targets'], localStorage.getItem('hand')]).toEqual([
			true,
			'large',
			'pen'
		]);
		hand.saw(pointer('pointerover', 'mouse'));
		vi.advanceTimersByTime(1000);
		expect(hand.large).toBe(true);
		hand.saw(pointer('pointerdown', 'mouse', 1));
		// It stays where it is until the press is over.
		expect(hand.large).toBe(true);
		vi.advanceTimersByTime(400);
		expect([hand.large, dataset['targets']]).toEqual([false, 'small']);
	});

	it('is large once a finger pressed, and never while it only passes', () => {
		hand.saw(pointer('pointerover', 'touch'));
		vi.advanceTimersByTime(1000);
		expect(hand.large).toBe(false);
		hand.saw(pointer('pointerdown', 'touch', 1));
		vi.advanceTimersByTime(400);
		expect(hand.large).toBe(true);
	});

	it('is no other for a press that no pointer made, or a pen that drags', () => {
		hand.saw(pointer('pointerdown', ''));
		hand.saw(pointer('pointerover', 'pen', 1));
		vi.advanceTimersByTime(1000);
		expect(hand.large).toBe(false);
	});

	it('is as somebody chose, whatever is in the hand', () => {
		const keep = vi.fn();
		hand.keep = keep;
		hand.aim('large');
		expect([hand.large, keep.mock.calls]).toEqual([true, [[{ targets: 'large' }]]]);
		hand.pen = true;
		hand.aim('small');
		expect([hand.large, localStorage.getItem('targets')]).toEqual([false, 'small']);
	});
});

it('grows with the size of text, which is kept before the first paint of the next start', () => {
	const keep = vi.fn();
	hand.keep = keep;
	hand.size('largest');
	expect([hand.k, dataset['text'], localStorage.getItem('text')]).toEqual([
		1.3,
		'largest',
		'largest'
	]);
	expect(keep).toHaveBeenCalledWith({ text: 'largest' });
	hand.size('larger');
	expect(hand.k).toBe(1.15);
});
