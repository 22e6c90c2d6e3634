import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { FollowedJob } from './jobs.svelte';

vi.mock('svelte', () => ({ onDestroy: () => undefined }));

interface State {
	id: number;
	state: string;
	message: string;
	results: string[];
}

class Line {
	static readonly CLOSED = 2;
	static opened: Line[] = [];
	onmessage: ((event: { data: string }) => void) | null = null;
	onerror: (() => void) | null = null;
	readyState = 1;

	constructor(readonly address: string) {
		Line.opened.push(this);
	}

	close(): void {
		this.readyState = Line.CLOSED;
	}

	tell(state: string, ...results: string[]): void {
		this.onmessage?.({ data: JSON.stringify({ id: 7, state, message: '', results }) });
	}
}

const begun: State = { id: 7, state: 'waiting', message: '', results: [] };

function job(): FollowedJob<State> {
	return new FollowedJob<State>('/shots/1/media-jobs', (known, told) => ({
		...told,
		results: [...(known?.results ?? []), ...told.results]
	}));
}

function opened(place: number): Line {
	const line = Line.opened[place];
	if (!line) return expect.fail(`no line ${place} was opened`);
	return line;
}

/** Let what was promised happen. */
const settle = () => new Promise((done) => setTimeout(done));

beforeEach(() => {
	Line.opened = [];
	vi.stubGlobal('EventSource', Line);
});
afterEach(() => vi.unstubAllGlobals());

test('work is followed to its end, and what is new is joined to what was known', async () => {
	const followed = job();
	const over = followed.follow(async () => begun);
	await settle();
	const line = opened(0);
	expect(line.address).toBe('/api/v1/shots/1/media-jobs/7/events');
	expect(followed.busy).toBe(true);
	line.tell('running', 'a');
	line.tell('running', 'b');
	expect(followed.state?.results).toEqual(['a', 'b']);
	line.tell('done', 'c');
	await over;
	expect(followed.state?.results).toEqual(['a', 'b', 'c']);
	expect([followed.busy, line.readyState]).toEqual([false, Line.CLOSED]);
});

test('work that cannot begin says why', async () => {
	const followed = job();
	await followed.follow(async () => {
		throw new Error('24 pieces of work are waiting already.');
	});
	expect([followed.trouble, followed.busy]).toEqual([
		'24 pieces of work are waiting already.',
		false
	]);
	expect(Line.opened).toEqual([]);
});

test('a line that is cut is taken up again by itself; one that is closed is trouble', async () => {
	const followed = job();
	const over = followed.follow(async () => begun);
	await settle();
	const line = opened(0);
	line.onerror?.();
	expect(followed.trouble).toBe('');
	line.close();
	line.onerror?.();
	await over;
	expect(followed.trouble).toContain("Can't reach Zero Slate");
});

test('other work stops what was followed', async () => {
	const asked: string[] = [];
	vi.stubGlobal('fetch', async (address: string, how: { method: string }) => {
		asked.push(`${how.method} ${address}`);
		return new Response(null, { status: 202 });
	});
	const followed = job();
	void followed.follow(async () => begun);
	await settle();
	void followed.follow(async () => ({ ...begun, id: 8 }));
	await settle();
	expect(asked).toEqual(['DELETE /api/v1/shots/1/media-jobs/7']);
	expect(Line.opened.map((line) => line.readyState)).toEqual([Line.CLOSED, 1]);
	expect(followed.state?.id).toBe(8);
	followed.forget();
	expect([followed.state, opened(1).readyState]).toEqual([null, Line.CLOSED]);
});
