import { describe, expect, it } from 'vitest';
import { fromAddress, wanted } from './source';

describe('where values come from, as an address says it', () => {
	const read = (query: string) => fromAddress(new URLSearchParams(query));

	it('takes a format, another shot with its groups, or settings to follow', () => {
		expect(read('format=Square').format).toBe('Square');
		const { shot, groups } = read('from=4&group=canvas&group=time');
		expect([shot, groups]).toEqual([4, ['canvas', 'time']]);
		expect(read('follow=rate').follow).toEqual(['rate']);
	});

	it('takes a file with its place', () => {
		expect(read('volume=v&path=a/b&file=x.%23.exr').file).toEqual({
			volume: 'v',
			path: 'a/b',
			name: 'x.#.exr'
		});
		expect(read('volume=v&path=a').file).toBeNull();
	});

	it("takes typed texts, and nothing of what isn't there", () => {
		expect(read('typed={"rate":{"rate":"24"}}').typed).toEqual({ rate: { rate: '24' } });
		expect(read('')).toEqual({ ...wanted({}), format: null, shot: null, file: null });
	});
});
