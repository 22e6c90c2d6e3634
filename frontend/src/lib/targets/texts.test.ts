import { expect, test } from 'vitest';
import { withRate, withTarget } from './texts';

test('targets are added, taken out, and given a rate', () => {
	expect(withTarget('none', 'GIF', true)).toBe('GIF');
	expect(withTarget('H.264 movie at 8 Mb/s, GIF', 'H.264 movie', false)).toBe('GIF');
	expect(withTarget('GIF', 'GIF', false)).toBe('none');
	expect(withRate('H.264 movie, GIF', 'H.264 movie', '8')).toBe('H.264 movie at 8 Mb/s, GIF');
	expect(withRate('H.264 movie at 8 Mb/s', 'H.264 movie', ' ')).toBe('H.264 movie');
});
