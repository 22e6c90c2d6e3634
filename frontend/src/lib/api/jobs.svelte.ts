import { onDestroy } from 'svelte';
import { API, words } from './client';

interface JobState {
	id: number;
	state: string;
	message: string;
}

/** What is known of work whose events each tell what came of it since the last one. */
export function withResults<R, S extends { first: number; results: R[] }>(
	known: S | null,
	told: S
): S {
	return { ...told, results: [...(known?.results ?? []).slice(0, told.first), ...told.results] };
}

/**
 * A piece of work that the server tells of as it goes on, by server-sent events.
 *
 * It is followed until it ends, another is, or the component goes; a line that was cut is taken up
 * again where it was.
 */
export class FollowedJob<S extends JobState> {
	state = $state.raw<S | null>(null);
	trouble = $state('');

	private line: EventSource | null = null;

	constructor(
		private readonly root: string,
		/** What an event adds to what was known. */
		private readonly join: (known: S | null, told: S) => S = (_, told) => told
	) {
		onDestroy(() => this.close());
	}

	/** Whether it goes on. */
	get busy(): boolean {
		return this.state !== null && ['waiting', 'running'].includes(this.state.state);
	}

	/** Begin work, and follow it to its end; what was followed before is stopped. */
	async follow(begin: () => Promise<S>): Promise<void> {
		if (this.busy) await this.stop();
		this.forget();
		try {
			const begun = await begin();
			this.state = begun;
			await this.listen(begun.id);
		} catch (error) {
			this.trouble = words(error);
		}
	}

	/** Ask it to stop. */
	async stop(): Promise<void> {
		if (this.state) await fetch(`${API}${this.root}/${this.state.id}`, { method: 'DELETE' });
	}

	/** Let go of it, and of what came of it. */
	forget(): void {
		this.close();
		this.state = null;
		this.trouble = '';
	}

	private listen(id: number): Promise<void> {
		return new Promise((done) => {
			const line = new EventSource(`${API}${this.root}/${id}/events`);
			this.line = line;
			line.onmessage = (event: MessageEvent<string>) => {
				this.state = this.join(this.state, JSON.parse(event.data) as S);
				if (this.busy) return;
				line.close();
				done();
			};
			line.onerror = () => {
				if (line.readyState !== EventSource.CLOSED) return;
				this.trouble = "Can't reach Zero Slate: how far it is isn't known.";
				done();
			};
		});
	}

	private close(): void {
		this.line?.close();
		this.line = null;
	}
}
