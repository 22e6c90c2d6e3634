/** A rate as the exact ratio that the core gives. */
export interface Speed {
	numerator: number;
	denominator: number;
}

/**
 * The moment of the movement, in seconds, that is on the screen after `elapsed` seconds: the drawing
 * that a rate has come to, each held for so many frames, as it was made for the rate `made`.
 */
export function momentShown(elapsed: number, speed: Speed, made: Speed, held: number): number {
	const drawn = Math.floor((elapsed * speed.numerator) / speed.denominator / held);
	return (drawn * held * made.denominator) / made.numerator;
}
