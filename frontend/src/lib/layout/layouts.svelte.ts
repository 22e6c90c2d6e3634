/** How panes are laid out: their widths, what is folded; kept by name for whoever works here. */
import { kept, keptJson } from '$lib/people/kept.svelte';

/** Pages with a pane at the side. */
export type Pane =
	'sheet' | 'proof' | 'formats' | 'change' | 'elements' | 'stand' | 'files' | 'storing' | 'targets';
/** What can be folded. */
export type Part = `${Pane} side` | 'sheet rule' | 'proof rule';

export interface Layout {
	name: string;
	/** How wide the pane at the side is, in per cent; left out, as it ships. */
	sides: Partial<Record<Pane, number>>;
	folded: Part[];
}

interface Kept {
	current: Layout;
	own: Layout[];
}

export const USUAL: Readonly<Record<Pane, number>> = {
	sheet: 33,
	proof: 17,
	formats: 33,
	change: 33,
	elements: 36,
	stand: 35,
	files: 28,
	storing: 26,
	targets: 36
};
export const NARROWEST = 14;
export const WIDEST = 72;
export const LONGEST_NAME = 40;
const MOST_OWN = 30;
const KEPT = 'layout';

/** The layouts that ship, the usual one first. */
export const SHIPPED: readonly (Layout & { about: string })[] = [
	{ name: 'As it ships', about: 'Everything in its place.', sides: {}, folded: [] },
	{
		name: 'Figures',
		about: 'The settings across the whole page; drawing and rule folded.',
		sides: {},
		folded: ['sheet side', 'sheet rule']
	},
	{
		name: 'Large drawing',
		about: 'Half the page for the drawing; the rule folded.',
		sides: { sheet: 50, formats: 50, change: 50 },
		folded: ['sheet rule']
	},
	{
		name: 'Large picture',
		about: 'The proof alone with its controls; readings and rule folded.',
		sides: {},
		folded: ['proof side', 'proof rule']
	}
];
const FIRST = SHIPPED[0]!;

const isLayout = (said: unknown): said is Layout => {
	const each = said as Partial<Layout> | null;
	return (
		typeof each === 'object' &&
		each !== null &&
		typeof each.name === 'string' &&
		typeof each.sides === 'object' &&
		each.sides !== null &&
		Object.values(each.sides).every(
			(side) => typeof side === 'number' && side >= NARROWEST && side <= WIDEST
		) &&
		Array.isArray(each.folded)
	);
};
const read = keptJson<Kept>(KEPT, { current: FIRST, own: [] }, (said) => {
	const all = said as Partial<Kept> | null;
	return isLayout(all?.current) && Array.isArray(all.own) && all.own.every(isLayout);
});

class Layouts {
	private said = $state.raw(read());

	constructor() {
		kept.onTurn(() => (this.said = read()));
	}

	/** The layout in use; its name is empty once it is like none that is kept. */
	readonly current = $derived(this.said.current);
	readonly own = $derived(this.said.own);
	readonly isShipped = $derived(this.said.current.name === FIRST.name);

	side(pane: Pane): number {
		return this.current.sides[pane] ?? USUAL[pane];
	}

	folded(part: Part): boolean {
		return this.current.folded.includes(part);
	}

	resize(pane: Pane, side: number): void {
		const wide = Math.round(Math.min(WIDEST, Math.max(NARROWEST, side)) * 10) / 10;
		if (Math.abs(wide - this.side(pane)) < 0.2) return;
		this.change({ sides: { ...this.current.sides, [pane]: wide } });
	}

	fold(part: Part, folded: boolean): void {
		if (folded === this.folded(part)) return;
		const others = this.current.folded.filter((each) => each !== part);
		this.change({ folded: folded ? [...others, part] : others });
	}

	turn(part: Part): void {
		this.fold(part, !this.folded(part));
	}

	choose(layout: Layout): void {
		const { name, sides, folded } = layout;
		this.keep({ ...this.said, current: { name, sides, folded } });
	}

	/** Lay everything out as it ships. */
	ship(): void {
		this.choose(FIRST);
	}

	/** Keep what stands under a name; return why it can't be, or nothing. */
	keepAs(typed: string): string {
		const name = typed.trim().replace(/\s+/g, ' ');
		if (!name) return 'Type a name for the layout.';
		if (name.length > LONGEST_NAME)
			return `The name has ${name.length} characters; ${LONGEST_NAME} is the most.`;
		const is = (each: Layout) => each.name.toLowerCase() === name.toLowerCase();
		if (SHIPPED.some(is)) return `“${name}” ships: call yours “My ${name.toLowerCase()}”.`;
		const others = this.own.filter((each) => !is(each));
		if (others.length >= MOST_OWN)
			return `There are ${MOST_OWN} layouts of your own, which is the most there can be.`;
		const current = { ...this.current, name };
		this.keep({ current, own: [...others, current] });
		return '';
	}

	remove(layout: Layout): void {
		const name = this.current.name === layout.name ? '' : this.current.name;
		this.keep({
			current: { ...this.current, name },
			own: this.own.filter((each) => each.name !== layout.name)
		});
	}

	private change(change: Partial<Layout>): void {
		this.keep({ ...this.said, current: { ...this.current, ...change, name: '' } });
	}

	private keep(said: Kept): void {
		this.said = said;
		kept.write(KEPT, JSON.stringify(said));
	}
}

export const layouts = new Layouts();
