import { Fingers, type Place } from '$lib/hand/fingers';
import { pressed } from '$lib/keys/keys.svelte';
import { onTable, type TableView } from './table.svelte';
import type { Schema } from '$lib/api/client';

/** What hands do to the table, and what they need to know of it. Places are the page's pixels. */
export interface Table {
	view: TableView;
	/** Screen pixels in one of the page's. */
	ratio: () => number;
	/** Where something on the screen lies on the table's sheet: the two beside each other are one. */
	onSheet: (at: Place) => Place;
	/** Where the edge between two pictures lies; null where there is none. */
	edge: () => number | null;
	onedge: (x: number) => void;
	/** A part was drawn round. */
	onpart: (from: Place, to: Place) => void;
	/** All of it. */
	whole: () => Schema<'Rect'>;
}

interface Held extends Place {
	what: 'table' | 'edge' | 'part';
	from: Place;
}

const REACH = 8;

/** Pointers, wheel and keys on the table: it goes along with one hand, and grows between two. */
export class Hands {
	/** What is being drawn round, in the page's pixels. */
	drawing = $state.raw<{ x0: number; y0: number; x1: number; y1: number } | null>(null);
	private readonly held = new Map<number, Held>();
	private readonly fingers = new Fingers();

	constructor(private readonly table: Table) {}

	down(event: PointerEvent, at: Place): void {
		const edge = this.table.edge();
		const near = edge !== null && Math.abs(at.x - edge) < REACH;
		const what = near ? 'edge' : event.shiftKey ? 'part' : 'table';
		this.held.set(event.pointerId, { ...at, what, from: at });
		this.fingers.down(event.pointerId, at);
	}

	move(event: PointerEvent, at: Place): void {
		const mine = this.held.get(event.pointerId);
		if (!mine) return;
		const { view } = this.table;
		const ratio = this.table.ratio();
		const [dx, dy] = [at.x - mine.x, at.y - mine.y];
		[mine.x, mine.y] = [at.x, at.y];
		const pinch = this.fingers.move(event.pointerId, at);
		if (pinch) {
			const about = this.table.onSheet(pinch.about);
			view.to(view.zoom * pinch.times, about.x * ratio, about.y * ratio);
			view.pan(pinch.by.x * ratio, pinch.by.y * ratio);
			return;
		}
		if (mine.what === 'edge') this.table.onedge(at.x);
		else if (mine.what === 'part')
			this.drawing = { x0: mine.from.x, y0: mine.from.y, x1: at.x, y1: at.y };
		else view.pan(dx * ratio, dy * ratio);
	}

	up(event: PointerEvent): void {
		const mine = this.held.get(event.pointerId);
		this.held.delete(event.pointerId);
		this.fingers.up(event.pointerId);
		const { drawing } = this;
		if (mine?.what !== 'part' || !drawing) return;
		const { x0, y0, x1, y1 } = drawing;
		this.table.onpart(
			{ x: Math.min(x0, x1), y: Math.min(y0, y1) },
			{ x: Math.max(x0, x1), y: Math.max(y0, y1) }
		);
		this.drawing = null;
	}

	wheel(event: WheelEvent, at: Place): void {
		event.preventDefault();
		const { view } = this.table;
		const ratio = this.table.ratio();
		const on = this.table.onSheet(at);
		if (event.ctrlKey || !event.shiftKey)
			view.to(view.zoom * Math.exp(-event.deltaY / 240), on.x * ratio, on.y * ratio);
		else view.pan(-event.deltaY, 0);
	}

	key(event: KeyboardEvent): void {
		const { view } = this.table;
		const does = {
			closer: () => view.to(view.zoom * 1.25),
			farther: () => view.to(view.zoom / 1.25),
			whole: () => view.fit(this.table.whole())
		};
		if (pressed(event, does) || event.altKey || event.ctrlKey || event.metaKey) return;
		const step = (event.shiftKey ? 200 : 40) * this.table.ratio();
		const acts: Record<string, () => void> = {
			ArrowLeft: () => view.pan(step, 0),
			ArrowRight: () => view.pan(-step, 0),
			ArrowUp: () => view.pan(0, step),
			ArrowDown: () => view.pan(0, -step)
		};
		const act = acts[event.key];
		if (!act) return;
		event.preventDefault();
		act();
	}
}

/** A rectangle of canvas pixels as it lies on the page. */
export function onPage(
	view: TableView,
	rect: Schema<'Rect'>,
	aspect: number,
	ratio: number
): Schema<'Rect'> {
	const s = view.screen(onTable(rect, aspect));
	return { x: s.x / ratio, y: s.y / ratio, width: s.width / ratio, height: s.height / ratio };
}
