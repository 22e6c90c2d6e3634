import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { WindowKind } from './windows.svelte';

type Hear = (event: { data: unknown }) => void;

/** A channel whose messages come at once, so that a test needs no wait. */
class Channel {
	static all: Channel[] = [];
	private readonly hears = new Set<Hear>();

	constructor() {
		Channel.all.push(this);
	}

	addEventListener(_: string, hear: Hear): void {
		this.hears.add(hear);
	}

	removeEventListener(_: string, hear: Hear): void {
		this.hears.delete(hear);
	}

	postMessage(data: unknown): void {
		for (const other of Channel.all)
			if (other !== this)
				for (const hear of [...other.hears]) hear({ data: structuredClone(data) });
	}
}

const ends: (() => void)[] = [];

/** A page that was just opened, with its own copy of the module. */
async function page() {
	vi.resetModules();
	window.name = '';
	const { windows } = await import('./windows.svelte');
	return windows;
}

/** A window of a kind, as its browser has it. */
async function own(kind: WindowKind) {
	vi.resetModules();
	window.name = `zero-slate-${kind}`;
	const { OwnWindow } = await import('./windows.svelte');
	const { rooted } = await import('$lib/testing/rooted.svelte');
	const { made, end } = rooted(() => new OwnWindow<string>(kind));
	ends.push(end);
	return made;
}

beforeEach(() => {
	localStorage.clear();
	Channel.all = [];
	vi.stubGlobal('BroadcastChannel', Channel);
	vi.stubGlobal('close', vi.fn());
	vi.stubGlobal('screen', { availWidth: 1920, availHeight: 1080 });
});
afterEach(() => {
	for (const end of ends.splice(0)) end();
	vi.unstubAllGlobals();
	window.name = '';
});

describe('a window and its page', () => {
	it('find each other, whichever is opened first', async () => {
		const first = await page();
		await own('drawing');
		expect(first.has('drawing')).toBe(true);
		const second = await page();
		expect(second.has('drawing')).toBe(true);
	});

	it('show the same, and the shot in hand', async () => {
		const here = await page();
		here.hand(4);
		here.show('drawing', 'before');
		const window = await own('drawing');
		expect([window.shot, window.shows]).toEqual([4, 'before']);
		here.hand(5);
		here.show('drawing', 'after');
		here.show('rule', 'another');
		expect([window.shot, window.shows]).toEqual([5, 'after']);
	});

	it('part when it is closed by either', async () => {
		const here = await page();
		const window = await own('drawing');
		dispatchEvent(new Event('pagehide'));
		expect(here.has('drawing')).toBe(false);
		await own('rule');
		expect(here.has('rule')).toBe(true);
		here.close('rule');
		expect([here.has('rule'), vi.mocked(close)]).toEqual([false, expect.anything()]);
		expect(close).toHaveBeenCalledOnce();
		expect(window.shows).toBeNull();
	});

	it('do what is done in the window, in the page alone that was used last', async () => {
		const first = await page();
		const did: string[] = [];
		first.answer('rule', { moment: (at: number) => did.push(`first ${at}`) });
		const second = await page();
		const undo = second.answer('rule', { moment: (at: number) => did.push(`second ${at}`) });
		const window = await own('rule');
		dispatchEvent(new Event('focus'));
		window.act('moment', 1009);
		// Both of the test's pages hear one focus: the one that said so last holds.
		expect(did).toEqual(['second 1009']);
		undo();
		window.act('moment', 1010);
		window.act('unheard of');
		expect(did).toEqual(['second 1009']);
	});
});

describe('a window that is to open', () => {
	const opened = () => vi.mocked(window.open).mock.calls[0]!;

	it('stands where it stood last, by name, so that it is opened once', async () => {
		vi.stubGlobal(
			'open',
			vi.fn(() => ({ focus: () => undefined }))
		);
		const here = await page();
		Object.assign(window, { screenX: 40, screenY: 30, innerWidth: 700, innerHeight: 500 });
		await own('drawing');
		dispatchEvent(new Event('pagehide'));
		here.open('drawing');
		expect(opened().slice(0, 2)).toEqual(['/window/drawing', 'zero-slate-drawing']);
		expect(opened()[2]).toBe('popup,left=40,top=30,width=700,height=500');
		expect(here.said).toBe('');
	});

	it('says so where the browser opens none, or its screen is gone', async () => {
		vi.stubGlobal(
			'open',
			vi.fn(() => null)
		);
		const here = await page();
		here.open('proof');
		expect(here.said).toContain('the proof stays here');
		vi.stubGlobal(
			'open',
			vi.fn(() => ({ focus: () => undefined }))
		);
		Object.assign(window, { screenX: 4000, screenY: 30, innerWidth: 700, innerHeight: 500 });
		await own('rule');
		dispatchEvent(new Event('pagehide'));
		here.open('rule');
		expect(here.said).toContain("isn't there now");
	});
});
