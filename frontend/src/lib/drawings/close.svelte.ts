const MOST = 12;

/** How close a drawing is looked at: never less than all of it, and never past its edges. */
export class Close {
	times = $state(1);
	left = $state(0);
	top = $state(0);

	constructor(
		/** The room that it is drawn in, in px. */
		private readonly room: () => { width: number; height: number }
	) {}

	get whole(): boolean {
		return this.times === 1;
	}

	/** Go so many times as close, with what lies at a place of the room staying there. */
	zoom(by: number, at?: { x: number; y: number }): void {
		const { width, height } = this.room();
		const about = at ?? { x: width / 2, y: height / 2 };
		const next = Math.min(MOST, Math.max(1, this.times * by));
		const ratio = next / this.times;
		this.times = next;
		this.put(about.x - (about.x - this.left) * ratio, about.y - (about.y - this.top) * ratio);
	}

	pan(x: number, y: number): void {
		this.put(this.left + x, this.top + y);
	}

	/** Show all of it. */
	all(): void {
		this.times = 1;
		this.put(0, 0);
	}

	private put(left: number, top: number): void {
		const { width, height } = this.room();
		const beyond = 1 - this.times;
		this.left = Math.min(0, Math.max(beyond * width, left));
		this.top = Math.min(0, Math.max(beyond * height, top));
	}
}
