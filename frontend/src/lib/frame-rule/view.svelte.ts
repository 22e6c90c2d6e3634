import type { Schema } from '$lib/api/client';

type Run = Schema<'FrameRange'>;

/** How few frames the rule shows at its closest. */
const FEWEST = 8;

/** The part of a frame rule that is looked at: moved and zoomed at once, told once a frame. */
export class RuleView {
	private shown = $state.raw<{ first: number; length: number } | null>(null);
	private held = $state.raw<Run | null>(null);
	private waiting = 0;

	constructor(
		private readonly told: () => Run,
		private readonly tell: (view: Run | null) => void
	) {}

	private get every(): Run {
		return this.held ?? this.told();
	}

	/** Keep what is shown where it is while an end is dragged, whatever the drag makes of it. */
	hold(): void {
		this.held = this.told();
	}

	/** Show what there is again. */
	release(): void {
		this.held = null;
	}

	/** Whether all of the rule is shown. */
	get whole(): boolean {
		return this.shown === null;
	}

	get first(): number {
		return this.shown?.first ?? this.every.first;
	}

	get length(): number {
		const all = this.every;
		return this.shown?.length ?? all.last - all.first + 1;
	}

	get last(): number {
		return this.first + this.length - 1;
	}

	/** Show all of it. */
	all(): void {
		this.show(null);
	}

	/** Show a part of it, with a little room. */
	fit(first: number, last: number): void {
		const room = Math.max(2, (last - first + 1) * 0.06);
		this.set(first - room, last - first + 1 + 2 * room);
	}

	/** Show `times` as much of it, what lies at `about` staying there. */
	zoom(times: number, about: number): void {
		const length = Math.max(FEWEST, this.length * times);
		const share = (about - this.first) / this.length;
		this.set(about - share * length, length);
	}

	/** Begin at a frame. */
	move(first: number): void {
		if (this.shown) this.set(first, this.length);
	}

	/** Move as far as it takes to show a frame. */
	reveal(frame: number): void {
		if (frame < this.first) this.move(frame);
		else if (frame > this.last) this.move(frame - this.length + 1);
	}

	private set(first: number, length: number): void {
		const all = this.every;
		const most = all.last - all.first + 1;
		if (length >= most) return this.show(null);
		const latest = all.last + 1 - length;
		this.show({ first: Math.min(Math.max(first, all.first), latest), length });
	}

	private show(shown: { first: number; length: number } | null): void {
		this.shown = shown;
		this.waiting ||= requestAnimationFrame(() => {
			this.waiting = 0;
			const now = this.shown;
			this.tell(
				now && {
					first: Math.floor(now.first),
					last: Math.ceil(now.first + now.length)
				}
			);
		});
	}
}

/** The keys that zoom and pan a view, about a frame. */
export function viewKeys(view: RuleView, about: number) {
	return {
		closer: () => view.zoom(0.5, about),
		farther: () => view.zoom(2, about),
		whole: () => view.all(),
		panBack: () => view.move(view.first - view.length / 4),
		panOn: () => view.move(view.first + view.length / 4)
	};
}
