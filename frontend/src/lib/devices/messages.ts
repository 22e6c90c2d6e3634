/**
 * What a control surface sends: the messages of MIDI 1.0 that rings, wheels and buttons use.
 *
 * A ring sends a control change with how far it was turned since the last, as seven bits in two's
 * complement: 1 to 63 onwards, 127 to 65 back. A button sends a note on.
 */
export const RINGS = { hairline: 16, exposure: 17, value: 18 } as const;
export const BUTTONS = { use: 36, undo: 37, redo: 38, asItIs: 39 } as const;

export type Ring = keyof typeof RINGS;
export type Button = keyof typeof BUTTONS;
export type Heard = { ring: Ring; steps: number } | { button: Button };

const CONTROL = 0xb0;
const NOTE_ON = 0x90;

/** What a message says; null for one that isn't of these. */
export function heard(message: ArrayLike<number>): Heard | null {
	const [status = 0, number = 0, value = 0] = Array.from(message);
	if (message.length !== 3 || number > 127 || value > 127) return null;
	if ((status & 0xf0) === CONTROL) {
		const ring = named(RINGS, number);
		const steps = value < 64 ? value : value - 128;
		return ring && steps ? { ring, steps } : null;
	}
	if ((status & 0xf0) === NOTE_ON && value > 0) {
		const button = named(BUTTONS, number);
		return button ? { button } : null;
	}
	return null;
}

/** The messages of a ring that was turned; a far turn takes several. */
export function turned(ring: Ring, steps: number): number[][] {
	const messages: number[][] = [];
	for (let left = steps; left;) {
		const now = Math.max(-63, Math.min(63, left));
		messages.push([CONTROL, RINGS[ring], now < 0 ? now + 128 : now]);
		left -= now;
	}
	return messages;
}

/** The message of a button that was pressed. */
export const pressed = (button: Button): number[] => [NOTE_ON, BUTTONS[button], 127];

function named<T extends Record<string, number>>(names: T, number: number): keyof T | undefined {
	return (Object.keys(names) as (keyof T)[]).find((each) => names[each] === number);
}
