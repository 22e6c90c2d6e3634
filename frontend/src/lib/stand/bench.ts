/** Where things lie in the stand's drawing: pixels on the screen, never optics. */
export interface Bench {
	left: number;
	axis: number;
	high: number;
	floor: number;
	curve: number;
	scale: number;
	slope: number;
}

/** Lay a stand of so many metres out in a drawing of a width. */
export function benchOf(wide: number, farthest: number, halfAngle: number): Bench {
	const left = 42;
	const right = 16;
	const high = 92;
	const slope = Math.tan((halfAngle * Math.PI) / 180);
	// The same along the axis and across it, as long as what is across has room.
	const scale = Math.min((wide - left - right) / farthest, high / (farthest * slope));
	return { left, axis: 112, high, floor: 306, curve: 52, scale, slope };
}

/** Pixels from the left of a distance. */
export const along = (bench: Bench, metres: number) => bench.left + metres * bench.scale;

/** The distance at a place, at least a centimetre. */
export const metresAt = (bench: Bench, x: number) => Math.max(0.01, (x - bench.left) / bench.scale);

/** Half of the field's height at a distance, in pixels. */
export const halfField = (bench: Bench, metres: number) =>
	Math.max(4, metres * bench.slope * bench.scale);

/** Lines for names, so that neighbours can be read: the lowest that is free at each place. */
export function lines(places: number[], wide: number): number[] {
	const free: number[] = [];
	return places.map((x) => {
		let line = free.findIndex((until) => until < x);
		if (line < 0) line = free.length;
		free[line] = x + wide;
		return line;
	});
}
