import { kept, keptJson } from '$lib/people/kept.svelte';

const KEPT = 'usual';

type Said = string | boolean;

const read = keptJson<Record<string, unknown>>(
	KEPT,
	{},
	(said) => typeof said === 'object' && said !== null && !Array.isArray(said)
);

/** The choices that somebody makes time and again: the next page begins with them. */
class Usual {
	private said = $state.raw<Record<string, unknown>>(read());

	constructor() {
		kept.onTurn(() => (this.said = read()));
	}

	/** How many choices are kept. */
	get count(): number {
		return Object.keys(this.said).length;
	}

	/** What is chosen: what was chosen last, where that can still be had. */
	of<T extends Said>(name: string, first: T, among: readonly T[]): T {
		const said = this.said[name];
		return among.find((each) => each === said) ?? first;
	}

	/** A text that was written last; nothing more is known of it. */
	text(name: string): string {
		const said = this.said[name];
		return typeof said === 'string' ? said : '';
	}

	choose(name: string, said: Said, first?: Said): void {
		const { [name]: _, ...others } = this.said;
		this.put(said === first ? others : { ...others, [name]: said });
	}

	/** Begin as everything ships again. */
	forget(): void {
		this.put({});
	}

	private put(said: Record<string, unknown>): void {
		this.said = said;
		kept.write(KEPT, JSON.stringify(said));
	}
}

export const usual = new Usual();

/** One of a few, chosen as it was the last time. */
export class UsualChoice<T extends Said> {
	constructor(
		private readonly name: string,
		private readonly among: readonly T[],
		/** What it is until something is chosen. */
		private readonly first: T
	) {}

	get current(): T {
		return usual.of(this.name, this.first, this.among);
	}

	set current(said: T) {
		usual.choose(this.name, said, this.first);
	}
}
