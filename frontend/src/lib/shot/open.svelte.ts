import { createQuery } from '@tanstack/svelte-query';
import { getContext, setContext } from 'svelte';
import type { Schema } from '$lib/api/client';
import { sheetQuery } from '$lib/api/shot-queries';
import { client } from '$lib/api/query-client';
import { Company } from '$lib/company/company.svelte';

type Verdict = Pick<Schema<'Sheet'>, 'verdict' | 'state'>;

/** The shot that the steps of a shot share: its head, and its verdict with what is typed. */
export class OpenShot {
	private readonly sheet;
	private typed = $state.raw<Verdict | null>(null);
	/** The setting that is worked on, for those who look on. */
	setting = $state('');
	readonly company;

	constructor(
		private readonly read: () => number,
		step: () => string
	) {
		this.sheet = createQuery(
			() => sheetQuery(read()),
			() => client
		);
		this.company = new Company(read, () => ({ step: step(), setting: this.setting }));
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

/** Who else has the shot open; nobody is there to look on at rows of other pages. */
export function company(): Company | undefined {
	return getContext<OpenShot | undefined>(KEY)?.company;
}

export function openShot(): OpenShot {
	return getContext<OpenShot>(KEY);
}
