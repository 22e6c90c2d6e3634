/** Shots that somebody keeps at hand: those pinned to the desk, and those opened last. */
import { kept, keptJson } from '$lib/people/kept.svelte';

const MOST_RECENT = 24;
const MOST_PINNED = 100;

class KeptShots {
	private readonly read;
	ids = $state.raw<readonly number[]>([]);

	constructor(
		private readonly name: string,
		private readonly most: number
	) {
		this.read = keptJson<number[]>(
			name,
			[],
			(said) => Array.isArray(said) && said.every(Number.isInteger)
		);
		this.ids = this.read();
		kept.onTurn(() => (this.ids = this.read()));
	}

	has(id: number): boolean {
		return this.ids.includes(id);
	}

	/** Put a shot first. */
	first(id: number): void {
		if (this.ids[0] === id) return;
		this.keep([id, ...this.ids.filter((each) => each !== id)].slice(0, this.most));
	}

	/** Take a shot in, or let go of it. */
	turn(id: number): void {
		if (this.has(id)) this.keep(this.ids.filter((each) => each !== id));
		else this.keep([...this.ids, id].slice(-this.most));
	}

	private keep(ids: readonly number[]): void {
		this.ids = ids;
		kept.write(this.name, JSON.stringify(ids));
	}
}

export const pinned = new KeptShots('pinned', MOST_PINNED);
export const recent = new KeptShots('recent', MOST_RECENT);
