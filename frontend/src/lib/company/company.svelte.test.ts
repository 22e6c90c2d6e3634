import { read, serve } from '$lib/testing/server';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sheetQuery } from '$lib/api/shot-queries';
import { client } from '$lib/api/query-client';
import { Company } from './company.svelte';

const jo = { name: 'Jo Ek', step: '', setting: 'rate' };

/** A server with one shot that others may have open too. */
class Server {
	others: unknown[] = [];
	version = 2;
	besides = 'a';
	away = false;
	asked: { path: string; body: Record<string, unknown> }[] = [];

	readonly answer = async (request: Request): Promise<Response> => {
		if (this.away) throw new TypeError('network');
		const asked = await read(request);
		// A server that is looked for is asked for its health besides.
		if (asked.path.startsWith('/shots')) this.asked.push(asked);
		const { others, version, besides } = this;
		return Response.json({ others, version, stamp: `${version}.${besides}` });
	};
}

let server: Server;
let company: Company;
let shot = $state(4);
let end: () => void;
let heard: ReturnType<typeof vi.spyOn>;

beforeEach(async () => {
	vi.useFakeTimers();
	server = new Server();
	serve(server.answer);
	client.clear();
	client.setQueryData(sheetQuery(4).queryKey, { head: { version: 2, production_id: 1 } } as never);
	heard = vi.spyOn(client, 'invalidateQueries');
	shot = 4;
	end = $effect.root(() => {
		company = new Company(
			() => shot,
			() => ({ step: '', setting: 'canvas' })
		);
	});
	await vi.advanceTimersByTimeAsync(10);
});
afterEach(() => {
	end();
	vi.restoreAllMocks();
	vi.useRealTimers();
	client.clear();
});

describe('who else has a shot open', () => {
	it('is asked for again and again, while it is said where this page is', async () => {
		expect(server.asked).toEqual([
			{
				method: 'POST',
				path: '/shots/4/company',
				body: { page: expect.any(String), step: '', setting: 'canvas' }
			}
		]);
		server.others = [jo, { ...jo, step: 'proof' }];
		await vi.advanceTimersByTimeAsync(700);
		expect([company.others.length, company.on('rate'), company.on('canvas')]).toEqual([
			2,
			[jo],
			[]
		]);
	});

	it('is asked less often of a server that is away, and then as before', async () => {
		server.away = true;
		await vi.advanceTimersByTimeAsync(700);
		const before = server.asked.length;
		server.away = false;
		await vi.advanceTimersByTimeAsync(2500);
		expect(server.asked).toHaveLength(before);
		await vi.advanceTimersByTimeAsync(1300);
		expect(server.asked.length).toBeGreaterThan(before);
	});

	it('is told when this page goes to another shot, and when it is closed', async () => {
		shot = 5;
		await vi.advanceTimersByTimeAsync(10);
		const paths = server.asked.map((each) => each.path);
		expect(paths).toEqual(['/shots/4/company', '/shots/4/company/left', '/shots/5/company']);
		end();
		await vi.advanceTimersByTimeAsync(5000);
		expect(server.asked.map((each) => each.path).slice(3)).toEqual(['/shots/5/company/left']);
	});
});

describe('what others change', () => {
	const sheet = () =>
		heard.mock.calls.some(
			([about]: [{ queryKey?: unknown[]; predicate?: unknown }]) =>
				!about.predicate && about.queryKey?.join() === sheetQuery(4).queryKey.join()
		);

	it('is asked anew once it is heard of', async () => {
		server.version = 3;
		await vi.advanceTimersByTimeAsync(700);
		expect(sheet()).toBe(true);
	});

	it('is asked anew too where it is only what the shot is judged by', async () => {
		server.besides = 'b';
		await vi.advanceTimersByTimeAsync(700);
		expect(sheet()).toBe(true);
	});

	it('is nothing while nothing changed, or where this page saved it', async () => {
		await vi.advanceTimersByTimeAsync(2000);
		expect(heard).not.toHaveBeenCalled();
		server.version = 3;
		client.setQueryData(sheetQuery(4).queryKey, { head: { version: 3 } } as never);
		await vi.advanceTimersByTimeAsync(700);
		expect(heard).not.toHaveBeenCalled();
	});
});
