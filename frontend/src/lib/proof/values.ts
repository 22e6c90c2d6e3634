import { pixelOf, type Frame } from './gl/frame';
import { figure } from './readings';

/** From so many screen pixels a pixel on, each shows its values: three rows of figures fit. */
export const VALUES_FROM = 24;
/** From so many on they are written at length. */
const LONG_FROM = 40;
/** From so many on, the one under the pointer shows them beside it. */
export const NAMED_FROM = 8;

/** A value in the room of four figures, as 0.18 or 12.5. */
export function shortly(value: number): string {
	if (!Number.isFinite(value)) return Number.isNaN(value) ? 'NaN' : value > 0 ? '∞' : '−∞';
	const size = Math.abs(value);
	const places = size < 1 ? 2 : size < 100 ? 1 : 0;
	const said = size >= 1000 ? value.toExponential(0).replace('+', '') : value.toFixed(places);
	return said.replace(/^(-?)0\./, '$1.').replace('-', '−');
}

export interface ValuesSeen {
	/** How large they are written and how far rows are apart, in the page's pixels. */
	size: number;
	line: number;
	/** With whether each is light enough for dark words. */
	pixels: { x: number; y: number; words: string[]; light: boolean }[];
}

/** The values of the pixels that are seen, and where they lie in screen pixels. */
export function valuesSeen(
	frame: Frame,
	origin: [number, number],
	step: [number, number],
	width: number,
	height: number,
	exposure = 0,
	ratio = 1
): ValuesSeen {
	const [wide, tall] = [1 / step[0], 1 / step[1]];
	// Middle grey of light, and of codes.
	const middle = frame.sample === 'half' || frame.sample === 'float' ? 0.18 : 0.45;
	const long = wide >= LONG_FROM;
	const pixels: ValuesSeen['pixels'] = [];
	const write = long ? (value: number) => figure(value).slice(0, 6) : shortly;
	for (let y = Math.floor(origin[1]); y <= origin[1] + height * step[1]; y++) {
		for (let x = Math.floor(origin[0]); x <= origin[0] + width * step[0]; x++) {
			const pixel = pixelOf(frame, x, y);
			if (!pixel.length) continue;
			const colour = pixel.slice(0, 3);
			const mean = colour.reduce((sum, value) => sum + value, 0) / colour.length;
			pixels.push({
				x: (x - origin[0]) * wide,
				y: (y - origin[1]) * tall,
				words: colour.map(write),
				light: mean * 2 ** exposure > middle
			});
		}
	}
	const size = Math.min(10.5, (tall / ratio) * 0.29);
	return { size, line: Math.min(12, size * 1.05), pixels };
}
