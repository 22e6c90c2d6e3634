import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { elementPicture, PictureLoader } from './loader.svelte';

type Asked = { address: string; answer: (response: Response) => void; signal: AbortSignal };

let asked: Asked[] = [];
let made = 0;

beforeEach(() => {
	asked = [];
	vi.stubGlobal('fetch', (address: string, init: RequestInit) => {
		return new Promise((answer, fail) => {
			const signal = init.signal as AbortSignal;
			signal.addEventListener('abort', () => fail(new DOMException('left', 'AbortError')));
			asked.push({ address, answer, signal });
		});
	});
	URL.createObjectURL = () => `blob:${++made}`;
	URL.revokeObjectURL = () => {};
});
afterEach(() => vi.unstubAllGlobals());

const settled = () => new Promise((done) => setTimeout(done));
const picture = () => new Response(new Blob(['picture']));

describe('a picture that is loaded', () => {
	it('asks only for the newest of those wished for meanwhile', async () => {
		const loader = new PictureLoader();
		for (const name of ['a1', 'a2', 'a3']) loader.want(name);
		expect(asked.map((each) => each.address)).toEqual(['a1']);
		asked[0]!.answer(picture());
		await settled();
		expect(asked.map((each) => each.address)).toEqual(['a1', 'a3']);
		asked[1]!.answer(picture());
		await settled();
		const shown = loader.url;
		// What was shown before is there at once.
		loader.want('a1');
		loader.want('a3');
		expect(loader.url).toBe(shown);
		expect(asked).toHaveLength(2);
	});

	it('says why there is none, and shows nothing then', async () => {
		const loader = new PictureLoader();
		loader.want('b1');
		asked[0]!.answer(
			new Response(JSON.stringify({ detail: 'plate shows nothing at frame 900.' }), { status: 404 })
		);
		await settled();
		expect([loader.url, loader.trouble]).toEqual(['', 'plate shows nothing at frame 900.']);
	});

	it('is not waited for any more once it was left', async () => {
		const loader = new PictureLoader();
		loader.want('c1');
		loader.leave();
		expect(asked[0]!.signal.aborted).toBe(true);
		await settled();
		expect(loader.url).toBe('');
	});

	it('lies at an address that says its frame, width and layer', () => {
		expect(elementPicture(3, 7, { frame: 1001, width: 480, layer: 'left/Z', version: 'x' })).toBe(
			'/api/v1/shots/3/elements/7/picture?width=480&v=x&frame=1001&layer=left%2FZ'
		);
		expect(elementPicture(3, 7, { frame: null, width: 480, version: 'x' })).not.toContain('frame');
	});
});
