import { API, Problem, words, type Schema } from '$lib/api/client';

/**
 * Loads a picture that is made of what is typed: while one comes others may be wished for, and only
 * the newest of them is asked for then. What was shown stays until there is something else.
 */
export class MadeLoader {
	url = $state('');
	trouble = $state('');
	busy = $state(false);

	private wanted = '';
	private line: AbortController | null = null;

	/** Ask for a picture at an address, made of a body. */
	want(path: string, body: unknown): void {
		const said = JSON.stringify([path, body]);
		if (said === this.wanted) return;
		this.wanted = said;
		if (!this.line) void this.load();
	}

	/** Let go: nothing is waited for any more, and what was shown is forgotten. */
	leave(): void {
		this.wanted = '';
		this.line?.abort();
		if (this.url) URL.revokeObjectURL(this.url);
		this.url = '';
	}

	private async load(): Promise<void> {
		this.busy = true;
		while (this.wanted) {
			const asked = this.wanted;
			const [path, body] = JSON.parse(asked) as [string, unknown];
			this.line = new AbortController();
			try {
				const answer = await fetch(`${API}${path}`, {
					method: 'POST',
					headers: { 'Content-Type': 'application/json' },
					body: JSON.stringify(body),
					signal: this.line.signal
				});
				if (!answer.ok) throw new Problem((await answer.json()) as Schema<'Problem'>);
				this.show(await answer.blob());
				this.trouble = '';
			} catch (error) {
				if (this.wanted) this.trouble = words(error);
			}
			if (asked === this.wanted) break;
		}
		this.line = null;
		this.busy = false;
	}

	private show(picture: Blob): void {
		if (!this.wanted) return;
		const before = this.url;
		this.url = URL.createObjectURL(picture);
		if (before) URL.revokeObjectURL(before);
	}
}
