import type { Attachment } from 'svelte/attachments';

/** How many more rows are laid out whenever the end comes near. */
const AT_ONCE = 120;

/**
 * A list of thousands that is laid out as far as it was scrolled.
 *
 * Attach `end` to what stands after the last row: when it comes near, more are laid out.
 */
export class LongList<T> {
	private laid = $state(AT_ONCE);

	constructor(private readonly all: () => readonly T[]) {}

	/** The rows to lay out. */
	get shown(): readonly T[] {
		return this.all().slice(0, this.laid);
	}

	/** How many are left. */
	get more(): number {
		return Math.max(0, this.all().length - this.laid);
	}

	/** Watches the end of the list. */
	readonly end: Attachment<HTMLElement> = (element) => {
		const near = new IntersectionObserver(
			(entries) => {
				if (entries.some((entry) => entry.isIntersecting)) this.laid += AT_ONCE;
			},
			{ rootMargin: '800px' }
		);
		// Laid out rows move the end away; watched anew, it tells again where it is still near.
		void this.laid;
		near.observe(element);
		return () => near.disconnect();
	};
}
