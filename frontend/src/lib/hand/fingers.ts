/** Two fingers on something: how far they went together, and how much farther apart. */

export interface Place {
	x: number;
	y: number;
}

export interface Pinch {
	/** How many times as far apart they are. */
	times: number;
	/** What lay between them before. */
	about: Place;
	/** How far that went. */
	by: Place;
}

/** Nearer than this, in px, two fingers say nothing of how far apart they are. */
const LEAST = 8;

export class Fingers {
	private readonly held = new Map<number, Place>();

	/** How many are down. */
	get count(): number {
		return this.held.size;
	}

	down(id: number, at: Place): void {
		this.held.set(id, at);
	}

	up(id: number): void {
		this.held.delete(id);
	}

	/** One went to a place: what two of them said by it, or null where there aren't two. */
	move(id: number, at: Place): Pinch | null {
		if (!this.held.has(id)) return null;
		const before = this.pair();
		this.held.set(id, at);
		const now = this.pair();
		if (!before || !now) return null;
		const times = before.apart > LEAST && now.apart > LEAST ? now.apart / before.apart : 1;
		const by = { x: now.middle.x - before.middle.x, y: now.middle.y - before.middle.y };
		return { times, about: before.middle, by };
	}

	private pair(): { apart: number; middle: Place } | null {
		if (this.held.size !== 2) return null;
		const [one, other] = [...this.held.values()] as [Place, Place];
		return {
			apart: Math.hypot(one.x - other.x, one.y - other.y),
			middle: { x: (one.x + other.x) / 2, y: (one.y + other.y) / 2 }
		};
	}
}
