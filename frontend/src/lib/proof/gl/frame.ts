import { Problem, type Schema } from '$lib/api/client';
import { halfValue } from './half';

export type Sample = 'half' | 'float' | 'uint8' | 'uint16';

/** What the header of a frame says of its pixels. */
export interface FrameHead {
	width: number;
	height: number;
	channels: number;
	sample: Sample;
	/** Where the first pixel lies in the picture's format. */
	x: number;
	y: number;
	format: [number, number];
	/** How many rows could be read; what lies below is missing. */
	rows: number;
	/** Each pixel stands for so many each way of the file's. */
	reduced: number;
	/** Whether its last channel is alpha that the others aren't multiplied by. */
	straight: boolean;
	problem: string;
}

/** A frame's pixels as they came. */
export interface Frame extends FrameHead {
	key: string;
	data: Uint8Array | Uint16Array | Float32Array;
}

const ARRAYS = { half: Uint16Array, uint16: Uint16Array, float: Float32Array, uint8: Uint8Array };
const HEADER = 'Zero-Slate-Frame';

/** Fetch a frame. Throws a Problem where there is none, or no connection. */
export async function fetchFrame(address: string, signal?: AbortSignal): Promise<Frame> {
	// Ready frames are kept here: what the browser keeps besides takes its time and is never used.
	const answer = await fetch(address, { signal, cache: 'no-store' });
	if (!answer.ok) throw new Problem((await answer.json()) as Schema<'Problem'>);
	const head = JSON.parse(answer.headers.get(HEADER) ?? '{}') as FrameHead;
	const bytes = await answer.arrayBuffer();
	return { ...head, key: address, data: new ARRAYS[head.sample](bytes) };
}

/** What a stored value is, as light: whole numbers are shares of the greatest there is. */
export function storedValue(frame: Frame, index: number): number {
	const stored = frame.data[index] ?? NaN;
	if (frame.sample === 'half') return halfValue(stored);
	if (frame.sample === 'uint8') return stored / 255;
	return frame.sample === 'uint16' ? stored / 65535 : stored;
}

/** The stored values of a pixel; none outside the picture. */
export function pixelOf(frame: Frame, x: number, y: number): number[] {
	if (x < 0 || y < 0 || x >= frame.width || y >= frame.rows) return [];
	const first = (y * frame.width + x) * frame.channels;
	return Array.from({ length: frame.channels }, (_, n) => storedValue(frame, first + n));
}

/** The least and the greatest finite value, over pixels evenly taken; of depth those over 0. */
export function boundsOf(frame: Frame, depth: boolean): [number, number] {
	const every = Math.max(1, Math.floor((frame.width * frame.rows) / 40_000)) * frame.channels;
	let low = Infinity;
	let high = -Infinity;
	for (let at = 0; at < frame.width * frame.rows * frame.channels; at += every) {
		const value = storedValue(frame, at);
		if (!Number.isFinite(value) || (depth && (value <= 0 || value > 1e9))) continue;
		low = Math.min(low, value);
		high = Math.max(high, value);
	}
	return low <= high ? [low, high] : [0, 1];
}
