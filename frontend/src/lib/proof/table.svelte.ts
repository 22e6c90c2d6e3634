import type { Schema } from '$lib/api/client';
import type { Frame } from './gl/frame';

type Rect = Schema<'Rect'>;

const LEAST = 1 / 64;
const MOST = 256;

/**
 * What of the table is seen: its corner and its zoom. The table is measured in canvas lines, across
 * as they are seen: a canvas pixel is as wide as its aspect says.
 */
export class TableView {
	/** The room of a sheet, in screen pixels: two lie beside each other, or there is one. */
	width = $state(800);
	height = $state(500);
	/** Screen pixels for one line of the canvas. */
	zoom = $state(0.5);
	left = $state(0);
	top = $state(0);
	/** Whether all is kept in view when the room changes. */
	fitted = $state(true);

	/** Screen pixels of a size, and how many of them are one of the page's. */
	resize(width: number, height: number, all: Rect): void {
		this.width = Math.max(1, width);
		this.height = Math.max(1, height);
		if (this.fitted) this.fit(all);
	}

	/** Show all of a rectangle, with a little room. */
	fit(all: Rect): void {
		const room = 0.97;
		this.zoom = Math.min(this.width / all.width, this.height / all.height) * room;
		this.middle(all);
		this.fitted = true;
	}

	/** Zoom, with what lies at a place of the screen staying there. */
	to(zoom: number, x = this.width / 2, y = this.height / 2): void {
		const next = Math.min(MOST, Math.max(LEAST, zoom));
		this.left += x / this.zoom - x / next;
		this.top += y / this.zoom - y / next;
		this.zoom = next;
		this.fitted = false;
	}

	pan(across: number, down: number): void {
		this.left -= across / this.zoom;
		this.top -= down / this.zoom;
		this.fitted = false;
	}

	/** Where a place of the screen lies on the table. */
	at(x: number, y: number): { x: number; y: number } {
		return { x: this.left + x / this.zoom, y: this.top + y / this.zoom };
	}

	/** Where a rectangle of the table lies on the screen. */
	screen(rect: Rect): Rect {
		return {
			x: (rect.x - this.left) * this.zoom,
			y: (rect.y - this.top) * this.zoom,
			width: rect.width * this.zoom,
			height: rect.height * this.zoom
		};
	}

	private middle(all: Rect): void {
		this.left = all.x + all.width / 2 - this.width / this.zoom / 2;
		this.top = all.y + all.height / 2 - this.height / this.zoom / 2;
	}
}

/** A rectangle of canvas pixels as it lies on the table. */
export function onTable(rect: Rect, aspect: number): Rect {
	return { ...rect, x: rect.x * aspect, width: rect.width * aspect };
}

/** How many stored pixels a line of the table is, across and down. */
function perLine(frame: Frame, place: Rect, aspect: number): [number, number] {
	return [
		frame.format[0] / (place.width * aspect) / frame.reduced,
		frame.format[1] / place.height / frame.reduced
	];
}

/** The stored pixel at the screen's corner, and how many one of the screen's covers. */
export function sampling(
	view: TableView,
	frame: Frame,
	place: Rect,
	aspect: number
): { origin: [number, number]; step: [number, number] } {
	const [across, down] = perLine(frame, place, aspect);
	return {
		origin: [
			(view.left - place.x * aspect) * across - frame.x / frame.reduced,
			(view.top - place.y) * down - frame.y / frame.reduced
		],
		step: [across / view.zoom, down / view.zoom]
	};
}

/** The zoom at which a stored pixel is so many of the screen's high. */
export function zoomFor(frame: Frame, place: Rect, pixels: number): number {
	return (pixels * frame.format[1]) / place.height / frame.reduced;
}
