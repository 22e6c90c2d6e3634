import { read, serve } from '$lib/testing/server';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { client } from '$lib/api/query-client';
import { changeOf, Choosing } from './choosing.svelte';

const goto = vi.hoisted(() => vi.fn());
vi.mock('$app/navigation', () => ({ goto }));

let asked: { method: string; path: string; body: Record<string, unknown> }[] = [];
let refused = '';
let choosing: Choosing;
let end: () => void;

beforeEach(async () => {
	goto.mockReset();
	asked = [];
	refused = '';
	client.clear();
	serve(async (request) => {
		const said = await read(request);
		if (said.method === 'GET') return Response.json([{ name: 'Titles', shots: [7, 8] }]);
		asked.push(said);
		return refused
			? Response.json({ detail: refused, code: 'refused', status: 422 }, { status: 422 })
			: Response.json({ id: 9, ids: [11, 12] });
	});
	end = $effect.root(() => {
		choosing = new Choosing(() => 1);
	});
	await vi.waitFor(() => expect(choosing.sharing).toHaveLength(1));
});
afterEach(() => end());

describe('shots chosen for a comp', () => {
	it('name it by the first of them until its name is typed over', () => {
		choosing.pick('LAN_0010', true);
		expect(choosing.compCode).toBe('LAN_0010_comp');
		choosing.pick('LAN_0020', true);
		choosing.pick('LAN_0010', false);
		expect([choosing.comp, choosing.compCode]).toEqual([['LAN_0020'], 'LAN_0020_comp']);
		choosing.pick('LAN_0020', false);
		expect(choosing.compCode).toBe('');
		choosing.compCode = 'long';
		choosing.pick('LAN_0030', true);
		expect(choosing.compCode).toBe('long');
	});

	it('are set up as one, which is opened', async () => {
		await choosing.setUpComp();
		expect(asked).toEqual([]);
		choosing.pick('LAN_0010', true);
		choosing.compCode = ' long ';
		await choosing.setUpComp();
		expect(asked).toEqual([
			{
				method: 'POST',
				path: '/productions/1/comps',
				body: { code: 'long', events: ['LAN_0010'] }
			}
		]);
		expect(goto.mock.calls).toEqual([['/s/9']]);
	});

	it('stay chosen where it is refused, which is said', async () => {
		refused = 'LAN_0010 and LAN_0040 do not adjoin.';
		choosing.pick('LAN_0010', true);
		await choosing.setUpComp();
		expect([choosing.trouble, choosing.comp, goto.mock.calls]).toEqual([refused, ['LAN_0010'], []]);
		refused = '';
		await choosing.setUpComp();
		expect(choosing.trouble).toBe('');
	});
});

describe('several shots', () => {
	it('share a setup under a name, or let go of it', async () => {
		await choosing.share('Titles');
		expect(asked).toEqual([]);
		choosing.several = [4, 5];
		choosing.sharedName = 'Titles';
		await choosing.share(choosing.sharedName);
		await choosing.share(null);
		expect(asked.map(({ path, body }) => [path, body])).toEqual([
			['/productions/1/shared-setups', { name: 'Titles', shots: [4, 5] }],
			['/productions/1/shared-setups/leave', { shots: [4, 5] }]
		]);
		expect(choosing.sharedName).toBe('');
	});

	it('are told what they share', () => {
		expect(choosing.shares(8)?.name).toBe('Titles');
		expect([choosing.shares(4), choosing.shares(null)]).toEqual([undefined, undefined]);
	});

	it('are set up from their events; one alone is opened', async () => {
		await choosing.setUp(['A', 'B'], false);
		expect(goto).not.toHaveBeenCalled();
		await choosing.setUp(['A'], true);
		expect(goto.mock.calls).toEqual([['/s/11']]);
	});

	it('are changed at an address of their own', () => {
		expect(changeOf(3, [4, 5])).toBe('/p/3/change?shots=4&shots=5');
	});
});
