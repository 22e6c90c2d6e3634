import { UsualChoice } from '$lib/state/usual.svelte';
export const MODES = ['once', 'round', 'forth and back'] as const;
export type Mode = (typeof MODES)[number];

interface Run {
	first: number;
	last: number;
}

/** The frame of a run after so many steps from its first; null where it has ended. */
export function frameAfter(steps: number, run: Run, mode: Mode): number | null {
	const length = run.last - run.first + 1;
	if (mode === 'once') return steps < length ? run.first + steps : null;
	if (mode === 'round' || length === 1) return run.first + (steps % length);
	// The ends aren't shown twice: 1 2 3 2 1 2 3.
	const turn = steps % (2 * length - 2);
	return run.first + Math.min(turn, 2 * length - 2 - turn);
}

/** The steps that were taken when a frame is reached for the first time. */
export function stepsTo(frame: number, run: Run): number {
	return Math.min(Math.max(frame, run.first), run.last) - run.first;
}

export interface Played {
	run: () => Run;
	/** Frames, in so many seconds. */
	over: () => number;
	under: () => number;
	/** Whether fields are shown one after the other. */
	fields: () => boolean;
	ready: (frame: number) => boolean;
	show: (frame: number, field: number) => void;
}

/** Plays frames at an exact rate, leaving out what isn't ready in time; or every frame. */
export class Player {
	playing = $state(false);
	private readonly usualMode = new UsualChoice('playing', MODES, 'round');
	/** Whether every frame is shown, however long it takes. */
	every = $state(false);
	/** How many frames weren't shown in time, since it began. */
	dropped = $state(0);
	/** How many were shown. */
	shown = $state(0);
	/** The rate that it came to, in frames a second. */
	pace = $state(0);

	private began = 0;
	private from = 0;
	private last = -1;
	private handle = 0;
	private waited = 0;

	constructor(private readonly of: Played) {}

	/** What comes after the last frame. */
	get mode(): Mode {
		return this.usualMode.current;
	}

	set mode(mode: Mode) {
		this.usualMode.current = mode;
	}

	play(frame: number, now = performance.now()): void {
		const run = this.of.run();
		const at = frame >= run.last && this.mode === 'once' ? run.first : frame;
		this.from = stepsTo(at, run);
		this.began = now;
		this.last = -1;
		this.waited = 0;
		this.dropped = this.shown = this.pace = 0;
		this.playing = true;
		this.ask();
	}

	stop(): void {
		this.playing = false;
		cancelAnimationFrame(this.handle);
	}

	/** Show what is due at a moment, in milliseconds. */
	tick(now: number): void {
		if (!this.playing) return;
		const halves = this.of.fields() ? 2 : 1;
		const a = (halves * this.of.over()) / (this.of.under() * 1000);
		const due = Math.floor((now - this.began) * a + 1e-6);
		const step = this.every ? this.next(due) : due;
		if (step > this.last) this.reach(step, halves, now);
		this.ask();
	}

	/** The step after the last one, once it is due. */
	private next(due: number): number {
		return due - this.waited > this.last ? this.last + 1 : this.last;
	}

	private reach(step: number, halves: number, now: number): void {
		const frames = Math.floor(step / halves);
		const run = this.of.run();
		const frame = frameAfter(this.from + frames, run, this.mode);
		if (frame === null) {
			this.end(run, halves, now);
			return;
		}
		if (!this.of.ready(frame)) {
			if (this.every) this.waited += 1;
			// Its place is kept: the frame before it stays, and the next one comes when it is due.
			return;
		}
		this.reached(step, halves, now);
		this.of.show(frame, halves === 2 ? step % 2 : -1);
	}

	/** Count what is shown, and what was left out before it. */
	private reached(step: number, halves: number, now: number): void {
		const [frames, before] = [Math.floor(step / halves), Math.floor(this.last / halves)];
		if (frames > before) {
			this.dropped += frames - before - 1;
			this.shown += 1;
			this.pace = (this.shown * 1000) / Math.max(1, now - this.began);
		}
		this.last = step;
	}

	/** Stop on the last frame: what was due before it and not shown was left out. */
	private end(run: Run, halves: number, now: number): void {
		const final = (run.last - run.first - this.from + 1) * halves - 1;
		if (this.last < final && this.of.ready(run.last)) {
			this.reached(final, halves, now);
			this.of.show(run.last, halves === 2 ? 1 : -1);
		} else {
			this.dropped += Math.floor(final / halves) - Math.floor(this.last / halves);
		}
		this.stop();
	}

	private ask(): void {
		if (this.playing) this.handle = requestAnimationFrame((now) => this.tick(now));
	}
}
