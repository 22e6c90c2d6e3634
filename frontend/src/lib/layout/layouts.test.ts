import { beforeEach, describe, expect, it } from 'vitest';
import { kept } from '$lib/people/kept.svelte';
import { layouts, NARROWEST, SHIPPED, USUAL, WIDEST } from './layouts.svelte';
import { KINDS, placed } from './windows.svelte';

const sit = (person: number, layout?: unknown) =>
	kept.become(
		person,
		layout === undefined
			? {}
			: { layout: typeof layout === 'string' ? layout : JSON.stringify(layout) },
		async () => undefined
	);

beforeEach(() => {
	localStorage.clear();
	sit(Math.floor(Math.random() * 1e9));
});

describe('layouts', () => {
	it('begin as they ship, and go back to that in one step', () => {
		expect(layouts.side('sheet')).toBe(USUAL.sheet);
		layouts.resize('sheet', 51);
		layouts.fold('sheet rule', true);
		expect([layouts.side('sheet'), layouts.folded('sheet rule')]).toEqual([51, true]);
		expect(layouts.isShipped).toBe(false);
		layouts.ship();
		expect([layouts.side('sheet'), layouts.folded('sheet rule')]).toEqual([USUAL.sheet, false]);
		expect(layouts.isShipped).toBe(true);
	});

	it('keep a name, which is let go once panes are moved', () => {
		layouts.resize('proof', 30);
		expect(layouts.keepAs('  Night   shift ')).toBe('');
		expect(layouts.current.name).toBe('Night shift');
		layouts.choose(SHIPPED[1]!);
		expect(layouts.folded('sheet side')).toBe(true);
		layouts.choose(layouts.own[0]!);
		expect([layouts.side('proof'), layouts.folded('sheet side')]).toEqual([30, false]);
		layouts.turn('proof side');
		expect(layouts.current.name).toBe('');
		// Under the same name it is kept anew, however it is written.
		expect(layouts.keepAs('NIGHT SHIFT')).toBe('');
		expect(layouts.own.map((each) => [each.name, each.folded])).toEqual([
			['NIGHT SHIFT', ['proof side']]
		]);
		layouts.remove(layouts.own[0]!);
		expect([layouts.own, layouts.current.name]).toEqual([[], '']);
	});

	it('say why a name is none', () => {
		expect(layouts.keepAs('  ')).toContain('Type a name');
		expect(layouts.keepAs('figures')).toContain('“figures” ships');
		expect(layouts.keepAs('x'.repeat(41))).toContain('41 characters; 40 is the most');
		for (let n = 0; n < 30; n++) expect(layouts.keepAs(`own ${n}`)).toBe('');
		expect(layouts.keepAs('one more')).toContain('30 layouts');
		expect(layouts.keepAs('own 7')).toBe('');
	});

	it('are those of whoever works here', () => {
		sit(1);
		layouts.resize('sheet', 60);
		sit(2);
		expect(layouts.side('sheet')).toBe(USUAL.sheet);
		sit(1);
		expect(layouts.side('sheet')).toBe(60);
	});

	it.each([
		'',
		'null',
		'[]',
		'{"current":',
		'{"current":{"name":"x","sides":{"sheet":-4},"folded":[]},"own":[]}',
		'{"current":{"name":"x","sides":{"sheet":"wide"},"folded":[]},"own":[]}',
		'{"current":{"name":"x","sides":null,"folded":[]},"own":[]}',
		'{"current":{"name":"x","sides":{},"folded":[]},"own":{}}'
	])('that were kept damaged are the shipped one: %s', (said) => {
		sit(3, said);
		expect(layouts.isShipped).toBe(true);
		expect(layouts.side('sheet')).toBe(USUAL.sheet);
	});

	it('hold a width within what can be worked with', () => {
		layouts.resize('sheet', 3);
		expect(layouts.side('sheet')).toBe(NARROWEST);
		layouts.resize('sheet', 99);
		expect(layouts.side('sheet')).toBe(WIDEST);
	});
});

describe('a window of its own', () => {
	const here = { left: 0, top: 0, wide: 1920, tall: 1080, others: false };

	it('stands where it stood', () => {
		const stood = { x: 200, y: 40, wide: 800, tall: 600 };
		expect(placed(stood, 'drawing', here)).toEqual({ place: stood, moved: false });
		const second = { x: 1920, y: 0, wide: 1600, tall: 900 };
		expect(placed(second, 'proof', { ...here, others: true })).toEqual({
			place: second,
			moved: false
		});
	});

	it('comes to this screen where its own is gone', () => {
		const stood = { x: 1920, y: 0, wide: 2560, tall: 900 };
		expect(placed(stood, 'proof', here)).toEqual({
			place: { x: 0, y: 0, wide: 1920, tall: 900 },
			moved: true
		});
	});

	it('has a size of its own at first', () => {
		const { wide, tall } = KINDS.rule;
		expect(placed(undefined, 'rule', here).place).toEqual({ x: 0, y: 0, wide, tall });
	});
});
