import { afterEach, describe, expect, test, vi } from 'vitest';
import { form, Problem, sendForm, take, words } from './client';

const refused = {
	type: 'urn:zero-slate:problem:refused',
	title: "Can't be taken",
	status: 422,
	detail: 'Width 0 is under 1 pixel.',
	code: 'refused',
	part: 'width',
	nearest: '1',
	changes: []
};

function answer(status: number, data?: unknown, error?: unknown) {
	return Promise.resolve({ data, error, response: new Response(null, { status }) });
}

async function thrown(work: Promise<unknown>): Promise<Problem> {
	return work.then(
		() => expect.fail('nothing was thrown'),
		(error: unknown) => error as Problem
	);
}

describe('taking an answer', () => {
	test('gives its data', async () => {
		expect(await take(answer(200, { id: 3 }))).toEqual({ id: 3 });
		expect(await take(answer(204))).toBeUndefined();
	});

	test('throws the problem that the server tells of', async () => {
		const problem = await thrown(take(answer(422, undefined, refused)));
		expect(problem).toBeInstanceOf(Problem);
		expect(problem.message).toBe('Width 0 is under 1 pixel.');
		expect(problem.body.nearest).toBe('1');
	});

	test('says that the server failed where it says nothing itself', async () => {
		const problem = await thrown(take(answer(500)));
		expect([problem.body.code, problem.body.status]).toEqual(['failed', 500]);
		expect(problem.message).toBe('Zero Slate failed (500).');
	});

	test('tells a server that is gone from a request that was aborted', async () => {
		const away = await thrown(take(Promise.reject(new TypeError('network'))));
		expect(away.body.code).toBe('away');
		const abort = new DOMException('overtaken', 'AbortError');
		expect(await thrown(take(Promise.reject(abort)))).toBe(abort);
	});
});

test('whatever was thrown is said in words', () => {
	expect(words(new Problem(refused))).toBe('Width 0 is under 1 pixel.');
	expect(words('plain')).toBe('plain');
});

describe('a form', () => {
	const file = new File(['TITLE: A'], 'cut.edl');

	test('holds the file and the fields that are given', () => {
		const made = form(file, { rate: '25', example: null });
		expect((made.get('file') as File).name).toBe('cut.edl');
		expect(made.get('rate')).toBe('25');
		expect(made.has('example')).toBe(false);
	});

	afterEach(() => vi.unstubAllGlobals());

	test('is sent to the API, and its answer taken', async () => {
		const fetched = vi.fn(async () => Response.json({ number: 1 }, { status: 201 }));
		vi.stubGlobal('fetch', fetched);
		expect(await sendForm('/productions/1/cuts', form(file))).toEqual({ number: 1 });
		expect(fetched).toHaveBeenCalledWith(
			'/api/v1/productions/1/cuts',
			expect.objectContaining({ method: 'POST' })
		);
	});

	test('that is refused throws, also without words', async () => {
		vi.stubGlobal('fetch', async () => Response.json(refused, { status: 422 }));
		expect((await thrown(sendForm('/x', form(file)))).body.part).toBe('width');
		vi.stubGlobal('fetch', async () => new Response('<html>', { status: 502 }));
		expect((await thrown(sendForm('/x', form(file)))).message).toBe('Zero Slate failed (502).');
	});
});
