import { createQuery } from '@tanstack/svelte-query';
import { api, Problem, take, words, type Schema } from '$lib/api/client';
import { client } from '$lib/api/query-client';
import { me } from '$lib/people/me.svelte';

type Page = Schema<'KeysPage'>;
type Line = Schema<'KeyLine'>;

/** What was done to the keys of an action, to be taken back. */
interface Step {
	set: string;
	action: string;
	does: string;
	before: readonly string[];
}

/** The key set in use as it is looked through and changed. */
export class KeysSession {
	wrong = $state.raw<Schema<'Problem'> | null>(null);
	trouble = $state('');
	private steps = $state.raw<readonly Step[]>([]);

	private readonly query = createQuery(() => ({
		queryKey: ['keys', me.person?.id ?? 0, me.page?.room.key_set],
		queryFn: () => take(api.GET('/api/v1/people/keys'))
	}));

	get page(): Page | undefined {
		return this.query.data;
	}

	get own(): boolean {
		return this.page?.sets.some((each) => each.own && each.name === this.page?.chosen) ?? false;
	}

	get undo(): Step | undefined {
		return this.steps.findLast((each) => each.set === this.page?.chosen);
	}

	choose(name: string): Promise<void> {
		return this.act(async (person_id) => {
			await take(
				api.PUT('/api/v1/people/{person_id}/room', {
					params: { path: { person_id } },
					body: { key_set: name, kept: {} }
				})
			);
		});
	}

	make(name: string): Promise<void> {
		const base = this.page?.chosen ?? '';
		return this.act(async (person_id) => {
			await take(
				api.POST('/api/v1/people/{person_id}/key-sets', {
					params: { path: { person_id } },
					body: { name, base }
				})
			);
		});
	}

	remove(): Promise<void> {
		const name = this.page?.chosen ?? '';
		return this.act(async (person_id) => {
			await take(
				api.DELETE('/api/v1/people/{person_id}/key-sets/{name}', {
					params: { path: { person_id, name } }
				})
			);
		});
	}

	/** Give an action other keys; what they were can be taken back. */
	async set(line: Line, keys: string[]): Promise<boolean> {
		const set = this.page?.chosen ?? '';
		const before = line.keys;
		if (!(await this.put(set, line.name, keys))) return false;
		this.steps = [...this.steps, { set, action: line.name, does: line.does, before }];
		return true;
	}

	async takeBack(): Promise<void> {
		const step = this.undo;
		if (!step || !(await this.put(step.set, step.action, [...step.before]))) return;
		this.steps = this.steps.filter((each) => each !== step);
	}

	private async put(name: string, action: string, keys: string[]): Promise<boolean> {
		await this.act(async (person_id) => {
			await take(
				api.PUT('/api/v1/people/{person_id}/key-sets/{name}', {
					params: { path: { person_id, name } },
					body: { action, keys }
				})
			);
		});
		return this.wrong === null && this.trouble === '';
	}

	private async act(work: (person: number) => Promise<void>): Promise<void> {
		this.wrong = null;
		this.trouble = '';
		const person = me.person?.id;
		if (person === undefined) return;
		try {
			await work(person);
			await me.load();
			await client.invalidateQueries({ queryKey: ['keys'] });
		} catch (error) {
			if (error instanceof Problem) this.wrong = error.body;
			else this.trouble = words(error);
		}
	}
}
