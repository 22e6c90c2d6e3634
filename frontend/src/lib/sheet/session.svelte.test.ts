import { read, serve } from '$lib/testing/server';
import { flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Schema, Texts } from '$lib/api/client';
import { client } from '$lib/api/query-client';
import { typedTexts } from '$lib/state/typed.svelte';
import { SheetSession } from './session.svelte';

type Row = Schema<'SheetRow'>;

/** A server with one shot, as far as a sheet asks of it. */
class Server {
	version = 2;
	savedBy = 'me';
	texts: Texts = { canvas: { width: '1920', height: '1080', shape: '' }, rate: { rate: '24' } };
	marks: unknown[] = [];
	asked: { method: string; path: string; body: Record<string, unknown> }[] = [];
	/** Answers that are held back, by the path's end. */
	held = new Map<string, Promise<void>>();
	refuse: Record<string, unknown> | null = null;

	private row(key: string, typed: Texts): Row {
		const stood = { ...this.texts[key], ...typed[key] };
		const wrong = Object.entries(stood).find(([, text]) => text === 'no');
		return {
			key,
			label: key,
			state: 'follows',
			problem: wrong && { message: `${wrong[0]} is wrong`, part: wrong[0], nearest: {} },
			fields: Object.entries(stood).map(([part, text]) => ({ part, text, hint: '' })),
			messages: [],
			understood: null
		} as unknown as Row;
	}

	page(typed: Texts = {}): Schema<'ShotPage'> {
		const rows = ['canvas', 'rate'].map((key) => this.row(key, typed));
		const sheet = { verdict: `v${this.version}`, state: 'follows', groups: [{ key: 'all', rows }] };
		return {
			id: 4,
			head: { version: this.version, production_id: 1, saved_by: this.savedBy, what: 'Canvas' },
			sheet,
			marks: this.marks,
			drawings: { canvas: { shape: '1.7778', captions: {}, pictures: [] }, cadences: [] }
		} as unknown as Schema<'ShotPage'>;
	}

	readonly answer = async (request: Request): Promise<Response> => {
		const asked = await read(request);
		const { body } = asked;
		const path = asked.path.replace('/shots/4', '');
		this.asked.push({ ...asked, path });
		await this.held.get(path);
		if (path === '/head') return Response.json(this.page().head);
		if (path === '/preview') return Response.json(this.page(body['typed'] as Texts));
		if (request.method !== 'GET') {
			if (this.refuse)
				return Response.json(this.refuse, { status: this.refuse['status'] as number });
			if (body['base'] !== this.version) return this.conflict();
			const typed = (body['typed'] ?? {}) as Texts;
			for (const [key, parts] of Object.entries(typed))
				this.texts[key] = { ...this.texts[key], ...parts };
			if (path === '/marks') this.marks = body['marks'] as unknown[];
			this.version += 1;
		}
		return Response.json(this.page());
	};

	private conflict(): Response {
		const changes = [{ key: 'rate', label: 'Rate', before: '24', after: '25' }];
		const said = { status: 409, code: 'conflict', detail: 'Saved by another.', changes };
		return Response.json(said, { status: 409 });
	}

	bodies(path: string): Record<string, unknown>[] {
		return this.asked.filter((each) => each.path === path).map((each) => each.body);
	}
}

const settle = async () => {
	for (let turn = 0; turn < 12; turn++) {
		await new Promise((done) => setTimeout(done));
		flushSync();
	}
};

let server: Server;
let end: () => void;
let session: SheetSession;

beforeEach(async () => {
	sessionStorage.clear();
	typedTexts.leave('shot:4');
	typedTexts.leave('brief:4');
	client.clear();
	server = new Server();
	serve(server.answer);
	end = $effect.root(() => {
		session = new SheetSession(4);
	});
	await settle();
});
afterEach(() => {
	end();
	client.clear();
});

const field = (key: string, part: string) =>
	session.row(key)?.fields.find((each) => each.part === part)?.text;

describe('typing in a sheet', () => {
	it('shows a keystroke at once, and the server’s answer when it comes', async () => {
		let free!: () => void;
		server.held.set('/preview', new Promise((done) => (free = done)));
		session.type('canvas', 'width', 'no');
		await settle();
		expect([field('canvas', 'width'), session.row('canvas')?.problem]).toEqual(['no', undefined]);
		expect(session.unsaved).toBe(true);
		free();
		await settle();
		expect(session.row('canvas')?.problem?.message).toBe('width is wrong');
		// Nothing is stored yet.
		expect(server.version).toBe(2);
	});

	it('asks for what is typed and the row that is looked at, and for nothing else', async () => {
		session.selected = 'rate';
		await settle();
		expect(server.bodies('/preview')).toEqual([]);
		session.type('rate', 'rate', '25');
		await settle();
		expect(server.bodies('/preview')).toEqual([
			{ typed: { rate: { rate: '25' } }, view: null, frame: null, setting: 'rate' }
		]);
	});

	it('puts back what stood there, before the answer too', async () => {
		server.held.set('/preview', new Promise(() => undefined));
		session.type('rate', 'rate', '25');
		await settle();
		session.leave('rate');
		await settle();
		expect([field('rate', 'rate'), session.unsaved]).toEqual(['24', false]);
	});

	it('asks for a part of the frame rule with nothing typed', async () => {
		session.lookAt({ first: 1001, last: 1010 });
		await settle();
		expect(server.bodies('/preview')).toEqual([
			{ typed: {}, view: { first: 1001, last: 1010 }, frame: null, setting: 'canvas' }
		]);
	});
});

describe('a side of the canvas', () => {
	const typed = () => session.typed['canvas'];

	it('is typed by itself, or goes along with a shape that is held', async () => {
		session.typeSide('width', '1998');
		expect(typed()).toEqual({ width: '1998' });
		session.leave('canvas');
		session.hold();
		session.typeSide('width', '960');
		expect(typed()).toEqual({ width: '960', shape: '1.7778' });
		session.typeSide('height', '720');
		expect(typed()).toEqual({ height: '720', shape: '1.7778' });
		session.hold();
		session.leave('canvas');
		session.typeSide('height', '720');
		expect(typed()).toEqual({ height: '720' });
	});

	it('stays where a shape is typed beside it, and the other is let go', () => {
		session.typeSide('width', '1998');
		session.typeSide('shape', '1.85');
		expect(typed()).toEqual({ width: '1998', shape: '1.85' });
		session.typeSide('height', '1080');
		expect(typed()).toEqual({ height: '1080', shape: '1.85' });
		session.typeSide('shape', '2');
		expect(typed()).toEqual({ height: '1080', shape: '2' });
		// With neither side typed the stored one counts, which the server knows.
		session.leave('canvas');
		session.typeSide('shape', '2.39');
		expect(typed()).toEqual({ shape: '2.39' });
	});
});

describe('saving a sheet', () => {
	it('stores the row that was left, and keeps what is typed in others', async () => {
		session.type('rate', 'rate', '25');
		session.type('canvas', 'width', '1998');
		await session.commit('rate');
		await settle();
		expect(server.texts['rate']).toEqual({ rate: '25' });
		expect(session.typed).toEqual({ canvas: { width: '1998' } });
		expect([session.version, session.page.head.version, session.saving]).toEqual([3, 3, 0]);
	});

	it('does nothing for a row that nothing is typed in', async () => {
		await session.commit('rate');
		expect(server.bodies('/setup')).toEqual([]);
	});

	it('follows the save before it, on the version that it gave', async () => {
		session.type('rate', 'rate', '25');
		const first = session.commit('rate');
		session.type('canvas', 'width', '1998');
		const second = session.commit('canvas');
		await Promise.all([first, second]);
		expect(server.bodies('/setup').map((body) => body['base'])).toEqual([2, 3]);
		expect(session.clash).toBeNull();
	});

	it('keeps what was typed while it was on its way', async () => {
		let free!: () => void;
		server.held.set('/setup', new Promise((done) => (free = done)));
		session.type('rate', 'rate', '25');
		const saved = session.commit('rate');
		await settle();
		expect(session.saving).toBe(1);
		session.type('rate', 'rate', '30');
		free();
		await saved;
		expect(session.typed).toEqual({ rate: { rate: '30' } });
		expect(server.texts['rate']).toEqual({ rate: '25' });
	});

	it('takes what would work in place of what was typed', async () => {
		session.type('canvas', 'width', 'no');
		await session.use('canvas', { width: '1' });
		expect(server.texts['canvas']?.['width']).toBe('1');
		expect(session.unsaved).toBe(false);
	});

	it('sends reasons, marks, the lock, the brief and steps on the version that stands', async () => {
		await session.save({}, { canvas: 'room for the shake' });
		await session.setMarks([{ frame: '1009', kind: 'key', name: '' }]);
		await session.lock(true);
		await session.setBrief({ text: 'Frost', items: [] } as unknown as Schema<'Brief'>);
		await session.step('undo');
		await session.step('redo');
		const changes = server.asked.filter((each) => each.method !== 'GET');
		expect(changes.map((each) => [each.method, each.path, each.body['base']])).toEqual([
			['PUT', '/setup', 2],
			['PUT', '/marks', 3],
			['PUT', '/lock', 4],
			['PUT', '/brief', 5],
			['POST', '/undo', 6],
			['POST', '/redo', 7]
		]);
		expect(changes[0]?.body['reasons']).toEqual({ canvas: 'room for the shake' });
		expect(changes[2]?.body['closed']).toBe(true);
	});

	it('says what went wrong, and that a field says it by itself', async () => {
		server.refuse = { status: 422, code: 'refused', detail: 'The disk is full.', changes: [] };
		session.type('rate', 'rate', '25');
		await session.commit('rate');
		expect([session.trouble, session.troubled]).toEqual(['The disk is full.', 'The disk is full.']);
		session.trouble = '';
		session.type('rate', 'rate', 'no');
		await settle();
		await session.commit('rate');
		expect([session.trouble, session.typed]).toEqual(['', { rate: { rate: 'no' } }]);
	});
});

describe('another window', () => {
	it('that saved is told of, and what is typed stays, to be saved on top', async () => {
		session.type('canvas', 'width', '1998');
		server.version = 5;
		await session.commit('canvas');
		await settle();
		expect(session.clash?.message).toBe('Saved by another.');
		expect(session.clash?.changes[0]?.after).toBe('25');
		expect(session.typed).toEqual({ canvas: { width: '1998' } });
		await session.saveMine();
		expect([session.clash, server.texts['canvas']?.['width'], server.version]).toEqual([
			null,
			'1998',
			6
		]);
	});

	it('can be given way to', async () => {
		session.type('canvas', 'width', '1998');
		server.version = 5;
		await session.commit('canvas');
		await settle();
		session.takeTheirs();
		await settle();
		expect([session.clash, session.unsaved, session.version]).toEqual([null, false, 5]);
	});

	it('is noticed at the next look, with what it did', async () => {
		server.version = 3;
		server.savedBy = 'another';
		await client.refetchQueries({ queryKey: ['shot', 4, 'head'] });
		await settle();
		expect(session.clash?.message).toBe('another saved v003 in another window.');
		expect(session.clash?.changes[0]?.label).toBe('Canvas');
		expect(session.version).toBe(3);
	});
});

describe('marks as they would be typed', () => {
	it('have a frame below zero written with “=”', async () => {
		server.marks = [
			{ frame: -8, kind: 'key' },
			{ frame: 1009, name: 'blink' }
		];
		await session.step('undo');
		expect(session.typedMarks).toEqual([
			{ frame: '=-8', kind: 'key', name: '' },
			{ frame: '1009', kind: 'marker', name: 'blink' }
		]);
	});
});
