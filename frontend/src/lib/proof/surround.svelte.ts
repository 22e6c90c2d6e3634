export const SURROUNDS = ['dark', 'middle', 'light'] as const;
export type Surround = (typeof SURROUNDS)[number];

const KEPT = 'zero-slate.surround';

/** The grey that pictures lie on; kept for the next start. */
class Surrounding {
	grey = $state<Surround>(
		SURROUNDS.find((each) => each === localStorage.getItem(KEPT)) ?? 'middle'
	);

	turn(): void {
		this.grey = SURROUNDS[(SURROUNDS.indexOf(this.grey) + 1) % SURROUNDS.length]!;
		localStorage.setItem(KEPT, this.grey);
	}
}

export const surround = new Surrounding();
