import type { Readings } from './gl/renderer';

/** The sides of the squares that are averaged over. */
export const SIDES = [1, 3, 5, 9] as const;
export type Side = (typeof SIDES)[number];

/** How many pixels the loupe shows each way. */
export const LOUPE = 9;

/** The mean of a square in the middle of what was read; pixels that aren't there don't count. */
export function meanOf(values: Float32Array, side: number, of: number): number[] {
	const first = (side - of) / 2;
	const sums = [0, 0, 0, 0];
	let count = 0;
	for (let row = first; row < first + of; row++) {
		for (let column = first; column < first + of; column++) {
			const at = (row * side + column) * 4;
			if (Number.isNaN(values[at + 3]!) || (values[at + 3] === 0 && Number.isNaN(values[at]!)))
				continue;
			for (let n = 0; n < 4; n++) sums[n]! += values[at + n]!;
			count++;
		}
	}
	return count ? sums.map((sum) => sum / count) : [];
}

/** Luma's weights, of ASC CDL's saturation and BT.709. */
const LUMA = [0.2126, 0.7152, 0.0722];

/** How many stops a linear colour is over middle grey; null for black and for what is less. */
export function stopsFromGrey(linear: number[]): number | null {
	const luma = LUMA.reduce((sum, weight, n) => sum + weight * (linear[n] ?? 0), 0);
	return luma > 0 ? Math.log2(luma / 0.18) : null;
}

export interface Told {
	stored: number[];
	linear: number[];
	working: number[];
	/** Eight-bit codes. */
	codes: number[];
	stops: number | null;
}

/** What a square of pixels comes to, in every step of its way to the display. */
export function told(readings: Readings, of: Side): Told {
	const mean = (values: Float32Array) => meanOf(values, readings.side, of);
	const linear = mean(readings.linear);
	return {
		stored: mean(readings.stored),
		linear,
		working: mean(readings.working),
		codes: mean(readings.display).map((code) => Math.round(Math.min(1, Math.max(0, code)) * 255)),
		stops: linear.length ? stopsFromGrey(linear) : null
	};
}

/** A figure that keeps its width while it moves. */
export function figure(value: number | undefined): string {
	if (value === undefined) return '–';
	if (Number.isNaN(value)) return 'no number';
	if (!Number.isFinite(value)) return value > 0 ? 'infinite' : '−infinite';
	const size = Math.abs(value);
	const written = size >= 1000 || (size > 0 && size < 0.0001) ? value.toExponential(2) : null;
	return (written ?? value.toFixed(size >= 100 ? 2 : 4)).replace('-', '−');
}

/** Stops with a sign: +0.08. */
export function signed(stops: number): string {
	return `${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(2)}`;
}
