/** A target as it is typed: a name, and a data rate where there is one. */
export function withTarget(text: string, name: string, on: boolean): string {
	const others = parts(text).filter((each) => nameOf(each) !== name);
	return [...others, ...(on ? [name] : [])].join(', ') || 'none';
}

/** The text with a target's data rate written otherwise; none where it is empty. */
export function withRate(text: string, name: string, megabits: string): string {
	const rate = megabits.trim();
	return parts(text)
		.map((each) => (nameOf(each) === name ? (rate ? `${name} at ${rate} Mb/s` : name) : each))
		.join(', ');
}

const parts = (text: string) =>
	text
		.split(',')
		.map((each) => each.trim())
		.filter((each) => each && each !== 'none');
const nameOf = (part: string) => part.split(' at ')[0]!.trim();
