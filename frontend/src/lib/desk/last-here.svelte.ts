/**
 * When somebody was here last, and where: what others changed since then is told, and the page that
 * was left is gone back to, after a crash too.
 */
import { kept, keptJson } from '$lib/people/kept.svelte';

const KEPT = 'here';
/** A pause that ends a sitting, in ms. */
const PAUSE = 30 * 60_000;
/** How often it is noted that somebody is here, in ms. */
const NOTED = 60_000;

interface Here {
	/** When the sitting before this one ended, or what changed was last looked at. */
	since: string;
	/** When somebody was seen here last. */
	seen: string;
	/** The page that was open then. */
	at: string;
}

const read = keptJson<Here | null>(KEPT, null, (said) => {
	const here = said as Partial<Here> | null;
	return [here?.since, here?.seen, here?.at].every((each) => typeof each === 'string');
});

class LastHere {
	/** What changed since then is told. */
	since = $state('');
	/** The page that was open when the sitting before this one ended; empty where none was. */
	left = $state('');
	private at = '';

	constructor() {
		this.begin();
		kept.onTurn(() => this.begin());
	}

	/** Note which page is open. */
	note(at: string, now = new Date()): void {
		this.at = this.left = at;
		this.keep(now);
	}

	/** What changed was looked at. */
	looked(now = new Date()): void {
		this.since = now.toISOString();
		this.keep(now);
	}

	/** Go on noting that somebody is here. */
	watch(): () => void {
		const timer = setInterval(() => this.keep(new Date()), NOTED);
		return () => clearInterval(timer);
	}

	private begin(now = new Date()): void {
		const here = read();
		const paused = here !== null && now.getTime() - Date.parse(here.seen) > PAUSE;
		this.since = here ? (paused ? here.seen : here.since) : now.toISOString();
		this.left = here?.at ?? '';
	}

	private keep(now: Date): void {
		if (document.visibilityState === 'hidden') return;
		const here: Here = { since: this.since, seen: now.toISOString(), at: this.at };
		kept.write(KEPT, JSON.stringify(here));
	}
}

export const lastHere = new LastHere();
