import { beforeEach, describe, expect, it } from 'vitest';
import { kept } from '$lib/people/kept.svelte';
import { usual, UsualChoice } from './usual.svelte';

beforeEach(() => usual.forget());

describe('usual choices', () => {
	it('are what was chosen last, in the next page too', () => {
		const one = new UsualChoice('way', ['on', 'back'] as const, 'on');
		one.current = 'back';
		expect(new UsualChoice('way', ['on', 'back'] as const, 'on').current).toBe('back');
		expect(JSON.parse(kept.read('usual') ?? '')).toEqual({ way: 'back' });
	});

	it('are as they ship where what was chosen is gone, or was forgotten', () => {
		new UsualChoice('way', ['on', 'aside'], 'on').current = 'aside';
		const now = new UsualChoice('way', ['on', 'back'], 'on');
		expect(now.current).toBe('on');
		usual.forget();
		expect([usual.count, usual.text('way')]).toEqual([0, '']);
	});

	it('count only what differs from how it ships', () => {
		const one = new UsualChoice('guides', [true, false], true);
		one.current = false;
		expect(usual.count).toBe(1);
		one.current = true;
		expect(usual.count).toBe(0);
	});

	it("are somebody's own", () => {
		kept.become(7, { usual: '{"way":"back"}' }, async () => undefined);
		expect(usual.text('way')).toBe('back');
		kept.become(8, { usual: '[1]' }, async () => undefined);
		expect(usual.count).toBe(0);
	});
});
