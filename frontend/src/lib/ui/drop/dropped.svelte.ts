/**
 * Files that are dropped on a page without a place for them: the page that takes such a file is gone
 * to, and its place for files finds what waits.
 */

/** Where a file goes, by the end of its name; the first that fits decides. */
const TAKEN: readonly { ends: RegExp; to: 'setup' | 'cut' | 'profile' | 'archive' }[] = [
	{ ends: /\.setup\.json$/i, to: 'setup' },
	{ ends: /\.profile\.json$/i, to: 'profile' },
	{ ends: /\.(edl|otio|otioz)$/i, to: 'cut' },
	{ ends: /\.zip$/i, to: 'archive' }
];

export type Taker = (typeof TAKEN)[number]['to'];

/** What takes a file, by its name; null where nothing does. */
export function takerOf(name: string): Taker | null {
	return TAKEN.find((each) => each.ends.test(name))?.to ?? null;
}

class Dropped {
	/** How many places for files there are on the page. */
	places = 0;
	private waits: File | null = null;

	/** Let a file wait for the page that takes it. */
	wait(file: File): void {
		this.waits = file;
	}

	/** Take the file that waits, if one does. */
	take(): File | null {
		const file = this.waits;
		this.waits = null;
		return file;
	}
}

export const dropped = new Dropped();
