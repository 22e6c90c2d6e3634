import { getContext, setContext } from 'svelte';
import type { Schema } from '$lib/api/client';

/** The shot that the steps of a shot share: its head and verdict as last heard of. */
export class OpenShot {
	head = $state.raw<Schema<'ShotHead'> | null>(null);
	verdict = $state('');
	state = $state<Schema<'State'>>('unknown');

	constructor(readonly id: number) {}

	/** Take what a page of the shot says. */
	hear(page: Schema<'ShotPage'>): void {
		this.head = page.head;
		this.verdict = page.sheet.verdict;
		this.state = page.sheet.state;
	}
}

const KEY = Symbol('open shot');

export function setOpenShot(read: () => OpenShot): void {
	setContext(KEY, read);
}

export function openShot(): OpenShot {
	return getContext<() => OpenShot>(KEY)();
}
