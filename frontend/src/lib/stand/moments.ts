/** The frames that texts key something at: each once, rising. */
export function keyedFrames(texts: string[]): number[] {
	const found = texts.flatMap((text) =>
		[...text.matchAll(/ on (-?\d{1,8})(?!\d*x)/g)].map((each) => Number(each[1]))
	);
	return [...new Set(found)].sort((one, other) => one - other);
}
