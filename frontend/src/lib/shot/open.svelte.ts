import { createQuery } from '@tanstack/svelte-query';
import { getContext, setContext } from 'svelte';
import type { Schema } from '$lib/api/client';
import { sheetQuery } from '$lib/api/queries';
import { client } from '$lib/api/query-client';

type Verdict = Pick<Schema<'Sheet'>, 'verdict' | 'state'>;

/** The shot that the steps of a shot share: its head, and its verdict with what is typed. */
export class OpenShot {
	private readonly sheet;
	private typed = $state.raw<Verdict | null>(null);

	constructor(private readonly read: () => number) {
		this.sheet = createQuery(
			() => sheetQuery(read()),
			() => client
		);
	}

	get id(): number {
		return this.read();
	}

	get head(): Schema<'ShotHead'> | undefined {
		return this.sheet.data?.head;
	}

	get verdict(): string {
		return (this.typed ?? this.sheet.data?.sheet)?.verdict ?? '';
	}

	get state(): Schema<'State'> {
		return (this.typed ?? this.sheet.data?.sheet)?.state ?? 'unknown';
	}

	/** Why it can't be opened. */
	get lost(): Error | null {
		return this.sheet.data ? null : this.sheet.error;
	}

	/** Let the verdict follow what is typed; null where nothing is. */
	say(verdict: Verdict | null): void {
		this.typed = verdict;
	}
}

const KEY = Symbol('open shot');

export function setOpenShot(shot: OpenShot): void {
	setContext(KEY, shot);
}

export function openShot(): OpenShot {
	return getContext<OpenShot>(KEY);
}
