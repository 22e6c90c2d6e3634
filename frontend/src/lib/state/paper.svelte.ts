import type { Schema } from '$lib/api/client';

/** Which paper the screens are on: light, or dark for a dark room. */
export type Paper = 'paper' | 'dim';

const KEPT = 'paper';
const SAID: Record<Paper, Schema<'Paper'>> = { paper: 'light', dim: 'dim' };

class Papers {
	current = $state<Paper>(document.documentElement.dataset.paper === 'dim' ? 'dim' : 'paper');

	/** Keeps it for whoever works here. */
	keep: (paper: Schema<'Paper'>) => unknown = () => undefined;

	/** Turn to the other paper, and keep it for the next start. */
	turn(): void {
		this.show(this.current === 'dim' ? 'paper' : 'dim');
		this.keep(SAID[this.current]);
	}

	/** Show the paper that somebody has chosen, or the system's. */
	take(paper: Schema<'Paper'>): void {
		if (paper === 'system') {
			this.show(matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'paper');
			localStorage.removeItem(KEPT);
		} else this.show(paper === 'dim' ? 'dim' : 'paper');
	}

	private show(paper: Paper): void {
		this.current = paper;
		document.documentElement.dataset.paper = paper;
		// Read before the first paint of the next start.
		localStorage.setItem(KEPT, paper);
	}
}

export const papers = new Papers();
