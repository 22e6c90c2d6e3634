import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Presence } from './presence.svelte';

beforeEach(() => vi.useFakeTimers());
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

/** A server that answers from the third look on. */
function backAtThird(): void {
	let looks = 0;
	vi.stubGlobal('fetch', () => {
		looks += 1;
		return looks < 3 ? Promise.reject(new TypeError('network')) : Promise.resolve({ ok: true });
	});
}

it('looks for a server that is gone until it is back, and sends again what waited', async () => {
	backAtThird();
	const presence = new Presence();
	const [first, last, ask] = [vi.fn(), vi.fn(), vi.fn()];
	presence.onFound(ask);
	presence.lost();
	presence.lost();
	presence.again('shot:1,rate', first);
	presence.again('shot:1,rate', last);
	await vi.advanceTimersByTimeAsync(2500);
	expect([presence.away, last.mock.calls.length]).toEqual([true, 0]);
	await vi.advanceTimersByTimeAsync(1000);
	// The same thing goes in its last form, and what is shown is asked anew after it.
	expect(first).not.toHaveBeenCalled();
	expect(last).toHaveBeenCalledOnce();
	expect(ask).toHaveBeenCalledOnce();
	expect(presence.away).toBe(false);
	expect(presence.returned).toContain('has been sent');
	await vi.advanceTimersByTimeAsync(9000);
	expect(presence.returned).toBe('');
});

it('goes on looking where it is gone again while things are sent', async () => {
	backAtThird();
	const presence = new Presence();
	const ask = vi.fn();
	presence.onFound(ask);
	presence.again('a', () => {
		presence.lost();
		return Promise.resolve();
	});
	presence.lost();
	await vi.advanceTimersByTimeAsync(3000);
	expect([presence.away, ask.mock.calls.length]).toEqual([true, 0]);
	await vi.advanceTimersByTimeAsync(2000);
	expect([presence.away, ask.mock.calls.length]).toEqual([false, 1]);
	expect(presence.returned).toBe('Zero Slate is back.');
});

it('sends the rest where one thing is refused, and says so', async () => {
	backAtThird();
	const presence = new Presence();
	const [rest, ask] = [vi.fn(), vi.fn()];
	presence.onFound(ask);
	presence.again('refused', () => Promise.reject(new Error('too late')));
	presence.again('rest', rest);
	presence.lost();
	await vi.advanceTimersByTimeAsync(3500);
	expect([rest.mock.calls.length, ask.mock.calls.length]).toEqual([1, 1]);
	expect(presence.returned).toContain('Not everything');
});

it('keeps what failed since it was gone again, in its last form, for the next time', async () => {
	backAtThird();
	const presence = new Presence();
	const [first, later] = [vi.fn(), vi.fn()];
	const gone = () => {
		presence.lost();
		return Promise.reject(new Error('away'));
	};
	first.mockImplementationOnce(gone);
	presence.again('kept', first);
	presence.again('other', () => {
		presence.again('other', later);
		return gone();
	});
	presence.lost();
	await vi.advanceTimersByTimeAsync(3000);
	expect([presence.away, first.mock.calls.length]).toEqual([true, 1]);
	await vi.advanceTimersByTimeAsync(2000);
	expect([first.mock.calls.length, later.mock.calls.length]).toEqual([2, 1]);
	expect(presence.returned).toContain('has been sent');
});
