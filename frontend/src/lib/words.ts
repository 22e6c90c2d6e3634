/** A stored time as a clock shows it today, or with its day before that. */
export function clock(at: string): string {
	const time = new Date(at);
	const today = time.toDateString() === new Date().toDateString();
	const clockTime = time.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
	if (today) return clockTime;
	return `${time.toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })} ${clockTime}`;
}

/** A cut's number as it is written. */
export function cutNumber(number: number): string {
	return `Cut ${String(number).padStart(2, '0')}`;
}

/** A number with its noun: `1 frame`, `4 frames`. */
export function counted(number: number, one: string, many = `${one}s`): string {
	return `${number} ${number === 1 ? one : many}`;
}

/** Things in a sentence: `a`, `a and b`, `a, b and c`. */
export function listed(all: readonly string[]): string {
	return all.length > 1 ? `${all.slice(0, -1).join(', ')} and ${all.at(-1)}` : (all[0] ?? '');
}

/** A version as it is written. */
export function version(number: number): string {
	return `v${String(number).padStart(3, '0')}`;
}

/** A file's size: kB are 10³ bytes, MB 10⁶. */
export function size(bytes: number): string {
	return bytes < 1e6 ? `${(bytes / 1e3).toFixed(1)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}

/** A frame as the grammar of fields reads it: below zero with “=”. */
export function frameText(frame: number): string {
	return frame < 0 ? `=${frame}` : String(frame);
}

/** What a piece of work does now: what it is there for, or waiting, and behind how many. */
export function workWords(
	job: { state: string; ahead: number; note?: string },
	what: string
): string {
	if (job.state !== 'waiting') return job.note ? `${what}. ${job.note}` : what;
	return job.ahead ? `Waiting its turn, behind ${job.ahead}` : 'Waiting its turn, which is next';
}
