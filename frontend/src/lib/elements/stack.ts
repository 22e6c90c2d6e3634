import type { Schema } from '$lib/api/client';

type Linked = Schema<'LinkedElement'>;

/** How the sheets of a stack lie: from the side, each further right and up than the one behind. */
export const TILT = 9;
const ACROSS = 56;
const CLOSEST = 26;

export interface SheetPlace {
	left: number;
	top: number;
	width: number;
	height: number;
}

export interface StackLayout {
	places: SheetPlace[];
	/** How much of its label there is room for. */
	brief: boolean;
	tall: number;
}

/** How much higher a sheet's right side is than its left. */
const rise = (width: number) => width * Math.tan((TILT * Math.PI) / 180);

/** Lay out so many sheets, back first, of one shape in the room there is. */
export function layStack(count: number, shape: number, width: number, height: number): StackLayout {
	const room = Math.max(220, width - 250);
	const gaps = Math.max(1, count - 1);
	const across = Math.min(ACROSS, (room * 0.45) / gaps);
	let wide = Math.min(440, room - across * (count - 1));
	const high = () => wide / shape;
	const needed = () => high() + rise(wide) + gaps * CLOSEST;
	while (wide > 140 && needed() > height) wide -= 10;
	const up = Math.max(CLOSEST, Math.min(88, (height - high() - rise(wide)) / gaps));
	const tall = Math.max(height, high() + rise(wide) + (count - 1) * up);
	const bottom = rise(wide) + (count - 1) * up + (tall - needed() - gaps * (up - CLOSEST)) / 2;
	const places = Array.from({ length: count }, (_, n) => ({
		left: 14 + n * across,
		top: bottom - n * up,
		width: wide,
		height: high()
	}));
	return { places, brief: up < 48, tall };
}

/** The order with one element moved so many places forward. */
export function moved(ids: readonly number[], id: number, forward: number): number[] {
	const from = ids.indexOf(id);
	const to = Math.min(ids.length - 1, Math.max(0, from + forward));
	const left = ids.filter((each) => each !== id);
	return [...left.slice(0, to), id, ...left.slice(to)];
}

/** The shot's frame at a share of the way across what an element has. */
export function scrubbed(rule: Schema<'FrameRule'>, element: number, share: number): number | null {
	const band = rule.bands.find((each) => each.key === `element-${element}`);
	const runs = band ? [...band.runs, ...(band.fills ?? []).map((each) => each.frames)] : [];
	if (!runs.length) return null;
	const first = Math.min(...runs.map((run) => run.first));
	const last = Math.max(...runs.map((run) => run.last));
	return Math.round(first + share * (last - first));
}

/** What there is of an element, in a few words. */
export function kindWords(each: Linked): string {
	const { count } = each.line;
	if (each.kind === 'one picture')
		return `one picture, ${each.after === 'held' ? 'held' : each.after}`;
	if (each.view_of !== null) return `${each.view || 'another'} view of another element`;
	const frames = `${count} ${count === 1 ? 'frame' : 'frames'}`;
	if (each.hold > 1)
		return `${['', '', 'on twos', 'on threes', 'on fours'][each.hold] ?? `held for ${each.hold}`}, ${count} drawings`;
	return each.kind === 'sparse' ? `${frames}, ${each.line.frames}` : frames;
}
