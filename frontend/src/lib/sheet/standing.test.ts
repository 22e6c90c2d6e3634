import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import { standing, standingRows } from './standing';

type Row = Schema<'SheetRow'>;

function row(texts: Record<string, string>, about: Partial<Row> = {}): Row {
	const fields = Object.entries(texts).map(([part, text]) => ({
		part,
		text,
		label: part,
		width: 5,
		before: '',
		options: [],
		closed: false,
		hint: part === 'shape' ? 'shape' : ''
	}));
	return { key: 'canvas', fields, problem: null, understood: null, ...about } as unknown as Row;
}

const texts = (of: Row) => Object.fromEntries(of.fields.map((each) => [each.part, each.text]));
const STOOD = row({ width: '1920', height: '1080', shape: '' });

describe('a row as it stands', () => {
	it('is the answer itself where nothing is typed in it', () => {
		expect(standing(STOOD, STOOD, {}, {})).toBe(STOOD);
		expect(standing(STOOD, STOOD, { rate: { rate: '24' } }, { rate: {} })).toBe(STOOD);
	});

	it('shows a keystroke before its answer', () => {
		const now = standing(STOOD, STOOD, { canvas: { width: '19' } }, {});
		expect(texts(now)).toEqual({ width: '19', height: '1080', shape: '' });
	});

	it('shows what the answer makes of fields that were not typed', () => {
		const answered = row({ width: '1920', height: '803', shape: '2.39' });
		const typed = { canvas: { width: '1920', shape: '2.39' } };
		expect(texts(standing(answered, STOOD, typed, typed))['height']).toBe('803');
	});

	it('is what stood before as soon as it is let go, whatever the answer still says', () => {
		const problem = { part: 'width', message: 'no', nearest: {} };
		const late = row({ width: '90000', height: '1080', shape: '' }, { problem });
		const now = standing(late, STOOD, {}, { canvas: { width: '90000' } });
		expect(texts(now)).toEqual(texts(STOOD));
		expect(now.problem).toBeNull();
	});

	it('empties a field that works on others when it is let go', () => {
		const late = row({ width: '1920', height: '803', shape: '2.39' });
		expect(texts(standing(late, STOOD, {}, { canvas: { shape: '2.39' } }))['shape']).toBe('');
	});

	it('leaves the other rows the same objects', () => {
		const other = { ...STOOD, key: 'rate' };
		const [first, second] = standingRows([STOOD, other], [], { canvas: { width: '1' } }, {});
		expect(first).not.toBe(STOOD);
		expect(second).toBe(other);
	});
});
