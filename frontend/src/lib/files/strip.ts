/**
 * A path's rule as a strip: pieces, words and breaks between folders, in a row, picked and moved.
 * Whether it can be a rule is for the server to say.
 */
export type Chip =
	{ kind: 'piece'; piece: string } | { kind: 'words'; words: string } | { kind: 'break' };

const PART = /<([^<>/]*)>|\/|[^<>/]+/g;
const MARKS_BEGIN = /^[_.-]+/;
const MARKS_END = /[_.-]+$/;

export function chipsOf(rule: string): Chip[] {
	return [...rule.matchAll(PART)].map(([whole, piece]) => {
		if (whole === '/') return { kind: 'break' };
		return piece === undefined ? { kind: 'words', words: whole } : { kind: 'piece', piece };
	});
}

export function ruleOf(chips: readonly Chip[]): string {
	return chips
		.map((chip) => {
			if (chip.kind === 'break') return '/';
			return chip.kind === 'piece' ? `<${chip.piece}>` : chip.words;
		})
		.join('');
}

function words(chip: Chip | undefined): string | null {
	return chip?.kind === 'words' ? chip.words : null;
}

/** Lay a chip behind another; a mark comes between it and what would run together with it. */
export function insertAfter(chips: readonly Chip[], place: number, chip: Chip): Chip[] {
	const next = chips[place + 1];
	const before = chips[place];
	const mark: Chip = { kind: 'words', words: '_' };
	const made: Chip[] = [];
	if (chip.kind === 'piece') {
		const parted = !before || before.kind === 'break' || MARKS_END.test(words(before) ?? '');
		if (!parted) made.push(mark);
		made.push(chip);
		const closed = !next || next.kind === 'break' || MARKS_BEGIN.test(words(next) ?? '');
		if (!closed) made.push(mark);
	} else if (chip.kind === 'words') {
		const [begin, end] = [before?.kind === 'piece' ? '_' : '', next?.kind === 'piece' ? '_' : ''];
		const bare = chip.words.replace(MARKS_BEGIN, '').replace(MARKS_END, '');
		made.push({ kind: 'words', words: bare ? begin + bare + end : chip.words });
	} else made.push(chip);
	return joined([...chips.slice(0, place + 1), ...made, ...chips.slice(place + 1)]);
}

/** Take a chip away, with a mark or a folder's break that would be left over. */
export function removeAt(chips: readonly Chip[], place: number): Chip[] {
	const before = chips.slice(0, place);
	const after = chips.slice(place + 1);
	const [last, first] = [before.at(-1), after[0]];
	const opens = !last || last.kind === 'break';
	const closes = !first || first.kind === 'break';
	if (chips[place]?.kind !== 'break') {
		// A folder that has nothing left in its name goes.
		if (opens && closes) after.shift();
		else if (opens && words(first)) after[0] = without(first!, MARKS_BEGIN);
		else if (words(last) && (closes || MARKS_BEGIN.test(words(first) ?? '')))
			before[before.length - 1] = without(last!, MARKS_END);
	}
	return joined([...before, ...after]);
}

function without(chip: Chip, marks: RegExp): Chip {
	return { kind: 'words', words: (words(chip) ?? '').replace(marks, '') };
}

/** Move a chip so many places; at an end it stays. */
export function moveBy(chips: readonly Chip[], place: number, by: number): [Chip[], number] {
	const to = Math.min(chips.length - 1, Math.max(0, place + by));
	const made = [...chips];
	const [chip] = made.splice(place, 1);
	if (chip) made.splice(to, 0, chip);
	return [made, to];
}

/** Lay a chip where another is, as one that was taken away from where it lay. */
export function moveTo(chips: readonly Chip[], from: number, to: number): Chip[] {
	const chip = chips[from];
	const target = chips[to];
	if (!chip || !target || from === to) return [...chips];
	const without = removeAt(chips, from);
	const place = without.indexOf(target);
	const made = insertAfter(without, from < to ? place : place - 1, chip);
	return joined(made);
}

/** Words that came to lie side by side become one chip. */
function joined(chips: readonly Chip[]): Chip[] {
	const made: Chip[] = [];
	for (const chip of chips) {
		const last = made.at(-1);
		if (chip.kind === 'words' && !chip.words) continue;
		if (chip.kind === 'words' && last?.kind === 'words')
			made[made.length - 1] = { kind: 'words', words: last.words + chip.words };
		else made.push(chip);
	}
	return made;
}

/** Steps of a scale that people count in: 1, 2 or 5 times a power of ten, at most so many. */
export function scaleStep(whole: number, most: number): number {
	if (whole <= 0) return 1;
	const least = whole / most;
	const power = 10 ** Math.floor(Math.log10(Math.max(1, least)));
	return [1, 2, 5, 10].map((n) => n * power).find((n) => n >= least) ?? 10 * power;
}
