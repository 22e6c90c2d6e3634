/**
 * What pages keep for whoever works here: at hand at once from this browser, and sent to the server,
 * which gives it back on another machine, and where a browser's storage was cleared.
 */
import { storage } from '$lib/state/storage';

/** How long what changed waits for more of it before it is sent, in ms. */
const SETTLES = 300;
const WHOSE = 'zero-slate.here';
const UNSENT = 'zero-slate.unsent';

type Send = (changes: Record<string, string | null>) => Promise<unknown>;

export class Kept {
	/** Whose things these are; nobody's until somebody has said who they are. */
	person: number | null = storage((all) => Number(all.getItem(WHOSE)) || null, null);
	private readonly here = new Map<string, string>();
	private readonly readers = new Set<() => void>();
	private send: Send = async () => undefined;
	private timer: ReturnType<typeof setTimeout> | null = null;

	/** What is kept under a name, or null. */
	read(name: string): string | null {
		const own = this.own(name);
		return this.here.get(own) ?? storage((all) => all.getItem(own), null);
	}

	/** Keep a text under a name. */
	write(name: string, text: string): void {
		if (this.read(name) === text) return;
		this.put(name, text);
		if (this.person === null) return;
		this.unsent(new Set([...this.waiting(), name]));
		this.timer ??= setTimeout(() => void this.flush(), SETTLES);
	}

	/** Read again whenever these become somebody else's. */
	onTurn(read: () => void): void {
		this.readers.add(read);
	}

	/** Let these be somebody's, as the server has them; what it wasn't sent yet wins. */
	become(person: number | null, has: Record<string, string>, send: Send): void {
		if (this.person !== null && this.person !== person) void this.flush();
		this.person = person;
		this.send = send;
		storage((all) => all.setItem(WHOSE, String(person ?? '')), undefined);
		const mine = new Set(this.waiting());
		for (const name of Object.keys(has)) if (!mine.has(name)) this.put(name, has[name] ?? '');
		if (mine.size) void this.flush();
		for (const read of this.readers) read();
	}

	/** Send what changed; whatever can't be sent waits for the next time. */
	async flush(): Promise<void> {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		const names = this.waiting();
		if (!names.length || this.person === null) return;
		const whose = this.person;
		const changes = Object.fromEntries(names.map((name) => [name, this.read(name)]));
		try {
			await this.send(changes);
		} catch {
			return;
		}
		if (whose !== this.person) return;
		const still = this.waiting().filter((name) => this.read(name) !== (changes[name] ?? null));
		this.unsent(new Set(still));
	}

	private own(name: string): string {
		return this.person === null ? name : `${this.person}:${name}`;
	}

	private put(name: string, text: string): void {
		const own = this.own(name);
		this.here.set(own, text);
		storage((all) => all.setItem(own, text), undefined);
	}

	private waiting(): string[] {
		const said = this.read(UNSENT);
		return said ? said.split('\n') : [];
	}

	private unsent(names: Set<string>): void {
		this.put(UNSENT, [...names].join('\n'));
	}
}

export const kept = new Kept();

/** Something kept as JSON, read again whenever somebody else sits down. */
export function keptJson<T>(name: string, usual: T, is: (said: unknown) => boolean): () => T {
	return () => {
		try {
			const said: unknown = JSON.parse(kept.read(name) ?? 'null');
			return is(said) ? (said as T) : usual;
		} catch {
			return usual;
		}
	};
}
