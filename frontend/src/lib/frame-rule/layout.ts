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
const ELEMENTS_FROM = 96;

/** Place every scale and band: those of elements stand under the shot's own frames. */
export function layout(rule: Schema<'FrameRule'>): RuleLayout {
	const bands: Record<string, BandPlace> = {
		cut: { y: 37, height: 9 },
		work: { y: 48, height: 9 },
		clip: { y: 60, height: 5 }
	};
	const elements = rule.bands.filter((band) => !(band.key in bands));
	elements.forEach((band, place) => {
		bands[band.key] = { y: ELEMENTS_FROM + place * ELEMENT, height: 3 };
	});
	const scales: Record<string, ScalePlace> = {
		edit: { line: 33, up: true, text: 15, tone: 'blue' },
		shot: { line: 69, up: false, text: 89, tone: 'ink' }
	};
	let y = ELEMENTS_FROM + elements.length * ELEMENT;
	for (const scale of rule.scales) {
		if (scale.key in scales) continue;
		const first = scale.key === 'source';
		scales[scale.key] = { line: y, up: false, text: y + (first ? 18 : 14), tone: 'soft' };
		y += first ? 24 : 20;
	}
	return { scales, bands, tall: y + 2 };
}
