import type { Schema } from '$lib/api/client';

/** Room for the names at the left of the rule, and at its right edge. */
export const LEFT = 112;
export const RIGHT = 18;

/** The ranges that the rule's bands stand for, and the ends they are dragged by. */
export type RangeKey = 'cut_range' | 'work_range' | 'clip_range';
export type End = 'first' | 'last';

/** The range that each band that can be dragged stands for. */
export const RANGES: Record<string, RangeKey> = {
	cut: 'cut_range',
	work: 'work_range',
	clip: 'clip_range'
};

/** Where a scale's ticks stand and which way they go, and where its figures stand. */
interface ScalePlace {
	line: number;
	up: boolean;
	text: number;
	tone: string;
}

export interface BandPlace {
	y: number;
	height: number;
}

export interface RuleLayout {
	scales: Record<string, ScalePlace>;
	bands: Record<string, BandPlace>;
	tall: number;
}

const ELEMENT = 10;
/** Where the bands that can be dragged begin. */
const BANDS_FROM = 37;
/** How tall what a pen or a finger takes hold of is. */
export const HELD = 32;

/**
 * Place every scale and band: those of elements stand under the shot's own frames. Bands that can be
 * dragged have room between them where a pen or a finger takes hold of them; `k` is how many times as large
 * as they ship words are.
 */
export function layout(rule: Schema<'FrameRule'>, large = false, k = 1): RuleLayout {
	const top = BANDS_FROM * k;
	const middle = (place: number, height: number) => ({
		y: top + place * HELD + (HELD - height) / 2,
		height
	});
	const bands: Record<string, BandPlace> = large
		? { cut: middle(0, 12), work: middle(1, 12), clip: middle(2, 8) }
		: {
				cut: { y: top, height: 9 },
				work: { y: top + 11 * k, height: 9 },
				clip: { y: top + 23 * k, height: 5 }
			};
	const shot = top + (large ? 3 * HELD : 32 * k);
	const from = shot + 27 * k;
	const elements = rule.bands.filter((band) => !(band.key in bands));
	elements.forEach((band, place) => {
		bands[band.key] = { y: from + place * ELEMENT * k, height: 3 };
	});
	const scales: Record<string, ScalePlace> = {
		edit: { line: top - 4, up: true, text: 15 * k, tone: 'blue' },
		shot: { line: shot, up: false, text: shot + 20 * k, tone: 'ink' }
	};
	let y = from + elements.length * ELEMENT * k;
	for (const scale of rule.scales) {
		if (scale.key in scales) continue;
		const first = scale.key === 'source';
		scales[scale.key] = { line: y, up: false, text: y + (first ? 18 : 14) * k, tone: 'soft' };
		y += (first ? 24 : 20) * k;
	}
	return { scales, bands, tall: y + 2 };
}
