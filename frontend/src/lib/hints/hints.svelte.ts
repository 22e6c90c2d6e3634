import type { Schema } from '$lib/api/client';

export type HintLevel = Schema<'HintLevel'>;

export const LEVELS: readonly HintLevel[] = ['none', 'short', 'full'];

/** What there is to say of something on the screen. */
export interface Said {
	/** What it is called, where that isn't what it says. */
	label: string;
	/** What it is, or does. */
	text: string;
	/** What it changes elsewhere. */
	note: string;
	/** The key that does it. */
	key: string;
	/** The setting that it belongs to, by its key. */
	setting: string;
}

/** How much is said of whatever is pointed at, or has the focus. */
class Hints {
	level = $state<HintLevel>('short');
	said = $state.raw<Said | null>(null);

	/** Keeps the level for whoever works here. */
	keep: (level: HintLevel) => unknown = () => undefined;

	take(level: HintLevel): void {
		this.level = level;
	}

	set(level: HintLevel): void {
		this.level = level;
		this.keep(level);
	}

	/** Show more, and after all of it nothing. */
	turn(): void {
		this.set(LEVELS[(LEVELS.indexOf(this.level) + 1) % LEVELS.length] ?? 'short');
	}
}

export const hints = new Hints();
