/** The parts of a finish as they are typed, taken apart to be chosen and put together again. */
export type Place = 'fills' | 'lines' | 'edges';
export const PLACES: Place[] = ['fills', 'lines', 'edges'];

/** What is written of one part; `plain` where nothing is. */
export function partOf(text: string, place: Place): string {
	const found = text.split(',').map((each) => each.trim());
	const own = found.find((each) => each.startsWith(`${place} `));
	return own ? own.slice(place.length + 1).trim() : 'plain';
}

/** The text with one part written otherwise. */
export function withPart(text: string, place: Place, part: string): string {
	const others = text
		.split(',')
		.map((each) => each.trim())
		.filter((each) => each && each !== 'none' && !each.startsWith(`${place} `));
	const own = part === 'plain' ? [] : [`${place} ${part}`];
	const order = (each: string) => ['fills', 'lines', 'edges', 'seed'].indexOf(each.split(' ')[0]!);
	return [...others, ...own].sort((a, b) => order(a) - order(b)).join(', ') || 'none';
}

/** Figures of a part that is written, or the usual ones. */
export function figuresOf(part: string): {
	texture: string;
	strength: number;
	scale: number;
	held: boolean;
} {
	const found = /^(.+?)(?: (\d+) ?%)?(?: at (\d+) ?px)?( held)?$/.exec(part);
	return {
		texture: found?.[1] ?? 'plain',
		strength: Number(found?.[2] ?? 60),
		scale: Number(found?.[3] ?? 24),
		held: Boolean(found?.[4])
	};
}
