import { beforeEach, describe, expect, it, vi } from 'vitest';

const KEY = 'typed:shot:4';

/** The store as a page that was just opened has it. */
async function opened() {
	vi.resetModules();
	return (await import('./typed.svelte')).typedTexts;
}

describe('what is typed and not saved yet', () => {
	beforeEach(() => sessionStorage.clear());

	it('outlives a reload, scope by scope', async () => {
		const before = await opened();
		before.type('shot:4', 'canvas', 'width', '1998');
		before.type('time:4', 'rate', 'rate', '12');
		const after = await opened();
		expect(after.of('shot:4')).toEqual({ canvas: { width: '1998' } });
		after.leave('time:4');
		expect((await opened()).of('time:4')).toEqual({});
		expect((await opened()).of('shot:4')).toEqual({ canvas: { width: '1998' } });
	});

	it('keeps what was typed again while it was being saved', async () => {
		const typed = await opened();
		typed.type('shot:4', 'rate', 'rate', '24');
		typed.type('shot:4', 'title', 'text', 'Frost');
		const saved = typed.of('shot:4');
		typed.type('shot:4', 'rate', 'rate', '25');
		typed.settle('shot:4', saved);
		expect(typed.of('shot:4')).toEqual({ rate: { rate: '25' } });
	});

	it('lets go of one setting, or of all', async () => {
		const typed = await opened();
		typed.type('shot:4', 'canvas', 'width', '1998');
		typed.type('shot:4', 'canvas', 'height', '1080');
		typed.type('shot:4', 'rate', 'rate', '24');
		typed.leave('shot:4', ['canvas']);
		expect(typed.of('shot:4')).toEqual({ rate: { rate: '24' } });
		typed.leave('shot:4');
		expect(typed.of('shot:4')).toEqual({});
		expect(sessionStorage.getItem(KEY)).toBeNull();
	});

	it('is told nothing by what something else wrote there', async () => {
		sessionStorage.setItem(KEY, '{broken');
		expect((await opened()).of('shot:4')).toEqual({});
		expect(sessionStorage.getItem(KEY)).toBeNull();
	});

	it('gives the same empty texts each time, so that nothing is asked anew', async () => {
		const typed = await opened();
		expect(typed.of('shot:1')).toBe(typed.of('shot:2'));
	});
});
