import { render, screen } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import BarsDrawing from './BarsDrawing.svelte';
import CadenceStrip from './CadenceStrip.svelte';
import CutBars from './CutBars.svelte';
import Mark from './Mark.svelte';
import MomentsDrawing from './MomentsDrawing.svelte';
import RecutBars from './RecutBars.svelte';
import RowDrawing from './RowDrawing.svelte';
import Sentence from './Sentence.svelte';
import Shape from './Shape.svelte';
import WedgeDrawing from './WedgeDrawing.svelte';

/** Where the rectangles of a drawing lie: x and width, rounded. */
function rects(container: HTMLElement): [number, number][] {
	return [...container.querySelectorAll('rect')].map((rect) => [
		Math.round(Number(rect.getAttribute('x') ?? 0)),
		Math.round(Number(rect.getAttribute('width')))
	]);
}

describe('the mark of a state', () => {
	it.each([
		['follows', 'follows the edit'],
		['reason', 'differs for a reason'],
		['differs', 'differs'],
		['new', 'not set up yet'],
		['unknown', 'not known']
	] as const)('says %s for those who cannot see it', (state, word) => {
		render(Mark, { state });
		expect(screen.getByRole('img', { name: word })).toBeTruthy();
	});

	it('takes another word, and each state has a shape of its own', () => {
		render(Mark, { state: 'differs', word: 'wrong rate' });
		expect(screen.getByRole('img', { name: 'wrong rate' })).toBeTruthy();
		const shapes = (['follows', 'reason', 'differs', 'new', 'unknown'] as const).map(
			(state) => render(Mark, { state }).container.querySelector('svg')?.innerHTML
		);
		expect(new Set(shapes).size).toBe(5);
	});
});

describe('a sentence', () => {
	it('sets its figures off and changes no word', () => {
		const text = '108 frames at 24 are 4.5 s, not 108.';
		const { container } = render(Sentence, { text, strong: ['108', '4.5 s', '108'] });
		expect(container.textContent).toBe(text);
		const strong = [...container.querySelectorAll('strong')];
		expect(strong.map((each) => each.textContent)).toEqual(['108', '4.5 s', '108']);
		expect(strong[0]?.className).toContain('text-red');
	});

	it('is calm where a reason holds, and leaves out figures that it has not', () => {
		const { container } = render(Sentence, { text: 'As asked.', strong: ['7', ''], calm: true });
		expect(container.querySelector('strong')).toBeNull();
		const calm = render(Sentence, { text: '7 frames', strong: ['7'], calm: true });
		expect(calm.container.querySelector('strong')?.className).toContain('text-ink');
	});
});

describe('stretches of time to one scale', () => {
	const span = (start: number, end: number, text: string) => ({ start, end, text });
	const drawing = {
		title: 'Ranges',
		corner: '108 frames',
		facts: [],
		first: 1000,
		last: 1100,
		tracks: [
			{ label: 'cut', tone: 'blue', spans: [span(1010, 1090, '80')] },
			{ label: 'files', tone: 'missing', spans: [span(1000, 1000, ''), span(1099, 1100, 'gone')] }
		]
	} as unknown as Schema<'BarDrawing'>;

	it('lies where its frames lie, and is never too thin to see', () => {
		const { container } = render(BarsDrawing, { drawing });
		// 404 less the names (82) and the edge (24) is 298 for 100 frames.
		expect(rects(container)).toEqual([
			[Math.round(82 + 10 * 2.98), Math.round(80 * 2.98)],
			[82, 2],
			[Math.round(82 + 99 * 2.98), 3]
		]);
		expect(screen.getByRole('img', { name: 'Ranges: 108 frames' })).toBeTruthy();
	});

	it('writes a figure only where there is room for it', () => {
		const { container } = render(BarsDrawing, { drawing });
		const texts = [...container.querySelectorAll('text')].map((each) => each.textContent);
		expect(texts).toEqual(['cut', '80', 'files']);
	});
});

describe('a cadence', () => {
	const cell = (frame: number, sources: number[], again = false, skipped = 0) => ({
		frame,
		sources,
		again,
		skipped
	});
	const drawing = (cells: ReturnType<typeof cell>[], comes_round = 5) =>
		({
			title: '23.976 in 29.97',
			use: 'in real time',
			corner: 'every 5 frames',
			comes_round,
			cells,
			facts: [
				{ label: 'frames', value: '135', differs: false },
				{ label: 'left out', value: '3', differs: true }
			]
		}) as unknown as Schema<'CadenceDrawing'>;

	it('letters its pictures, a field each where there are two', () => {
		const cells = [cell(0, [0, 0]), cell(1, [1, 1]), cell(2, [1, 2]), cell(3, [2, 3])];
		const { container } = render(CadenceStrip, { drawing: drawing(cells) });
		const shown = [...container.querySelectorAll('[title]')].map((each) =>
			each.textContent?.replace(/\s/g, '')
		);
		expect(shown).toEqual(['AA', 'BB', 'BC', 'CD']);
		expect(container.textContent).toContain('comes round every 5 frames');
	});

	it('says what is repeated and passed over, and counts on after the letters', () => {
		const cells = [cell(0, [25]), cell(1, [25], true), cell(2, [30], false, 4)];
		const { container } = render(CadenceStrip, { drawing: drawing(cells, 1) });
		const titles = [...container.querySelectorAll('[title]')].map((each) =>
			each.getAttribute('title')
		);
		expect(titles).toEqual([
			'frame 1: source 26',
			'frame 2: source 26, repeated',
			'frame 3: source 31, 4 passed over before it'
		]);
		expect(container.textContent).toContain('31');
		expect(container.textContent).not.toContain('comes round');
		expect(container.textContent).toContain('red: source frames passed over');
	});

	it('stops after so many cells, and says that it goes on', () => {
		const cells = Array.from({ length: 30 }, (_, frame) => cell(frame, [frame]));
		const { container } = render(CadenceStrip, { drawing: drawing(cells) });
		expect(container.querySelectorAll('[title]').length).toBe(24);
		expect(container.textContent).toContain('…');
	});

	it('sets apart the figure that differs', () => {
		render(CadenceStrip, { drawing: drawing([cell(0, [0])]) });
		expect(screen.getByText('3').className).toContain('text-red');
		expect(screen.getByText('135').className).not.toContain('text-red');
	});
});

describe('the bars of a shot in the cut', () => {
	const run = (first: number, last: number) => ({ first, last });
	const bars = {
		cut: run(0, 79),
		work: run(-8, 87),
		disk: [run(-8, 39), run(60, 87)],
		missing: [run(40, 59)]
	} as Schema<'CutBars'>;

	it('have one scale, with the handles before the cut', () => {
		const { container } = render(CutBars, { bars, length: 80, longest: 100, width: 100 });
		// cut, two runs on disk, the hole between them
		expect(rects(container)).toEqual([
			[8, 80],
			[0, 48],
			[68, 28],
			[48, 20]
		]);
	});

	it('show the work range where nothing is on disk, and the cut alone where nothing is set up', () => {
		const none = { ...bars, disk: [], missing: [] };
		const { container } = render(CutBars, { bars: none, length: 80, longest: 100, width: 100 });
		expect(container.querySelectorAll('rect')[1]?.getAttribute('stroke-dasharray')).toBe('2 2');
		const bare = render(CutBars, { bars: null, length: 80, longest: 100, width: 100 });
		expect(rects(bare.container)).toEqual([[0, 80]]);
	});
});

describe('the bars of a recut', () => {
	it('set off what the later cut shows more, at both ends', () => {
		const { container } = render(RecutBars, {
			before: { first: 10, last: 59 },
			after: { first: 0, last: 79 },
			longest: 99,
			width: 100
		});
		expect(rects(container)).toEqual([
			[10, 50],
			[0, 80],
			[0, 10],
			[60, 20]
		]);
	});

	it('set nothing off where a shot became shorter, is new or gone', () => {
		const shown = (before: Schema<'RecutStretch'> | null, after: Schema<'RecutStretch'> | null) =>
			rects(render(RecutBars, { before, after, longest: 99, width: 100 }).container).length;
		expect(shown({ first: 0, last: 79 }, { first: 10, last: 59 })).toBe(2);
		expect(shown(null, { first: 0, last: 9 })).toBe(1);
		expect(shown({ first: 0, last: 9 }, null)).toBe(1);
	});
});

describe('the moments of a shot', () => {
	const drawing = (renumbered: boolean) =>
		({
			title: 'Moments',
			corner: '4',
			renumbered,
			facts: [],
			columns: ['edit', 'file'],
			moments: [{ name: 'cut in', was: '1', now: '1009', counts: ['01:00:00:00', '17'] }]
		}) as unknown as Schema<'MomentsDrawing'>;

	it('have old numbers beside the new while a count is typed', () => {
		const { container } = render(MomentsDrawing, { drawing: drawing(true) });
		const cells = [...container.querySelectorAll('tbody td')].map((each) => each.textContent);
		expect(cells).toEqual(['1', '1009', '01:00:00:00', '17']);
		expect(screen.getByRole('columnheader', { name: 'old' })).toBeTruthy();
	});

	it('have one number otherwise, the edit’s in blue', () => {
		const { container } = render(MomentsDrawing, { drawing: drawing(false) });
		expect(screen.queryByRole('columnheader', { name: 'old' })).toBeNull();
		expect(screen.getByRole('columnheader', { name: 'edit' }).className).toContain('text-blue');
		expect(container.querySelectorAll('tbody td').length).toBe(3);
	});
});

describe('a canvas in the edit’s frame, small', () => {
	it.each([
		[16 / 9, 16 / 9, 'var(--ink)', [16 / 9, 1]],
		[2.39, 16 / 9, 'var(--red)', [16 / 9, 16 / 9 / 2.39]],
		[1, 16 / 9, 'var(--red)', [1, 1]]
	] as const)('shape %f in %f is in %s', (shape, edit, colour, [wide, tall]) => {
		const { container } = render(Shape, { shape, edit, height: 100 });
		const canvas = container.querySelectorAll('rect')[1]!;
		expect(canvas.getAttribute('stroke')).toBe(colour);
		expect(Number(canvas.getAttribute('width'))).toBeCloseTo(100 * wide);
		expect(Number(canvas.getAttribute('height'))).toBeCloseTo(100 * tall);
	});
});

describe('a wedge', () => {
	it('shows each patch as the display does, and never past its ends', () => {
		const steps = [
			{ label: 'black', linear: '0', shown: -0.2 },
			{ label: 'grey', linear: '0.18', shown: 0.5 },
			{ label: 'white', linear: '4', shown: 1.6 }
		];
		const drawing = { title: 'Wedge', corner: 'sRGB', facts: [], steps, before: [], patches: [] };
		const { container } = render(WedgeDrawing, { drawing: drawing as Schema<'WedgeDrawing'> });
		const fills = [...container.querySelectorAll('rect')].map((each) => each.getAttribute('fill'));
		expect(fills).toEqual(['rgb(0 0 0)', 'rgb(128 128 128)', 'rgb(255 255 255)', 'none']);
	});
});

describe('the drawing of a row', () => {
	const drawings = (about: Partial<Schema<'Drawings'>>) =>
		({ canvas: null, cadences: [], ...about }) as unknown as Schema<'Drawings'>;

	it('is that of its setting, with its figures', () => {
		const moments = {
			title: 'Where frames stand',
			corner: '5 moments',
			renumbered: false,
			columns: [],
			moments: [],
			facts: [{ label: 'length', value: '108', differs: true }]
		};
		render(RowDrawing, {
			drawings: drawings({ moments: moments as unknown as Schema<'MomentsDrawing'> }),
			name: 'moments'
		});
		expect(screen.getByText('Where frames stand')).toBeTruthy();
		expect(screen.getByText('108').className).toContain('text-red');
	});

	it('is nothing where nothing was drawn yet', () => {
		const { container } = render(RowDrawing, { drawings: drawings({}), name: 'rates' });
		expect(container.querySelector('svg, table')).toBeNull();
	});
});
