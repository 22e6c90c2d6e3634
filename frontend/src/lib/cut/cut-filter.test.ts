import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import { CutFilter, sequenceOf } from './cut-filter.svelte';

type Line = Schema<'ShotLine'>;

const line = (code: string, state: Schema<'State'>, length: number, title = ''): Line => ({
	shot_id: 1,
	code,
	title,
	state,
	word: state,
	edit_in: null,
	source_in: null,
	length,
	shape: 1.78,
	line: null,
	note: ''
});

const LINES = [
	line('LAN_0020', 'follows', 24, 'Both eyes on the stair'),
	line('LAN_0010', 'differs', 62, 'The lamp flares'),
	line('FRO_0100', 'reason', 40, 'The frost')
];

describe('the shots of a cut', () => {
	it('are of the sequence that their codes begin with', () => {
		expect(['LAN_0010', 'HCR_040', 'sq01_sh010b', 'A', '0010'].map(sequenceOf)).toEqual([
			'LAN',
			'HCR',
			'sq01_sh',
			'',
			''
		]);
	});

	it('are found by every word, and by bare codes', () => {
		const filter = new CutFilter(() => LINES);
		expect([filter.on, filter.lines]).toEqual([false, LINES]);
		filter.words = 'the FLARES';
		expect(filter.lines.map((each) => each.code)).toEqual(['LAN_0010']);
		filter.words = 'lan20';
		expect(filter.lines.map((each) => each.code)).toEqual(['LAN_0020']);
	});

	it('are those of some states and of a sequence', () => {
		const filter = new CutFilter(() => LINES);
		filter.turn('differs');
		filter.turn('reason');
		expect(filter.lines.map((each) => each.code)).toEqual(['LAN_0010', 'FRO_0100']);
		filter.sequence = 'FRO';
		expect(filter.lines.map((each) => each.code)).toEqual(['FRO_0100']);
		filter.turn('reason');
		expect(filter.lines).toEqual([]);
		filter.clear();
		expect([filter.on, filter.lines.length]).toEqual([false, 3]);
	});

	it('are sorted, and stand in the order of the cut again', () => {
		const filter = new CutFilter(() => LINES);
		filter.sort('code');
		expect(filter.lines.map((each) => each.code)).toEqual(['FRO_0100', 'LAN_0010', 'LAN_0020']);
		filter.sort('length');
		expect(filter.lines.map((each) => each.length)).toEqual([62, 40, 24]);
		filter.sort('state');
		expect(filter.lines[0]?.state).toBe('differs');
		filter.sort('state');
		expect(filter.lines).toEqual(LINES);
	});
});
