import type { Schema, Texts } from '$lib/api/client';

/** What reckoning an edit format gives, for a new production or for one that stands. */
export interface Reckoned {
	rows: Schema<'SheetRow'>[];
	problem: string | null;
}

/** An edit format being typed: reckoned by the server with every keystroke. */
export class FormatSession<R extends Reckoned> {
	typed = $state.raw<Texts>({});
	reckoned = $state.raw<R | null>(null);
	trouble = $state('');

	private asked = 0;

	constructor(private readonly ask: (typed: Texts) => Promise<R>) {
		void this.reckon();
	}

	/** Whether what is typed can be taken. */
	get sound(): boolean {
		return !this.reckoned?.problem && !this.reckoned?.rows.some((row) => row.problem);
	}

	/** Take a keystroke. */
	type(key: string, part: string, text: string): void {
		this.set({ ...this.typed, [key]: { ...this.typed[key], [part]: text } });
	}

	/** Put texts in place of what is typed in a row. */
	use(key: string, texts: Record<string, string>): void {
		this.set({ ...this.typed, [key]: { ...this.typed[key], ...texts } });
	}

	/** Let go of what is typed in a row, or in all. */
	leave(key?: string): void {
		this.set(
			key ? Object.fromEntries(Object.entries(this.typed).filter(([each]) => each !== key)) : {}
		);
	}

	async reckon(): Promise<void> {
		const mine = ++this.asked;
		try {
			const said = await this.ask(this.typed);
			if (mine !== this.asked) return;
			this.reckoned = said;
			this.trouble = '';
		} catch (error) {
			if (mine === this.asked)
				this.trouble = error instanceof Error ? error.message : String(error);
		}
	}

	private set(typed: Texts): void {
		this.typed = typed;
		void this.reckon();
	}
}
