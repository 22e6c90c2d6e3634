import { flushSync } from 'svelte';
import { describe, expect, it } from 'vitest';
import type { Schema } from '$lib/api/client';
import { BandDrag } from './drag.svelte';
import { RuleGeometry } from './geometry.svelte';
import { LEFT, RIGHT } from './layout';
import { RuleView } from './view.svelte';

function rule(locked: string | null = null): Schema<'FrameRule'> {
	const band = (key: string, first: number, last: number) => ({
		key,
		label: key,
		tone: 'ink',
		runs: [{ first, last }],
		missing: [],
		note: ''
	});
	return {
		bands: [band('cut', 1009, 1088), band('work', 1001, 1096)],
		snap_first: [1001, 1009],
		snap_last: [1088, 1096],
		locked
	} as unknown as Schema<'FrameRule'>;
}

function dragging(about: { locked?: string; busy?: () => boolean } = {}) {
	const told: [string, string, number][] = [];
	const saved: string[] = [];
	let drag!: BandDrag;
	const end = $effect.root(() => {
		const view = new RuleView(
			() => ({ first: 1001, last: 1100 }),
			() => undefined
		);
		const geometry = new RuleGeometry(view);
		geometry.width = LEFT + RIGHT + 1000;
		drag = new BandDrag(view, geometry, {
			rule: () => rule(about.locked ?? null),
			busy: about.busy ?? (() => false),
			type: (key, which, frame) => told.push([key, which, frame]),
			commit: (key) => saved.push(key)
		});
	});
	return { drag, told, saved, end };
}

describe('a band dragged by its end', () => {
	it('is drawn where the pointer is, told, and saved when it is let go', () => {
		const { drag, told, saved, end } = dragging();
		drag.grip('work', 'last');
		drag.move(1070.2, true);
		flushSync();
		expect(drag.held('work')).toEqual({ first: 1001, last: 1069 });
		drag.release();
		expect(told).toEqual([['work_range', 'last', 1069]]);
		expect([saved, drag.active]).toEqual([['work_range'], false]);
		end();
	});

	it('holds on to what lies near, unless it is let go', () => {
		const { drag, end } = dragging();
		drag.grip('work', 'last');
		expect([drag.move(1088.4, false), drag.snapped]).toEqual([1088, true]);
		expect([drag.move(1088.6, true), drag.snapped]).toEqual([1088, false]);
		expect([drag.move(1070, false), drag.snapped]).toEqual([1069, false]);
		end();
	});

	it('never turns a range back to front', () => {
		const { drag, end } = dragging();
		drag.grip('cut', 'first');
		drag.move(1095, true);
		expect(drag.held('cut')).toEqual({ first: 1088, last: 1088 });
		expect(drag.held('work')).toEqual({ first: 1001, last: 1096 });
		end();
	});

	it('waits for the answer before it tells the next place, and tells the last one', () => {
		const { drag, told, end } = dragging({ busy: () => true });
		drag.grip('work', 'first');
		drag.move(1003, true);
		drag.move(1005, true);
		flushSync();
		expect(told).toEqual([]);
		drag.release();
		expect(told).toEqual([['work_range', 'first', 1005]]);
		end();
	});

	it('is refused where the work range is locked, and only there', () => {
		const { drag, end } = dragging({ locked: 'somebody' });
		expect([drag.grip('work', 'last'), drag.refused, drag.active]).toEqual([false, true, false]);
		expect(drag.grip('cut', 'last')).toBe(true);
		end();
	});
});
