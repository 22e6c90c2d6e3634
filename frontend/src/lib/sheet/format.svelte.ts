import { createQuery, type QueryFunctionContext } from '@tanstack/svelte-query';
import { words, type Schema, type Texts } from '$lib/api/client';
import { client } from '$lib/api/query-client';
import { typedTexts } from '$lib/state/typed.svelte';
import { standingRows } from './standing';

/** What previewing an edit format or the house setup gives. */
export interface Previewed {
	rows: Schema<'SheetRow'>[];
	problem: string | null;
}

/** A question, as `queries.ts` makes them. */
interface Question<R> {
	queryKey: readonly unknown[];
	queryFn?: unknown;
	structuralSharing?: unknown;
	/** Never there: says what the question gives. */
	gives?: R;
}

interface Answer<R> {
	said: R;
	typed: Texts;
}

/** Settings being typed outside a sheet: previewed by the server with every keystroke. */
export class FormatSession<R extends Previewed> {
	private readonly before;
	private readonly now;

	constructor(
		private readonly scope: () => string,
		/** The question with some texts typed. */
		private readonly question: (typed: Texts) => Question<R>
	) {
		const about = (typed: Texts) => {
			const asked = this.question(typed);
			const ask = asked.queryFn as (context: QueryFunctionContext) => Promise<R>;
			return {
				...asked,
				queryFn: async (context: QueryFunctionContext): Promise<Answer<R>> => ({
					said: await ask(context),
					typed
				})
			} as {
				queryKey: readonly unknown[];
				queryFn: (c: QueryFunctionContext) => Promise<Answer<R>>;
			};
		};
		this.before = createQuery(
			() => about({}),
			() => client
		);
		this.now = createQuery(
			() => about(this.typed),
			() => client
		);
	}

	/** What is typed, by setting and part. */
	get typed(): Texts {
		return typedTexts.of(this.scope());
	}

	/** The newest answer. */
	get previewed(): R | undefined {
		return (this.now.data ?? this.before.data)?.said;
	}

	/** Its rows, with what is typed in their fields. */
	get rows(): Schema<'SheetRow'>[] {
		const answer = this.now.data ?? this.before.data;
		if (!answer) return [];
		return standingRows(
			answer.said.rows,
			this.before.data?.said.rows ?? [],
			this.typed,
			answer.typed
		);
	}

	/** Why nothing could be previewed. */
	get trouble(): string {
		return this.now.error ? words(this.now.error) : '';
	}

	/** Whether what is typed can be taken. */
	get sound(): boolean {
		if (this.now.isPlaceholderData || !this.now.data) return false;
		const { said } = this.now.data;
		return !said.problem && !said.rows.some((row) => row.problem);
	}

	/** Take a keystroke. */
	type(key: string, part: string, text: string): void {
		typedTexts.type(this.scope(), key, part, text);
	}

	/** Put texts in place of what is typed in a row. */
	use(key: string, texts: Record<string, string>): void {
		const typed = this.typed;
		typedTexts.set(this.scope(), { ...typed, [key]: { ...typed[key], ...texts } });
	}

	/** Let go of what is typed in a row, or in all. */
	leave(key?: string): void {
		typedTexts.leave(this.scope(), key === undefined ? undefined : [key]);
	}
}
