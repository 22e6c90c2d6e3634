import { read, serve } from '$lib/testing/server';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schema } from '$lib/api/client';
import { presence } from '$lib/api/presence.svelte';
import { hand } from '$lib/hand/hand.svelte';
import { hints } from '$lib/hints/hints.svelte';
import { keys } from '$lib/keys/keys.svelte';
import { papers } from '$lib/state/paper.svelte';
import { kept } from './kept.svelte';
import { me } from './me.svelte';

/** What the server says of who is here: somebody by a number, or nobody. */
function page(id: number | null, room: Partial<Schema<'Room'>> = {}): Schema<'PeoplePage'> {
	return {
		here: id === null ? null : { id, name: `n${id}` },
		asks: id === null,
		people: [
			{ id: 1, put_away: false },
			{ id: 2, put_away: true }
		],
		keys: { find: ['x'] },
		pen_left: true,
		room: {
			paper: 'dim',
			hints: 'full',
			targets: 'large',
			text: 'larger',
			single_keys: false,
			kept: {},
			...room
		}
	} as unknown as Schema<'PeoplePage'>;
}

let asked: { method: string; path: string; body: Record<string, unknown> }[] = [];
let away = false;

beforeEach(() => {
	localStorage.clear();
	asked = [];
	away = false;
	serve(async (request) => {
		if (away) throw new TypeError('network');
		const said = await read(request);
		asked.push(said);
		return Response.json(said.path === '/people/here' ? page(said.body['id'] as number) : page(1));
	});
});
afterEach(() => vi.useRealTimers());

describe('who works here', () => {
	it('has the room as they left it', async () => {
		await me.load();
		expect([me.person?.id, me.asked, me.people.map((each) => each.id)]).toEqual([1, false, [1]]);
		expect([papers.current, hints.level, hand.targets, hand.k]).toEqual([
			'dim',
			'full',
			'large',
			1.15
		]);
		expect([keys.bindings['find'], keys.single, keys.penLeft]).toEqual([['x'], false, true]);
	});

	it('is asked where nobody has said so', () => {
		me.taken(page(null));
		expect([me.person, me.asked, kept.person]).toEqual([null, true, null]);
	});

	it('has what they changed sent, and it is theirs where somebody else sits down before it is', async () => {
		me.taken(page(1));
		kept.write('spines', '[1]');
		await me.sit(3);
		const sent = asked.filter((each) => each.method === 'PUT');
		expect(sent.map((each) => each.path)).toEqual(['/people/1/room', '/people/here']);
		expect(sent[0]?.body).toEqual({ kept: { spines: '[1]' } });
		expect([me.person?.id, kept.read('spines')]).toEqual([3, null]);
	});

	it('sends a change of the room at once, and again once a server that was away is back', async () => {
		me.taken(page(1));
		hints.set('none');
		await vi.waitFor(() => expect(asked).toHaveLength(1));
		expect(asked[0]?.body).toEqual({ kept: {}, hints: 'none' });
		away = true;
		const again = vi.spyOn(presence, 'again');
		await me.change({ paper: 'dim' });
		expect(again.mock.calls.map(([key]) => key)).toEqual(['room 1 paper']);
		away = false;
		await again.mock.calls[0]![1]();
		expect(asked.at(-1)).toEqual({
			method: 'PUT',
			path: '/people/1/room',
			body: { kept: {}, paper: 'dim' }
		});
	});

	it('keeps things as this browser has them where the server is away', async () => {
		me.taken(page(1));
		away = true;
		await me.load();
		expect(me.person?.id).toBe(1);
	});
});
