import { describe, expect, it } from 'vitest';
import { cutNumber, frameText, size, version, workWords } from './words';

describe('how figures are written', () => {
	it('writes a frame as its field reads it', () => {
		expect([frameText(1001), frameText(0), frameText(-8)]).toEqual(['1001', '0', '=-8']);
	});

	it('writes versions and cuts with their zeros', () => {
		expect([version(2), version(1234), cutNumber(3)]).toEqual(['v002', 'v1234', 'Cut 03']);
	});

	it('says what work does, or behind how many it waits', () => {
		const said = [
			['running', 0],
			['waiting', 0],
			['waiting', 3]
		] as const;
		expect(said.map(([state, ahead]) => workWords({ state, ahead }, 'Reading'))).toEqual([
			'Reading',
			'Waiting its turn, which is next',
			'Waiting its turn, behind 3'
		]);
	});

	it('writes sizes in powers of ten', () => {
		expect([size(999_999), size(1_000_000)]).toEqual(['1000.0 kB', '1.0 MB']);
	});
});
