import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Spine } from './spines.svelte';

/** Stores as a page that was just opened has them. */
async function opened() {
	vi.resetModules();
	const { spines } = await import('./spines.svelte');
	const { collapsed } = await import('./collapsed.svelte');
	const { papers } = await import('./paper.svelte');
	return { spines, collapsed, papers };
}

const shot = (id: number, about: Partial<Spine> = {}): Spine => ({
	kind: 'shot',
	id,
	label: `FRO_00${id}0`,
	state: 'follows',
	...about
});

beforeEach(() => {
	localStorage.clear();
	delete document.documentElement.dataset.paper;
});

describe('the spines', () => {
	it('are kept for the next start, each once', async () => {
		const { spines } = await opened();
		spines.open(shot(3));
		spines.open({ kind: 'production', id: 3, label: 'Frost', state: 'differs' });
		spines.open(shot(3, { label: 'FRO_0031', state: 'differs' }));
		const again = (await opened()).spines;
		expect(again.all.map((each) => [each.kind, each.label, each.state])).toEqual([
			['shot', 'FRO_0031', 'differs'],
			['production', 'Frost', 'differs']
		]);
	});

	it('close onto their neighbour, and the last onto the desk', async () => {
		const { spines } = await opened();
		[1, 2, 3].forEach((id) => spines.open(shot(id)));
		expect(spines.close(shot(2))).toBe('/s/3');
		expect(spines.close(shot(3))).toBe('/s/1');
		expect(spines.close(shot(1))).toBe('/');
		expect((await opened()).spines.all).toEqual([]);
	});

	it('go round from one to the next', async () => {
		const { spines } = await opened();
		[1, 2, 3].forEach((id) => spines.open(shot(id)));
		expect(spines.beside('/s/3', 1)).toBe('/s/1');
		expect(spines.beside('/s/1/time', -1)).toBe('/s/3');
		expect(spines.at('/s/2/elements')?.id).toBe(2);
		// /s/20 is another shot than /s/2.
		expect(spines.at('/s/20')).toBeUndefined();
		spines.all.length = 0;
		expect(spines.beside('/', 1)).toBeNull();
	});

	it('move within their shelf', async () => {
		const { spines } = await opened();
		[1, 2, 3].forEach((id) => spines.open(shot(id)));
		spines.move(0, 2);
		spines.move(0, -1);
		spines.move(0, 3);
		expect(spines.all.map((each) => each.id)).toEqual([2, 3, 1]);
	});

	it.each(['{', '{"id":1}', '"text"'])('are none where what was kept is %s', async (text) => {
		localStorage.setItem('spines', text);
		expect((await opened()).spines.all).toEqual([]);
	});
});

describe('the groups of a sheet', () => {
	it('are open or shut as they were left', async () => {
		const { collapsed } = await opened();
		expect([collapsed.has('picture'), collapsed.has('time')]).toEqual([true, false]);
		collapsed.turn('picture');
		collapsed.turn('time');
		const again = (await opened()).collapsed;
		expect([again.has('picture'), again.has('time')]).toEqual([false, true]);
	});

	it('are as at first where what was kept is damaged', async () => {
		localStorage.setItem('collapsed', 'no');
		expect((await opened()).collapsed.has('picture')).toBe(true);
	});
});

describe('the paper', () => {
	it('turns, and stays so', async () => {
		const { papers } = await opened();
		expect(papers.current).toBe('paper');
		papers.turn();
		expect(document.documentElement.dataset.paper).toBe('dim');
		expect(localStorage.getItem('paper')).toBe('dim');
		expect((await opened()).papers.current).toBe('dim');
		papers.turn();
		expect((await opened()).papers.current).toBe('paper');
	});
});
