import { kept } from '$lib/people/kept.svelte';

export const SURROUNDS = ['dark', 'middle', 'light'] as const;
export type Surround = (typeof SURROUNDS)[number];

const KEPT = 'surround';

function read(): Surround {
	return SURROUNDS.find((each) => each === kept.read(KEPT)) ?? 'middle';
}

/** The grey that pictures lie on; kept for the next start. */
class Surrounding {
	grey = $state<Surround>(read());

	constructor() {
		kept.onTurn(() => (this.grey = read()));
	}

	turn(): void {
		this.grey = SURROUNDS[(SURROUNDS.indexOf(this.grey) + 1) % SURROUNDS.length]!;
		kept.write(KEPT, this.grey);
	}
}

export const surround = new Surrounding();
