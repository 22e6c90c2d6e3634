import { describe, expect, it, vi } from 'vitest';
import { boundsOf, pixelOf, storedValue, type Frame } from './gl/frame';
import { halfValue } from './gl/half';
import { frameAfter, Player, stepsTo } from './player.svelte';
import { figure, meanOf, signed, stopsFromGrey } from './readings';
import { sampling, TableView, zoomFor } from './table.svelte';
import { shortly, valuesSeen } from './values';

const frame = (said: Partial<Frame> = {}): Frame => ({
	key: 'a',
	width: 4,
	height: 2,
	channels: 1,
	sample: 'uint8',
	x: 0,
	y: 0,
	format: [4, 2],
	rows: 2,
	reduced: 1,
	straight: false,
	problem: '',
	data: new Uint8Array([0, 51, 102, 153, 204, 255, 0, 51]),
	...said
});

describe('stored values', () => {
	it('reads halves by their bits', () => {
		const bits = [0x0000, 0x3c00, 0xc000, 0x7bff, 0x0001, 0x3555, 0x7c00, 0xfc00];
		const values = [0, 1, -2, 65504, 2 ** -24, 0.333251953125, Infinity, -Infinity];
		expect(bits.map(halfValue)).toEqual(values);
		expect(halfValue(0x7e00)).toBeNaN();
	});

	it('takes whole numbers for shares of the greatest', () => {
		expect(storedValue(frame(), 1)).toBeCloseTo(0.2);
		const deep = frame({ sample: 'uint16', data: new Uint16Array([65535]) });
		expect(storedValue(deep, 0)).toBe(1);
	});

	it('has no pixel outside, nor below where it breaks off', () => {
		expect(pixelOf(frame(), 1, 1)).toEqual([1]);
		expect(pixelOf(frame(), 4, 0)).toEqual([]);
		expect(pixelOf(frame({ rows: 1 }), 1, 1)).toEqual([]);
	});

	it('finds the bounds of data, of depth those that are something', () => {
		const data = new Float32Array([0, 4, NaN, 8, 1e30, 2, 3, 5]);
		const floats = frame({ sample: 'float', data });
		expect(boundsOf(floats, true)).toEqual([2, 8]);
		expect(
			boundsOf(frame({ sample: 'float', data: new Float32Array(8).fill(NaN) }), false)
		).toEqual([0, 1]);
	});
});

describe('the table', () => {
	const place = { x: 0, y: 0, width: 4, height: 2 };

	it('keeps what lies under the pointer there while it zooms', () => {
		const view = new TableView();
		view.resize(400, 200, place);
		const before = view.at(100, 60);
		view.to(view.zoom * 3, 100, 60);
		const after = view.at(100, 60);
		expect(after.x).toBeCloseTo(before.x);
		expect(after.y).toBeCloseTo(before.y);
	});

	it('stays fitted until it is moved', () => {
		const view = new TableView();
		view.resize(400, 200, place);
		const fitted = view.zoom;
		view.resize(200, 100, place);
		expect(view.zoom).toBeCloseTo(fitted / 2);
		view.pan(10, 0);
		view.resize(400, 200, place);
		expect(view.zoom).toBeCloseTo(fitted / 2);
	});

	it('samples a pixel for a pixel at 1:1, wherever the data window lies', () => {
		const view = new TableView();
		view.zoom = zoomFor(frame(), place, 1);
		view.left = view.top = 0;
		expect(sampling(view, frame(), place, 1)).toEqual({ origin: [0, 0], step: [1, 1] });
		expect(sampling(view, frame({ x: 2, y: -1 }), place, 1).origin).toEqual([-2, 1]);
		// A canvas pixel twice as wide as high: one of the picture's is two of the screen's across.
		expect(sampling(view, frame(), place, 2).step).toEqual([0.5, 1]);
		expect(zoomFor(frame({ reduced: 2 }), place, 1)).toBe(0.5);
	});
});

describe('readings', () => {
	it('are means of what is there', () => {
		const values = new Float32Array(9 * 4).fill(NaN);
		values.set([1, 2, 3, 1], 4 * 4);
		values.set([3, 2, 1, 1], 0);
		expect(meanOf(values, 3, 1)).toEqual([1, 2, 3, 1]);
		expect(meanOf(values, 3, 3)).toEqual([2, 2, 2, 1]);
	});

	it('count stops from middle grey', () => {
		expect(stopsFromGrey([0.36, 0.36, 0.36])).toBeCloseTo(1);
		expect(stopsFromGrey([0, 0, 0])).toBeNull();
		expect([signed(0.084), signed(-3)]).toEqual(['+0.08', '−3.00']);
		expect([figure(-0.5), figure(NaN), figure(1e-7), figure(undefined)]).toEqual([
			'−0.5000',
			'no number',
			'1.00e−7',
			'–'
		]);
	});
});

describe('playing', () => {
	const run = { first: 10, last: 13 };

	it('goes once, round, or forth and back', () => {
		const of = (mode: 'once' | 'round' | 'forth and back') =>
			Array.from({ length: 8 }, (_, n) => frameAfter(n, run, mode));
		expect(of('once')).toEqual([10, 11, 12, 13, null, null, null, null]);
		expect(of('round')).toEqual([10, 11, 12, 13, 10, 11, 12, 13]);
		expect(of('forth and back')).toEqual([10, 11, 12, 13, 12, 11, 10, 11]);
		expect([stepsTo(12, run), stepsTo(99, run), stepsTo(0, run)]).toEqual([2, 3, 0]);
	});

	function playing(said: { fields?: boolean; ready?: (frame: number) => boolean } = {}) {
		vi.stubGlobal('requestAnimationFrame', () => 0);
		vi.stubGlobal('cancelAnimationFrame', () => undefined);
		const shown: [number, number][] = [];
		const player = new Player({
			run: () => run,
			over: () => 24000,
			under: () => 1001,
			fields: () => said.fields ?? false,
			ready: said.ready ?? (() => true),
			show: (frame, field) => shown.push([frame, field])
		});
		return { player, shown };
	}
	const MS = 1001 / 24;

	it('holds its exact rate, and counts what it leaves out', () => {
		const { player, shown } = playing();
		player.play(10, 0);
		for (const at of [0, MS * 0.99, MS, MS * 3.5]) player.tick(at);
		expect(shown.map(([frame]) => frame)).toEqual([10, 11, 13]);
		expect([player.dropped, player.shown]).toEqual([1, 3]);
	});

	it('keeps the place of a frame that is not ready', () => {
		const { player, shown } = playing({ ready: (frame) => frame !== 11 });
		player.play(10, 0);
		for (const at of [0, MS, MS * 2]) player.tick(at);
		expect(shown.map(([frame]) => frame)).toEqual([10, 12]);
		expect(player.dropped).toBe(1);
	});

	it('shows every frame where that is asked, however late', () => {
		const { player, shown } = playing();
		player.every = true;
		player.play(10, 0);
		for (const at of [0, MS * 3, MS * 3.1]) player.tick(at);
		expect(shown.map(([frame]) => frame)).toEqual([10, 11, 12]);
		expect(player.dropped).toBe(0);
	});

	it('shows fields one after the other, and ends where it plays once', () => {
		const { player, shown } = playing({ fields: true });
		player.mode = 'once';
		player.play(12, 0);
		for (const at of [0, MS / 2, MS, MS * 1.5, MS * 2]) player.tick(at + 0.001);
		expect(shown).toEqual([
			[12, 0],
			[12, 1],
			[13, 0],
			[13, 1]
		]);
		expect(player.playing).toBe(false);
	});

	it('ends on its last frame, and counts what it left out before it', () => {
		const { player, shown } = playing();
		player.mode = 'once';
		player.play(10, 0);
		for (const at of [0, MS * 40]) player.tick(at + 0.001);
		expect(shown.map(([frame]) => frame)).toEqual([10, 13]);
		expect([player.dropped, player.shown, player.playing]).toEqual([2, 2, false]);
	});

	it('counts its last frame as left out where that never came', () => {
		const { player, shown } = playing({ ready: (frame) => frame < 12 });
		player.mode = 'once';
		player.play(10, 0);
		for (const at of [0, MS, MS * 40]) player.tick(at + 0.001);
		expect(shown.map(([frame]) => frame)).toEqual([10, 11]);
		expect([player.dropped, player.playing]).toEqual([2, false]);
	});
});

describe('values of pixels', () => {
	const frame = {
		...{ key: 'a', width: 4, height: 3, channels: 3, sample: 'float' as const, x: 0, y: 0 },
		...{ format: [4, 3] as [number, number], rows: 3, reduced: 1, straight: false, problem: '' },
		data: Float32Array.from({ length: 36 }, (_, n) => n / 36)
	};

	it('are written short, and at length where there is room', () => {
		expect([0.18, -0.5, 12.5, 640, 65504, NaN, Infinity].map(shortly)).toEqual(
			['.18', '−.50', '12.5', '640', '7e4', 'NaN', '∞'] // prettier-ignore
		);
		const short = valuesSeen(frame, [0, 0], [1 / 24, 1 / 24], 96, 72);
		expect(short.pixels).toHaveLength(12);
		expect(short.pixels[1]!.words).toEqual(['.08', '.11', '.14']);
		expect(valuesSeen(frame, [0, 0], [1 / 40, 1 / 40], 96, 72).pixels[1]!.words[0]).toBe('0.0833');
	});

	it('lie where their pixels do, dark on light ones', () => {
		const seen = valuesSeen(frame, [1.5, 0], [1 / 24, 1 / 24], 24, 24);
		expect(seen.pixels.map(({ x, y }) => [x, y])).toContainEqual([-12, 0]);
		const light = (stops: number) =>
			valuesSeen(frame, [0, 0], [1 / 24, 1 / 24], 20, 20, stops).pixels[0]!.light;
		expect([light(0), light(4)]).toEqual([false, true]);
	});
});
