import type { Schema } from '$lib/api/client';
import type { RangeKey } from '$lib/frame-rule/layout';

/** What a drawing in a window of its own shows: the sheet's, as it is typed. */
export interface DrawingShown {
	shot: number;
	drawings: Schema<'Drawings'>;
	name: string;
}

/** What a frame rule in a window of its own shows. */
export interface RuleShown {
	shot: number;
	rule: Schema<'FrameRule'>;
	busy: boolean;
	typing: Record<RangeKey, { text: string; note: string; wrong: boolean }>;
}
