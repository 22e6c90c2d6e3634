import { createVirtualizer } from '@tanstack/svelte-virtual';
import { flushSync, untrack } from 'svelte';
import { fromStore } from 'svelte/store';
import type { Attachment } from 'svelte/attachments';

/** How many rows beyond what is seen are laid out. */
const BEYOND = 12;

interface RowsOf<T> {
	/** All rows, thousands of them. */
	all: () => readonly T[];
	/** What scrolls. */
	scroller: () => HTMLElement | null;
	/** What holds the rows. */
	list: () => HTMLElement | null;
	/** How tall a row is before it was laid out, in px. */
	tall: number;
}

/** Rows of a long list of which only those that are seen are laid out; in print all are. */
export class Rows<T> {
	private readonly at;
	private printing = $state(false);
	private margin = $state(0);

	constructor(private readonly of: RowsOf<T>) {
		this.at = fromStore(
			createVirtualizer<HTMLElement, HTMLElement>({
				count: 0,
				getScrollElement: of.scroller,
				estimateSize: () => of.tall,
				overscan: BEYOND
			})
		);
		$effect(() => {
			const count = of.all().length;
			const [scroller, list] = [of.scroller(), of.list()];
			untrack(() => {
				if (scroller && list)
					this.margin =
						list.getBoundingClientRect().top -
						scroller.getBoundingClientRect().top +
						scroller.scrollTop;
				this.at.current.setOptions({
					count,
					getScrollElement: of.scroller,
					scrollMargin: this.margin
				});
			});
		});
		$effect(() => {
			const print = (on: boolean) => () => flushSync(() => (this.printing = on));
			const [begin, end] = [print(true), print(false)];
			addEventListener('beforeprint', begin);
			addEventListener('afterprint', end);
			return () => {
				removeEventListener('beforeprint', begin);
				removeEventListener('afterprint', end);
			};
		});
	}

	/** The rows that are laid out, with their places in the list. */
	get shown(): { place: number; row: T }[] {
		const all = this.of.all();
		if (this.printing) return all.map((row, place) => ({ place, row }));
		return this.at.current.getVirtualItems().flatMap(({ index }) => {
			const row = all[index];
			return row === undefined ? [] : [{ place: index, row }];
		});
	}

	/** The room above them, in px. */
	get before(): number {
		const first = this.at.current.getVirtualItems()[0];
		return this.printing || !first ? 0 : first.start - this.margin;
	}

	/** The room below them, in px. */
	get after(): number {
		const last = this.at.current.getVirtualItems().at(-1);
		if (this.printing || !last) return 0;
		return this.at.current.getTotalSize() - (last.end - this.margin);
	}

	/** Takes the height that a row has come to. */
	readonly measured: Attachment<HTMLElement> = (row) => this.at.current.measureElement(row);

	/** Bring a row into view. */
	reveal(place: number): void {
		this.at.current.scrollToIndex(place);
	}
}
