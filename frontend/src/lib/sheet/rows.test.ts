import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Schema } from '$lib/api/client';
import { typedTexts } from '$lib/state/typed.svelte';
import BriefPanel from './BriefPanel.svelte';
import ClashNotice from './ClashNotice.svelte';
import Fields from './Fields.svelte';
import GuideToggles from './GuideToggles.svelte';
import LedgerRow from './LedgerRow.svelte';
import MarkList from './MarkList.svelte';
import type { SheetSession } from './session.svelte';
import Trouble from './Trouble.svelte';

type Field = Schema<'SheetField'>;
type Row = Schema<'SheetRow'>;

const field = (part: string, text: string, about: Partial<Field> = {}) =>
	({
		part,
		text,
		label: part,
		before: '',
		width: 6,
		hint: '',
		options: [],
		closed: false,
		...about
	}) as Field;

const row = (about: Partial<Row> = {}) =>
	({
		key: 'canvas',
		label: 'Canvas',
		help: 'The size.',
		state: 'follows',
		word: 'follows the edit',
		required: '1920 × 1080',
		fields: [field('width', '1920'), field('height', '1080', { before: '×' })],
		messages: [],
		problem: null,
		locked: null,
		understood: null,
		reason: null,
		reason_holds: false,
		value_differs: false,
		...about
	}) as Row;

function session(about: Record<string, unknown> = {}) {
	return {
		id: 4,
		typed: {},
		held: false,
		unsaved: false,
		trouble: '',
		clash: null,
		drawings: { canvas: { pictures: [] } },
		page: { marks: [], brief: { brief: { text: '', items: [] }, pieces: [], items: [] } },
		typedMarks: [],
		row: () => undefined,
		type: vi.fn(),
		typeSide: vi.fn(),
		leave: vi.fn(),
		hold: vi.fn(),
		commit: vi.fn(async () => undefined),
		save: vi.fn(async () => undefined),
		use: vi.fn(async () => undefined),
		setMarks: vi.fn(async () => undefined),
		setBrief: vi.fn(async () => undefined),
		saveMine: vi.fn(async () => undefined),
		takeTheirs: vi.fn(),
		...about
	};
}

const as = (made: ReturnType<typeof session>) => made as unknown as SheetSession;

describe('the fields of a setting', () => {
	const shown = (of: Row, locked = false) => {
		const told = { ontype: vi.fn(), oncommit: vi.fn(), onleave: vi.fn() };
		render(Fields, { row: of, locked, ...told });
		return told;
	};

	it('tell of each keystroke, of Enter, of Escape and of being left', async () => {
		const told = shown(row());
		const width = screen.getByLabelText('width');
		await fireEvent.input(width, { target: { value: '1998' } });
		await fireEvent.keyDown(width, { key: 'Enter' });
		await fireEvent.keyDown(width, { key: 'Escape' });
		await fireEvent.blur(width);
		expect(told.ontype.mock.calls).toEqual([['width', '1998']]);
		expect([told.oncommit.mock.calls.length, told.onleave.mock.calls.length]).toEqual([2, 1]);
	});

	it('are not saved on the way to a link that takes what is typed along', async () => {
		const told = shown(row());
		const link = document.body.appendChild(document.createElement('a'));
		link.dataset['keeps'] = '';
		await fireEvent.blur(screen.getByLabelText('width'), { relatedTarget: link });
		expect(told.oncommit).not.toHaveBeenCalled();
		link.remove();
	});

	it('cannot be written in while they are locked', () => {
		shown(row(), true);
		expect(screen.getByRole('img', { name: 'locked' })).toBeTruthy();
		expect((screen.getByLabelText('width') as HTMLInputElement).readOnly).toBe(true);
	});

	it.each([
		[
			'that is wrong alone',
			{ problem: { part: 'height', message: 'x', nearest: {} } },
			[false, true]
		],
		['all of a value that differs', { value_differs: true, state: 'differs' }, [true, true]],
		['none where a reason holds', { value_differs: true, state: 'reason' }, [false, false]]
	])('mark %s', (_, about, marked) => {
		shown(row(about as unknown as Partial<Row>));
		const invalid = ['width', 'height'].map((name) =>
			screen.getByLabelText(name).getAttribute('aria-invalid')
		);
		expect(invalid).toEqual(marked.map(String));
	});

	it('show a colour beside its figures', () => {
		const { container } = render(Fields, {
			row: row({ fields: [field('colour', '#808080')] }),
			ontype: vi.fn(),
			oncommit: vi.fn(),
			onleave: vi.fn()
		});
		const swatch = container.querySelector<HTMLElement>('[aria-hidden]');
		expect(swatch?.style.background).toMatch(/#808080|rgb\(128, 128, 128\)/);
	});
});

describe('what would work', () => {
	it('is written as its fields stand beside each other, and can be used', async () => {
		const onuse = vi.fn();
		const nearest = { width: '1920', height: '1080' };
		const problem = { message: 'Too wide.', part: 'width', nearest };
		render(Trouble, { key: 'canvas', problem, fields: row().fields, onuse });
		expect(screen.getByRole('alert').textContent).toBe('Too wide.');
		await fireEvent.click(screen.getByRole('button', { name: 'Use 1920 × 1080' }));
		expect(onuse).toHaveBeenCalledWith(nearest);
	});

	it('is not offered where nothing would', () => {
		const problem = { message: 'No rate.', part: 'rate', nearest: {} };
		render(Trouble, { key: 'rate', problem, fields: row().fields, onuse: vi.fn() });
		expect(screen.queryByRole('button')).toBeNull();
	});
});

describe('a row of the ledger', () => {
	const shown = (of: Row, made = session(), writing = false) => {
		const { container } = render(LedgerRow, {
			row: of,
			session: as(made),
			selected: false,
			writing,
			onselect: vi.fn()
		});
		return { made, container };
	};
	const differing = { state: 'differs', word: 'differs', value_differs: true } as const;

	it('offers what a finding would set', async () => {
		const fix = { label: 'Use 1920 × 1080', texts: { canvas: { width: '1920' } } };
		const messages = [{ text: '39 columns too wide.', strong: ['39'], severity: 'warn', fix }];
		const { made } = shown(row({ ...differing, messages } as unknown as Partial<Row>));
		expect(screen.getByText('39').tagName).toBe('STRONG');
		await fireEvent.click(screen.getByRole('button', { name: 'Use 1920 × 1080' }));
		expect(made.save).toHaveBeenCalledWith(fix.texts);
	});

	it('takes a reason, and saves the row with it', async () => {
		const { made } = shown(row(differing));
		await fireEvent.click(screen.getByRole('button', { name: /Add a reason/ }));
		const why = screen.getByLabelText('Why canvas differs');
		expect(document.activeElement).toBe(why);
		await fireEvent.input(why, { target: { value: 'Room for the shake' } });
		await fireEvent.keyDown(why, { key: 'Enter' });
		expect(made.commit).toHaveBeenCalledWith('canvas');
		expect(made.save).toHaveBeenCalledWith({}, { canvas: 'Room for the shake' });
	});

	it('leaves a reason with Escape, and takes back one that is emptied', async () => {
		const { made } = shown(row({ ...differing, reason: 'Old', reason_holds: true }));
		await fireEvent.click(screen.getByRole('button', { name: /“Old”/ }));
		const why = screen.getByLabelText('Why canvas differs') as HTMLInputElement;
		expect(why.value).toBe('Old');
		await fireEvent.input(why, { target: { value: ' ' } });
		expect(screen.getByRole('button', { name: 'Take reason back' })).toBeTruthy();
		await fireEvent.keyDown(why, { key: 'Escape' });
		expect(screen.queryByLabelText('Why canvas differs')).toBeNull();
		expect(made.save).not.toHaveBeenCalled();
	});

	it('asks anew where the reason was for another value', () => {
		shown(row({ ...differing, reason: 'Old', reason_holds: false }));
		expect(screen.getByRole('button', { name: 'Why? It was “Old”' })).toBeTruthy();
	});

	it('says what was understood, and by whom it is locked', async () => {
		const locked = { label: 'Locked by me at 1001–1108', texts: { canvas: { width: '1900' } } };
		const { made } = shown(row({ understood: '108 frames', locked } as Partial<Row>));
		expect(screen.getByText('= 108 frames')).toBeTruthy();
		await fireEvent.click(screen.getByRole('button', { name: 'Use what it is locked at' }));
		expect(made.save).toHaveBeenCalledWith(locked.texts);
	});

	it('leads on from a rate or a canvas that is typed', () => {
		const typed = { rate: { rate: '24000/1001' } };
		shown(row({ key: 'rate', label: 'Rate' }), session({ typed }));
		const link = screen.getByRole('link', { name: /Keep the numbers or the timing/ });
		expect(link.getAttribute('href')).toBe('/s/4/time?rate=24000%2F1001');
	});

	it('leads to where artwork stays once there is any', () => {
		const typed = { canvas: { width: '1998' } };
		const drawings = { canvas: { pictures: [{}] } };
		shown(row(), session({ typed, drawings }));
		const link = screen.getByRole('link', { name: /Choose where artwork stays/ });
		expect(decodeURIComponent(link.getAttribute('href') ?? '')).toContain(
			'/s/4/change?typed={"canvas":{"width":"1998"}}'
		);
	});

	it('holds the aspect ratio of a canvas', async () => {
		const { made } = shown(row());
		await fireEvent.click(screen.getByRole('button', { name: 'Lock the aspect ratio' }));
		expect(made.hold).toHaveBeenCalledOnce();
		await fireEvent.input(screen.getByLabelText('width'), { target: { value: '1998' } });
		expect([made.typeSide.mock.calls, made.type.mock.calls]).toEqual([[['width', '1998']], []]);
	});
});

describe('guides to turn on and off', () => {
	const guides = (text: string) =>
		session({ row: () => row({ key: 'guides', fields: [field('text', text)] }) });

	it('are those that stand in the row, and join or leave its text', async () => {
		const made = guides('Action, 2.39');
		render(GuideToggles, { session: as(made) });
		expect(screen.getByRole('button', { name: 'action', pressed: true })).toBeTruthy();
		await fireEvent.click(screen.getByRole('button', { name: '9:16' }));
		await fireEvent.click(screen.getByRole('button', { name: 'action' }));
		expect(made.save.mock.calls).toEqual([
			[{ guides: { text: 'action, 2.39, 9:16' } }],
			[{ guides: { text: '2.39' } }]
		]);
	});

	it('are none when the last is turned off', async () => {
		const made = guides('thirds');
		render(GuideToggles, { session: as(made) });
		await fireEvent.click(screen.getByRole('button', { name: 'thirds' }));
		expect(made.save).toHaveBeenCalledWith({ guides: { text: 'none' } });
	});
});

describe('keys and markers', () => {
	const marks = [
		{ frame: 1009, kind: 'marker', name: 'blink' },
		{ frame: -8, kind: 'key', name: '' }
	];
	const typedMarks = [
		{ frame: '1009', kind: 'marker', name: 'blink' },
		{ frame: '=-8', kind: 'key', name: '' }
	];
	const shown = (about: Record<string, unknown> = {}) => {
		const made = session({ page: { marks }, typedMarks, ...about });
		render(MarkList, { session: as(made) });
		return made;
	};

	it('are moved and named where they stand', async () => {
		const made = shown();
		const frame = screen.getByLabelText('Frame of marker blink');
		await fireEvent.change(frame, { target: { value: '+4' } });
		expect(made.setMarks).toHaveBeenCalledWith([
			{ frame: '+4', kind: 'marker', name: 'blink' },
			typedMarks[1]
		]);
		await fireEvent.change(screen.getByLabelText('Name of key -8'), { target: { value: 'rest' } });
		expect(made.setMarks).toHaveBeenLastCalledWith([
			typedMarks[0],
			{ frame: '=-8', kind: 'key', name: 'rest' }
		]);
	});

	it('are taken out one by one', async () => {
		const made = shown();
		await fireEvent.click(screen.getByRole('button', { name: 'Remove marker 1009' }));
		expect(made.setMarks).toHaveBeenCalledWith([typedMarks[1]]);
	});

	it('are put in; what was typed stays where it could not be', async () => {
		const made = shown();
		const frame = screen.getByLabelText('Frame of a new mark') as HTMLInputElement;
		await fireEvent.submit(frame.form!);
		expect(made.setMarks).not.toHaveBeenCalled();
		await fireEvent.input(frame, { target: { value: '1012' } });
		made.trouble = 'Frame 1012 has one.';
		await fireEvent.submit(frame.form!);
		expect(made.setMarks).toHaveBeenCalledWith([
			...typedMarks,
			{ frame: '1012', kind: 'marker', name: '' }
		]);
		expect(frame.value).toBe('1012');
		made.trouble = '';
		await fireEvent.submit(frame.form!);
		await vi.waitFor(() => expect(frame.value).toBe(''));
	});

	it('are counted past the first forty', () => {
		const many = Array.from({ length: 45 }, (_, frame) => ({ frame, kind: 'key', name: '' }));
		shown({ page: { marks: many }, typedMarks: [] });
		expect(screen.getAllByRole('button', { name: /^Remove/ }).length).toBe(40);
		expect(screen.getByText('and 5 more')).toBeTruthy();
	});
});

describe('what another window saved', () => {
	const clash = {
		message: 'Saved by another.',
		changes: [{ key: 'title', label: 'Title', before: '', after: 'Frost' }]
	};

	it('can be saved over, or be taken', async () => {
		const made = session({ clash, unsaved: true });
		render(ClashNotice, { session: as(made) });
		expect(screen.getByRole('alert').textContent).toContain('(empty) → Frost');
		await fireEvent.click(screen.getByRole('button', { name: 'Save mine as the newer version' }));
		await fireEvent.click(screen.getByRole('button', { name: 'Discard mine' }));
		expect([made.saveMine.mock.calls.length, made.takeTheirs.mock.calls.length]).toEqual([1, 1]);
	});

	it('is only told of where nothing is typed here', () => {
		render(ClashNotice, { session: as(session({ clash })) });
		expect(screen.getAllByRole('button').map((each) => each.textContent)).toEqual(['Dismiss']);
	});
});

describe('the brief', () => {
	beforeEach(() => typedTexts.leave('brief:4'));
	const brief = (about: Record<string, unknown> = {}) => ({
		brief: {
			text: 'Draw {length} frames.',
			items: [
				{ text: 'Line test', done: true },
				{ text: 'Ink', done: false }
			]
		},
		pieces: [
			{ text: 'Draw ', live: false },
			{ text: '108', live: true },
			{ text: ' frames.', live: false }
		],
		items: [[{ text: 'Line test', live: false }], [{ text: 'Ink', live: false }]],
		tokens: { length: '108', rate: '24' },
		unknown: [],
		...about
	});
	const shown = (about: Record<string, unknown> = {}, writing = false) => {
		const made = session({ page: { marks: [], brief: brief(about) } });
		const { container } = render(BriefPanel, { session: as(made), writing });
		return { made, container };
	};

	it('has its figures from the shot', () => {
		const { container } = shown();
		expect(container.querySelector('.whitespace-pre-line')?.textContent).toBe('Draw 108 frames.');
		expect(screen.getByText('108').getAttribute('title')).toBe("Always the shot's own");
	});

	it('is ticked off item by item', async () => {
		const { made } = shown();
		await fireEvent.click(screen.getByRole('checkbox', { name: 'Ink' }));
		expect(made.setBrief).toHaveBeenCalledWith(
			expect.objectContaining({
				items: [
					{ text: 'Line test', done: true },
					{ text: 'Ink', done: true }
				]
			})
		);
	});

	it('is written with figures put in, and items keep their ticks', async () => {
		const { made } = shown({}, true);
		await fireEvent.click(screen.getByRole('button', { name: 'rate' }));
		const text = screen.getByLabelText('What is asked') as HTMLTextAreaElement;
		expect(text.value).toBe('Draw {length} frames. {rate}');
		const lines = screen.getByLabelText('Checklist, a line each');
		await fireEvent.input(lines, { target: { value: 'Line test\n\n Colour ' } });
		await fireEvent.click(screen.getByRole('button', { name: 'Keep the brief' }));
		expect(made.setBrief).toHaveBeenCalledWith({
			text: 'Draw {length} frames. {rate}',
			size: 'body',
			emphasis: 'plain',
			items: [
				{ text: 'Line test', done: true },
				{ text: 'Colour', done: false }
			]
		});
		expect(typedTexts.of('brief:4')).toEqual({});
	});

	it('stays as it is written where it could not be kept, and after a reload', async () => {
		const { made } = shown({}, true);
		await fireEvent.input(screen.getByLabelText('What is asked'), { target: { value: 'New' } });
		made.trouble = 'The disk is full.';
		await fireEvent.click(screen.getByRole('button', { name: 'Keep the brief' }));
		expect((screen.getByLabelText('What is asked') as HTMLTextAreaElement).value).toBe('New');
		shown();
		expect((screen.getAllByLabelText('What is asked')[1] as HTMLTextAreaElement).value).toBe('New');
	});

	it('names a figure that there is not', () => {
		shown({ unknown: ['lenght'] });
		expect(screen.getByText(/\{lenght\} stands for nothing/)).toBeTruthy();
	});
});
