import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import { HELD, layout } from './layout';

function rule(elements: number, scales = ['edit', 'shot', 'source', 'seconds', 'feet']) {
	const bands = ['cut', 'work', 'clip', ...Array.from({ length: elements }, (_, n) => `e${n}`)];
	return {
		bands: bands.map((key) => ({ key })),
		scales: scales.map((key) => ({ key }))
	} as unknown as Schema<'FrameRule'>;
}

describe('a rule laid out', () => {
	it.each([
		[false, 1],
		[true, 1],
		[false, 1.3],
		[true, 1.3]
	])('has its bands one under another, none over another (large %s, words × %s)', (large, k) => {
		const { bands, scales, tall } = layout(rule(3), large, k);
		const placed = Object.values(bands).sort((one, other) => one.y - other.y);
		for (const [n, band] of placed.slice(1).entries())
			expect(band.y).toBeGreaterThanOrEqual(placed[n]!.y + placed[n]!.height);
		expect(Object.keys(scales)).toEqual(['edit', 'shot', 'source', 'seconds', 'feet']);
		expect(Math.max(...Object.values(scales).map((each) => each.text))).toBeLessThanOrEqual(tall);
	});

	it('leaves a pen 32 px for each band that it takes hold of', () => {
		const { bands } = layout(rule(0), true);
		const middles = ['cut', 'work', 'clip'].map((key) => bands[key]!.y + bands[key]!.height / 2);
		expect([middles[1]! - middles[0]!, middles[2]! - middles[1]!]).toEqual([HELD, HELD]);
	});

	it('is taller by what each element and each scale needs', () => {
		const bare = layout(rule(0)).tall;
		expect(layout(rule(2)).tall - bare).toBe(20);
		expect(layout(rule(2), false, 1.3).tall).toBeGreaterThan(layout(rule(2)).tall);
		expect(bare - layout(rule(0, ['edit', 'shot', 'source', 'seconds'])).tall).toBe(20);
	});
});
