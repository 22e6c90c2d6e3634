import { untrack } from 'svelte';
import type { Schema } from '$lib/api/client';
import { kept, keptJson } from '$lib/people/kept.svelte';

/** An open production or shot, as the tab at the left edge shows it. */
export interface Spine {
	kind: 'production' | 'shot';
	id: number;
	label: string;
	state: Schema<'State'>;
}

const KEPT = 'spines';
const read = keptJson<Spine[]>(KEPT, [], Array.isArray);

function same(a: Pick<Spine, 'kind' | 'id'>, b: Pick<Spine, 'kind' | 'id'>): boolean {
	return a.kind === b.kind && a.id === b.id;
}

/** The address of what a spine opens. */
export function address(spine: Pick<Spine, 'kind' | 'id'>): string {
	return spine.kind === 'production' ? `/p/${spine.id}` : `/s/${spine.id}`;
}

class Spines {
	all = $state<Spine[]>([...read()]);

	constructor() {
		kept.onTurn(() => (this.all = [...read()]));
	}

	/**
	 * Show a spine, or bring its label and state up to date.
	 *
	 * An effect that opens a spine must not run again when spines change: closing one would bring
	 * it straight back.
	 */
	open(spine: Spine): void {
		untrack(() => this.show(spine));
	}

	private show(spine: Spine): void {
		const known = this.all.find((each) => same(each, spine));
		if (!known) this.all.push(spine);
		else if (known.label !== spine.label || known.state !== spine.state) {
			known.label = spine.label;
			known.state = spine.state;
		} else return;
		this.keep();
	}

	/** Close a spine; return the address to go to, that of its neighbour or the desk. */
	close(spine: Pick<Spine, 'kind' | 'id'>): string {
		const place = this.all.findIndex((each) => same(each, spine));
		if (place >= 0) this.all.splice(place, 1);
		this.keep();
		const next = this.all[Math.min(place, this.all.length - 1)];
		return next ? address(next) : '/';
	}

	/** Move a spine to another place. */
	move(from: number, to: number): void {
		if (to < 0 || to >= this.all.length) return;
		const [moved] = this.all.splice(from, 1);
		if (moved) this.all.splice(to, 0, moved);
		this.keep();
	}

	/** The address of the spine that is `step` places from the one at `path`. */
	beside(path: string, step: number): string | null {
		const place = this.all.findIndex((each) => within(path, address(each)));
		const next = this.all[(place + step + this.all.length) % this.all.length];
		return next ? address(next) : null;
	}

	/** The spine that a path belongs to. */
	at(path: string): Spine | undefined {
		return this.all.find((each) => within(path, address(each)));
	}

	private keep(): void {
		kept.write(KEPT, JSON.stringify(this.all));
	}
}

function within(path: string, root: string): boolean {
	return path === root || path.startsWith(root + '/');
}

export const spines = new Spines();
