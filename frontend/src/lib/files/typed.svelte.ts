import { SvelteMap } from 'svelte/reactivity';
import type { Schema } from '$lib/api/client';

type Typed = Schema<'TypedFiles'>;

/** What is typed of where productions' files go, kept while one looks elsewhere. */
class TypedFiles {
	private readonly kept = new SvelteMap<number, Typed>();

	of(production: number): Typed {
		return this.kept.get(production) ?? {};
	}

	set(production: number, change: Partial<Typed>): void {
		this.kept.set(production, { ...this.of(production), ...change });
	}

	leave(production: number): void {
		this.kept.delete(production);
	}
}

export const typedFiles = new TypedFiles();
