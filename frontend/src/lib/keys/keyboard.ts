/** The keys of a keyboard as they lie, row by row: what is drawn, and where a chord's key is. */

export interface DrawnKey {
	/** The key as a chord says it, small. */
	key: string;
	label: string;
	/** From the left, and its width, in widths of a letter's key. */
	x: number;
	width: number;
	row: number;
}

const ROWS: { from: number; keys: string[] }[] = [
	{ from: 0, keys: ['`', '1', '2', '3', '4', '5', '6', '7', '8', '9', '0', '-', '='] },
	{ from: 1.5, keys: ['q', 'w', 'e', 'r', 't', 'y', 'u', 'i', 'o', 'p', '[', ']', '\\'] },
	{ from: 1.75, keys: ['a', 's', 'd', 'f', 'g', 'h', 'j', 'k', 'l', ';', "'"] },
	{ from: 2.25, keys: ['z', 'x', 'c', 'v', 'b', 'n', 'm', ',', '.', '/'] }
];
/** Characters that a key writes with Shift, on the keyboard that is drawn. */
const SHIFTED: Record<string, string> = { '?': '/', '+': '=' };

export const DRAWN: readonly DrawnKey[] = ROWS.flatMap(({ from, keys }, row) =>
	keys.map((key, at) => ({ key, label: key.toUpperCase(), x: from + at, width: 1, row }))
).concat([{ key: 'space', label: 'Space', x: 4, width: 6, row: 4 }]);

export const WIDE = 14.5;
export const TALL = 5;

/** Which drawn key a press is on: the last of a chord. */
export function drawnKey(press: string): string {
	const last = press.endsWith('++') || press === '+' ? '+' : (press.split('+').at(-1) ?? '');
	const small = last.toLowerCase();
	return SHIFTED[small] ?? small;
}

/** What is held with it: nothing, Shift, Alt, Ctrl or several. */
export function held(press: string): string {
	const bare = press.endsWith('++') ? press.slice(0, -2) : press;
	const parts = bare === '+' ? [] : bare.split('+').slice(0, press.endsWith('++') ? undefined : -1);
	if (SHIFTED[press]) return 'Shift';
	return parts.join('+');
}
