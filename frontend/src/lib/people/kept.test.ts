import { beforeEach, describe, expect, it, vi } from 'vitest';
import { Kept, keptJson, kept } from './kept.svelte';

beforeEach(() => {
	localStorage.clear();
	vi.useFakeTimers();
});

describe('what is kept', () => {
	it("is each one's own, and read again when somebody else sits down", () => {
		const send = vi.fn(async () => undefined);
		const mine = new Kept();
		const read = vi.fn();
		mine.onTurn(read);
		mine.become(1, { spines: '[1]' }, send);
		expect(mine.read('spines')).toBe('[1]');
		mine.become(2, {}, send);
		expect([mine.read('spines'), read.mock.calls.length]).toEqual([null, 2]);
		mine.become(1, { spines: '[1]' }, send);
		expect(mine.read('spines')).toBe('[1]');
	});

	it('is sent once it settles, in its last form', async () => {
		const send = vi.fn(async () => undefined);
		const mine = new Kept();
		mine.become(1, {}, send);
		mine.write('spines', '[1]');
		mine.write('spines', '[1,2]');
		expect(send).not.toHaveBeenCalled();
		await vi.advanceTimersByTimeAsync(400);
		expect(send.mock.calls).toEqual([[{ spines: '[1,2]' }]]);
	});

	it('waits for the next start where it could not be sent, and wins over what the server has', async () => {
		const away = vi.fn(async () => Promise.reject(new Error('away')));
		const mine = new Kept();
		mine.become(1, {}, away);
		mine.write('spines', '[1,2]');
		await vi.advanceTimersByTimeAsync(400);
		const next = new Kept();
		const send = vi.fn(async () => undefined);
		next.become(1, { spines: '[1]', paper: 'dim' }, send);
		await vi.advanceTimersByTimeAsync(1);
		expect([next.read('spines'), next.read('paper')]).toEqual(['[1,2]', 'dim']);
		expect(send.mock.calls).toEqual([[{ spines: '[1,2]' }]]);
	});

	it("comes from the server where the browser's storage was cleared, or there is none", () => {
		const cleared = new Kept();
		cleared.become(1, { spines: '[7]' }, async () => undefined);
		localStorage.clear();
		expect(cleared.read('spines')).toBe('[7]');
		vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
			throw new DOMException('no room');
		});
		cleared.write('spines', '[8]');
		expect(cleared.read('spines')).toBe('[8]');
		vi.restoreAllMocks();
	});

	it('is the usual where what is kept is of no use', () => {
		kept.write('odd', '{{');
		expect(keptJson('odd', [1], Array.isArray)()).toEqual([1]);
		kept.write('odd', '{"a":1}');
		expect(keptJson('odd', [1], Array.isArray)()).toEqual([1]);
		kept.write('odd', '[2]');
		expect(keptJson('odd', [1], Array.isArray)()).toEqual([2]);
	});
});
