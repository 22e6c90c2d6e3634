import { Problem, words, type Schema } from '$lib/api/client';

type Mark = Schema<'ProfileMark'>;

/** Who somebody is as it is typed, with what is wrong with it. */
export class TypedProfile {
	name = $state('');
	initials = $state('');
	discipline = $state('');
	mark = $state<Mark>('plain');
	wrong = $state.raw<Schema<'Problem'> | null>(null);
	trouble = $state('');

	constructor(mark: Mark, from?: Schema<'PersonLine'>) {
		this.mark = mark;
		if (!from) return;
		this.name = from.name;
		this.initials = from.initials;
		this.discipline = from.discipline;
	}

	get body() {
		return {
			name: this.name,
			initials: this.initials,
			discipline: this.discipline,
			mark: this.mark
		};
	}

	/** Do something with it; what was typed stays where that can't be. */
	async do<T>(work: () => Promise<T>): Promise<T | undefined> {
		this.wrong = null;
		this.trouble = '';
		try {
			return await work();
		} catch (error) {
			if (error instanceof Problem && error.body.part) this.wrong = error.body;
			else this.trouble = words(error);
			return undefined;
		}
	}

	/** Take the nearest that works. */
	useNearest(): void {
		const { part, nearest } = this.wrong ?? {};
		if (nearest && (part === 'name' || part === 'initials' || part === 'discipline'))
			this[part] = nearest;
		this.wrong = null;
	}
}
