import { untrack } from 'svelte';
import type { Schema } from '$lib/api/client';
import type { RuleGeometry } from './geometry.svelte';
import { RANGES, type End, type RangeKey } from './layout';
import type { RuleView } from './view.svelte';

type Run = Schema<'FrameRange'>;

/** How near an end is held, in pixels. */
const SNAP = 7;

export interface Dragged {
	/** The rule as it is laid out now. */
	rule: () => Schema<'FrameRule'>;
	/** Whether an answer of the server is awaited: a drag waits for it, and draws on. */
	busy: () => boolean;
	/** An end of a range is being dragged. */
	type: (key: RangeKey, end: End, frame: number) => void;
	commit: (key: RangeKey) => void;
}

/** Dragging a band by its end: drawn at once, told as often as the server answers. */
export class BandDrag {
	/** Whether an end is held by one that lies near. */
	snapped = $state(false);
	/** Whether a locked end was reached for. */
	refused = $state(false);
	/** Where the end in drag is. */
	frame = $state<number | null>(null);

	private dragging = $state<{ band: string; end: End } | null>(null);
	private sent: number | null = null;

	constructor(
		private readonly view: RuleView,
		private readonly geometry: RuleGeometry,
		private readonly of: Dragged
	) {
		// A drag goes on without waiting; the newest place is told as soon as the server is free.
		$effect(() => {
			if (this.of.busy() || this.frame === null || this.frame === this.sent) return;
			untrack(() => this.tell());
		});
		$effect(() => {
			if (!this.of.rule().locked) this.refused = false;
		});
	}

	/** Whether an end is being dragged. */
	get active(): boolean {
		return this.dragging !== null;
	}

	/** Whether a band can't be moved. */
	isLocked(band: string): boolean {
		return band === 'work' && this.of.rule().locked !== null;
	}

	/** A band's range as it is dragged: its end is where the pointer is. */
	held(name: string): Run | undefined {
		const stored = this.of.rule().bands.find((each) => each.key === name)?.runs[0];
		if (!stored || this.dragging?.band !== name || this.frame === null) return stored;
		return this.dragging.end === 'first'
			? { first: Math.min(this.frame, stored.last), last: stored.last }
			: { first: stored.first, last: Math.max(this.frame, stored.first) };
	}

	/** Take hold of an end; false where a lock holds it. */
	grip(band: string, end: End): boolean {
		if (this.isLocked(band)) {
			this.refused = true;
			return false;
		}
		this.dragging = { band, end };
		this.sent = null;
		this.view.hold();
		return true;
	}

	/** Move the end to a moment; `free` lets it go where the pointer is. Returns its frame. */
	move(moment: number, free: boolean): number {
		const end = this.dragging?.end ?? 'first';
		const near = free ? null : this.near(Math.floor(moment), end);
		this.snapped = near !== null;
		const edge = Math.round(moment);
		this.frame = near ?? (end === 'last' ? edge - 1 : edge);
		return this.frame;
	}

	/** Let the end go where it is. */
	release(): void {
		if (!this.dragging) return;
		if (this.frame !== null && this.frame !== this.sent) this.tell();
		const key = RANGES[this.dragging.band];
		this.dragging = this.frame = null;
		this.snapped = false;
		this.view.release();
		if (key) this.of.commit(key);
	}

	private tell(): void {
		if (!this.dragging || this.frame === null) return;
		this.sent = this.frame;
		const key = RANGES[this.dragging.band];
		if (key) this.of.type(key, this.dragging.end, this.frame);
	}

	/** The frame that an end holds on to here, if any: cut, handles, clip and files end there. */
	private near(at: number, end: End): number | null {
		const rule = this.of.rule();
		const ends = end === 'first' ? rule.snap_first : rule.snap_last;
		const away = (frame: number) => Math.abs(frame - at);
		const near = ends.filter((each) => away(each) * this.geometry.scale <= SNAP);
		return near.sort((a, b) => away(a) - away(b))[0] ?? null;
	}
}
