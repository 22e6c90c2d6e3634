import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schema } from '$lib/api/client';
import { typedTexts } from '$lib/state/typed.svelte';
import ChangedRows from './ChangedRows.svelte';
import Findings from './Findings.svelte';
import MoreShots from './MoreShots.svelte';
import Recanvas from './Recanvas.svelte';
import { SeveralSource } from './several.svelte';

describe('the rows of a change', () => {
	const row = (about: Partial<Schema<'ChangedRow'>>) =>
		({
			key: 'canvas',
			label: 'Canvas',
			before: '1920 × 1080',
			after: '1998 × 1080',
			required: '1920 × 1080',
			state_before: 'follows',
			state_after: 'differs',
			note: '',
			chosen: true,
			taken: true,
			...about
		}) as Schema<'ChangedRow'>;

	it('can be left as they are, each by itself', async () => {
		const onturn = vi.fn();
		render(ChangedRows, { rows: [row({}), row({ key: 'rate', label: 'Rate' })], onturn });
		await fireEvent.click(screen.getByRole('checkbox', { name: 'Take rate' }));
		expect(onturn).toHaveBeenCalledExactlyOnceWith('rate', false);
	});

	it('that follow from others cannot, and say how they stand before and after', () => {
		render(ChangedRows, { rows: [row({ chosen: false, note: 'goes along' })], onturn: vi.fn() });
		expect(screen.queryByRole('checkbox')).toBeNull();
		expect(screen.getByRole('img', { name: 'follows the edit' })).toBeTruthy();
		expect(screen.getByRole('img', { name: 'differs' })).toBeTruthy();
		expect(screen.getByText(/goes along/)).toBeTruthy();
	});

	it('that are left have their new value struck out', () => {
		render(ChangedRows, { rows: [row({ taken: false })], onturn: vi.fn() });
		expect(screen.getByText('1998 × 1080').className).toContain('line-through');
	});

	it('that stand as before have no marks', () => {
		render(ChangedRows, { rows: [row({ state_after: 'follows' })], onturn: vi.fn() });
		expect(screen.queryByRole('img')).toBeNull();
	});
});

describe('what a change means', () => {
	const finding = (text: string, severity: string) =>
		({ text, severity }) as unknown as Schema<'FindingText'>;

	it('is what appears, in red but for a note, and what is resolved', () => {
		render(Findings, {
			appear: [finding('Two frames short.', 'stop'), finding('Seen at 24.', 'note')],
			vanish: [finding('The rate differed.', 'warn')]
		});
		const items = screen.getAllByRole('listitem');
		expect(items.map((each) => each.textContent?.trim().replace(/\s+/g, ' '))).toEqual([
			'new Two frames short.',
			'new Seen at 24.',
			'resolved The rate differed.'
		]);
		expect(screen.getAllByText('new').map((each) => each.className)).toEqual(['text-red', '']);
	});

	it('says so where it is nothing', () => {
		render(Findings, { appear: [], vanish: [] });
		expect(screen.getByText('Nothing new, nothing resolved.')).toBeTruthy();
	});
});

describe('more shots than are shown', () => {
	it('are counted, and more of them shown on asking', async () => {
		const { container } = render(MoreShots, { shown: 40, all: 1000, limit: 40 });
		expect(container.textContent).toContain('and 960 more shots');
		await fireEvent.click(screen.getByRole('button', { name: 'show 200' }));
		expect(screen.queryByRole('button')).toBeNull();
	});

	it('are not spoken of where there are none', () => {
		const { container } = render(MoreShots, { shown: 40, all: 40, limit: 40 });
		expect(container.textContent?.trim()).toBe('');
	});
});

describe('a changed canvas', () => {
	const rect = (x: number, y: number, width: number, height: number) => ({ x, y, width, height });
	const drawing = {
		before: rect(0, 0, 1920, 1080),
		after: rect(-39, 0, 1998, 1080),
		before_words: '1920 × 1080',
		after_words: '1998 × 1080',
		words: '39 columns are bare on each side.',
		seen: '100 %',
		artwork: false,
		pictures: [{ rect: rect(0, 0, 1920, 1080), name: 'a.png', words: 'as it lies', wrong: true }]
	} as unknown as Schema<'RecanvasDrawing'>;

	it('says in words what is drawn, and what has no artwork yet', () => {
		const { container } = render(Recanvas, { drawing, keep: 'centre', onkeep: vi.fn() });
		const name = 'Canvas 1920 × 1080 becomes 1998 × 1080: 39 columns are bare on each side.';
		expect(screen.getByRole('img', { name })).toBeTruthy();
		expect(container.textContent).toContain('No artwork or render is linked');
		expect(container.querySelector('[data-picture]')?.getAttribute('stroke')).toBe('var(--red)');
	});

	it('keeps artwork at one of nine places, scaled along, or places it anew', async () => {
		const onkeep = vi.fn();
		render(Recanvas, { drawing, keep: 'centre', onkeep });
		const places = screen.getAllByRole('radio');
		expect(places.length).toBe(9);
		expect(places.filter((each) => each.getAttribute('aria-checked') === 'true').length).toBe(1);
		await fireEvent.click(screen.getByRole('radio', { name: 'upper left' }));
		await fireEvent.click(screen.getByRole('button', { name: 'Scale artwork along' }));
		await fireEvent.click(screen.getByRole('button', { name: 'Place it anew' }));
		expect(onkeep.mock.calls).toEqual([['upper left'], ['scaled along'], [null]]);
	});

	it('is drawn to one scale, inside its frame', () => {
		const { container } = render(Recanvas, { drawing, keep: null, onkeep: vi.fn() });
		const [after] = container.querySelectorAll('svg > rect');
		// The wider of both fills 404 less an edge of 24 on each side.
		expect(Number(after?.getAttribute('width'))).toBeCloseTo(356);
		expect(Number(after?.getAttribute('x'))).toBeCloseTo(24);
		expect(container.querySelector('path[clip-path]')).toBeNull();
	});
});

describe('where a change of several shots takes its values from', () => {
	beforeEach(() => typedTexts.leave('several:1'));
	const source = () => new SeveralSource(() => 'several:1');

	it('is what is typed, and an emptied field leaves the shots as they are', () => {
		const several = source();
		expect(several.ready([])).toBe(false);
		several.type('handles', 'head', '8');
		several.type('handles', 'tail', '12');
		several.type('canvas', 'width', '1998');
		expect(several.ready([])).toBe(true);
		several.type('handles', 'head', '');
		several.type('canvas', 'width', '');
		expect(several.wanted.typed).toEqual({ handles: { tail: '12' } });
		several.clear();
		expect(several.ready([])).toBe(false);
	});

	it('is a format that there is', () => {
		const several = source();
		several.from = 'format';
		several.format = 'Squ';
		expect(several.ready(['Square'])).toBe(false);
		several.format = 'Square';
		expect(several.ready(['Square'])).toBe(true);
		expect(several.wanted.format).toBe('Square');
	});

	it('is another shot, and some of its groups', () => {
		const several = source();
		several.from = 'shot';
		expect(several.ready([])).toBe(false);
		several.other = 4;
		expect(several.ready([])).toBe(true);
		expect(several.wanted).toMatchObject({ shot: 4, groups: ['canvas', 'picture'] });
		several.groups = [];
		expect(several.ready([])).toBe(false);
	});
});
