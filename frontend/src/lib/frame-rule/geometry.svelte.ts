import type { Schema } from '$lib/api/client';
import { hand } from '$lib/hand/hand.svelte';
import { LEFT, RIGHT } from './layout';
import type { RuleView } from './view.svelte';

type Run = Schema<'FrameRange'>;

/** How wide a figure is, in the type that figures are set in. */
const FIGURE = 6.5;
const figure = () => FIGURE * hand.k;

/** Where frames lie on the screen: pixels across, from frames. */
export class RuleGeometry {
	/** How wide the rule is, names and all. */
	width = $state(1100);

	constructor(private readonly view: RuleView) {}

	/** How many pixels a frame has. */
	readonly scale = $derived.by(() => (this.width - LEFT - RIGHT) / this.view.length);

	/** Where a frame begins. */
	x(frame: number): number {
		return LEFT + (frame - this.view.first) * this.scale;
	}

	/** The moment at a place on the screen, in frames and parts of them. */
	moment(clientX: number, box: DOMRect): number {
		return this.view.first + (clientX - box.left - LEFT) / this.scale;
	}

	/** Whether any of a run is on the screen. */
	visible(run: Run): boolean {
		return run.last >= this.view.first && run.first <= this.view.last;
	}

	/** Where a run begins on the screen. */
	from(run: Run): number {
		return Math.max(LEFT, this.x(run.first));
	}

	/** How wide a run is on the screen, at least so many pixels. */
	wide(run: Run, least: number): number {
		return Math.max(least, Math.min(this.width - RIGHT, this.x(run.last + 1)) - this.from(run));
	}

	/** How wide a reading is, with a little room. */
	wideOf(words: string): number {
		return words.length * figure() + 8;
	}

	/** Where the hairline's reading stands: beside it, or before it at the right edge. */
	flag(frame: number, words: string): { left: number; wide: number } {
		const line = this.x(frame) + this.scale / 2;
		const wide = this.wideOf(words);
		return { left: line + wide + 4 > this.width ? line - wide - 3 : line + 3, wide };
	}

	/** Whether a figure of a scale would lie under the hairline's reading. */
	covered(left: number, label: string, frame: number, words: string | undefined): boolean {
		if (!words) return false;
		const over = this.flag(frame, words);
		return left < over.left + over.wide && left + label.length * figure() > over.left - 3;
	}
}
