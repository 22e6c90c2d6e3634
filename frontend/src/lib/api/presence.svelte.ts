/** How often a server that is gone is looked for, and how long its return is told, in ms. */
const EVERY = 1000;
const TOLD_FOR = 8000;

type Work = () => Promise<unknown>;

/**
 * Whether the server answers. One that is gone is looked for until it is back; what couldn't be sent
 * meanwhile is sent again then, each thing once.
 */
export class Presence {
	away = $state(false);
	/** What is said of its return; empty a while later. */
	returned = $state('');

	private readonly waiting = new Map<string, Work>();
	private readonly found = new Set<() => void>();

	/** Note that it didn't answer. */
	lost(): void {
		if (this.away) return;
		this.away = true;
		this.returned = '';
		void this.lookUntilBack();
	}

	/** Send something again once it is back; the same thing, by its key, is sent in its last form. */
	again(key: string, work: Work): void {
		this.waiting.set(key, work);
	}

	/** Ask anew whatever is shown, once it is back. */
	onFound(ask: () => void): void {
		this.found.add(ask);
	}

	private async lookUntilBack(): Promise<void> {
		do await new Promise((wait) => setTimeout(wait, EVERY));
		while (!(await this.answers()));
		this.away = false;
		const works = [...this.waiting];
		this.waiting.clear();
		let failed = 0;
		for (const [key, work] of works) {
			try {
				await work();
			} catch {
				failed += 1;
				// Gone again meanwhile: it waits on, unless something later stands in its place.
				if (this.away && !this.waiting.has(key)) this.waiting.set(key, work);
			}
		}
		// Gone again while it was being sent: that is told, and nothing else.
		if (this.away) return;
		for (const ask of this.found) ask();
		this.returned = !works.length
			? 'Zero Slate is back.'
			: failed
				? 'Zero Slate is back. Not everything that you changed in the meantime could be sent.'
				: 'Zero Slate is back. What you typed in the meantime has been sent.';
		setTimeout(() => (this.returned = ''), TOLD_FOR);
	}

	private async answers(): Promise<boolean> {
		try {
			return (await fetch('/api/health', { cache: 'no-store' })).ok;
		} catch {
			return false;
		}
	}
}

export const presence = new Presence();
