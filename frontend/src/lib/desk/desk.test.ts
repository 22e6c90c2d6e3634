import { beforeEach, describe, expect, it } from 'vitest';
import { kept } from '$lib/people/kept.svelte';
import { pinned, recent } from './kept-shots.svelte';
import { lastHere } from './last-here.svelte';

let person = 0;
const sit = (has: Record<string, string> = {}) => kept.become(++person, has, async () => undefined);

beforeEach(() => {
	localStorage.clear();
	sit();
});

describe('shots at hand', () => {
	it('are those opened last, the last first, and no more than there is room for', () => {
		for (const id of [1, 2, 3, 1]) recent.first(id);
		expect(recent.ids).toEqual([1, 3, 2]);
		for (let id = 10; id < 50; id++) recent.first(id);
		expect([recent.ids.length, recent.ids[0]]).toEqual([24, 49]);
	});

	it('are pinned until they are let go of, for whoever pinned them', () => {
		pinned.turn(4);
		pinned.turn(7);
		pinned.turn(4);
		expect([pinned.ids, pinned.has(7)]).toEqual([[7], true]);
		sit();
		expect(pinned.ids).toEqual([]);
	});

	it.each(['{', '{}', '[1.5]', '["4"]', 'null'])('that were kept damaged are none: %s', (said) => {
		sit({ pinned: said, recent: said });
		expect([pinned.ids, recent.ids]).toEqual([[], []]);
	});
});

describe('when somebody was here last', () => {
	const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000).toISOString();

	it('is when the sitting before this one ended', () => {
		sit({ here: JSON.stringify({ since: ago(9000), seen: ago(600), at: '/s/4/proof' }) });
		expect(lastHere.since).toBe(JSON.parse(kept.read('here') ?? '').seen);
		expect(lastHere.left).toBe('/s/4/proof');
	});

	it('stays where it was through a reload', () => {
		const since = ago(300);
		sit({ here: JSON.stringify({ since, seen: ago(2), at: '/p/1' }) });
		expect(lastHere.since).toBe(since);
		lastHere.note('/s/9');
		expect([lastHere.left, JSON.parse(kept.read('here') ?? '').since]).toEqual(['/s/9', since]);
	});

	it('is now once what changed was looked at, and for who is new', () => {
		const now = new Date();
		lastHere.looked(now);
		expect(lastHere.since).toBe(now.toISOString());
		sit();
		expect(Date.now() - Date.parse(lastHere.since)).toBeLessThan(5000);
		sit({ here: '{"since": 4}' });
		expect(Date.now() - Date.parse(lastHere.since)).toBeLessThan(5000);
	});
});
