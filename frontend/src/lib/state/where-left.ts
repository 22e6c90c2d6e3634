/** How far pages were scrolled when they were left: they are come back to as they stood. */
import { kept, keptJson } from '$lib/people/kept.svelte';

const KEPT = 'scrolled';
const MOST = 80;
/** How often, and in which steps of ms, a page that is still being laid out is waited for. */
const LOOKS = 30;
const STEP = 50;

const read = keptJson<[string, number][]>(
	KEPT,
	[],
	(said) =>
		Array.isArray(said) && said.every((each) => Array.isArray(each) && typeof each[1] === 'number')
);

const main = () => document.querySelector<HTMLElement>('main');

class WhereLeft {
	private going = 0;

	/** Note how far a page is scrolled. */
	leave(at: string): void {
		this.going++;
		const top = Math.round(main()?.scrollTop ?? 0);
		const others = read().filter(([each]) => each !== at);
		const all: [string, number][] = top ? [[at, top], ...others] : others;
		kept.write(KEPT, JSON.stringify(all.slice(0, MOST)));
	}

	/** Scroll a page as it was left, once there is enough of it; a hash goes to its own place. */
	back(at: string): void {
		const top = read().find(([each]) => each === at)?.[1] ?? 0;
		const going = ++this.going;
		if (!top || location.hash) return;
		const look = (left: number) => {
			if (going !== this.going || !left) return;
			const page = main();
			if (page && page.scrollHeight - page.clientHeight >= top) page.scrollTop = top;
			else setTimeout(() => look(left - 1), STEP);
		};
		look(LOOKS);
	}
}

export const whereLeft = new WhereLeft();
