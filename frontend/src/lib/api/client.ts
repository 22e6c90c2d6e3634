import createClient from 'openapi-fetch';
import { presence } from './presence.svelte';
import type { components, paths } from './schema';

type Schemas = components['schemas'];
export type Schema<K extends keyof Schemas> = Schemas[K];
export type Texts = Record<string, Record<string, string>>;

/** Where the API lies: links that the browser follows by itself begin with it. */
export const API = '/api/v1';

/** Why the server didn't do something, in its own words (problem details, RFC 9457). */
export class Problem extends Error {
	constructor(readonly body: Schema<'Problem'>) {
		super(body.detail);
	}
}

export const api = createClient<paths>({ baseUrl: '' });

const AWAY = 'away';

export type Answer<T> = { data?: T; error?: unknown; response: Response };

function problem(status: number, code: string, detail: string): Problem {
	return new Problem({
		type: `urn:zero-slate:problem:${code}`,
		title: detail,
		status,
		detail,
		code,
		changes: []
	});
}

/** Take the answer's data, or throw a Problem; a server that is gone is one too. */
export async function take<T>(answer: Promise<Answer<T>>): Promise<T> {
	let given: Answer<T>;
	try {
		given = await answer;
	} catch (error) {
		if (error instanceof DOMException && error.name === 'AbortError') throw error;
		presence.lost();
		throw problem(0, AWAY, "Can't reach Zero Slate. What you typed is kept.");
	}
	if (given.error !== undefined || !given.response.ok) {
		const body = given.error as Schema<'Problem'> | undefined;
		const { status } = given.response;
		throw body?.detail
			? new Problem(body)
			: problem(status, 'failed', `Zero Slate failed (${status}).`);
	}
	return given.data as T;
}

/** Whether the server didn't answer at all. */
export function isAway(error: unknown): boolean {
	return error instanceof Problem && error.body.code === AWAY;
}

/** Say what went wrong, for a person; nothing of a server that is gone, which is said everywhere. */
export function words(error: unknown): string {
	if (isAway(error)) return '';
	return error instanceof Error ? error.message : String(error);
}

/** A file as a form, since the generated types can't say that a field is one. */
export function form(file: File, fields: Record<string, string | null> = {}): FormData {
	const made = new FormData();
	made.append('file', file);
	for (const [name, value] of Object.entries(fields)) {
		if (value !== null) made.append(name, value);
	}
	return made;
}

/** Send a form and take the answer. */
export async function sendForm<T>(address: string, body: FormData): Promise<T> {
	return take<T>(
		fetch(API + address, { method: 'POST', body }).then(async (response) => {
			const said = await response.json().catch(() => undefined);
			return response.ok ? { data: said as T, response } : { error: said, response };
		})
	);
}
