import type { Texts } from '$lib/api/client';

const KEPT = 'typed:';
const NOTHING: Texts = {};

/**
 * What is typed and not saved yet, by what it is typed in (`shot:4`, `time:4`, `brief:4`, `house` …).
 *
 * It outlives pages and reloads, and ends with the tab. Pages of one thing have scopes of their own,
 * so that leaving one keeps what was typed in another.
 */
class TypedTexts {
	private all = $state.raw<Record<string, Texts>>(kept());

	/** What is typed in a scope, by setting and part. */
	of(scope: string): Texts {
		return this.all[scope] ?? NOTHING;
	}

	/** Take texts in place of what is typed in a scope. */
	set(scope: string, texts: Texts): void {
		const { [scope]: _, ...others } = this.all;
		const some = Object.keys(texts).length > 0;
		this.all = some ? { ...others, [scope]: texts } : others;
		if (some) sessionStorage.setItem(KEPT + scope, JSON.stringify(texts));
		else sessionStorage.removeItem(KEPT + scope);
	}

	/** Take a keystroke. */
	type(scope: string, key: string, part: string, text: string): void {
		const typed = this.of(scope);
		this.set(scope, { ...typed, [key]: { ...typed[key], [part]: text } });
	}

	/** Let go of what is typed in some settings, or in all. */
	leave(scope: string, keys: string[] = Object.keys(this.of(scope))): void {
		const typed = Object.entries(this.of(scope));
		this.set(scope, Object.fromEntries(typed.filter(([key]) => !keys.includes(key))));
	}

	/** Let go of what was saved; a setting that was typed in again meanwhile stays. */
	settle(scope: string, saved: Texts): void {
		const typed = this.of(scope);
		this.leave(
			scope,
			Object.keys(saved).filter((key) => JSON.stringify(typed[key]) === JSON.stringify(saved[key]))
		);
	}
}

function kept(): Record<string, Texts> {
	const found: Record<string, Texts> = {};
	for (const name of Object.keys(sessionStorage)) {
		if (!name.startsWith(KEPT)) continue;
		try {
			found[name.slice(KEPT.length)] = JSON.parse(sessionStorage.getItem(name) ?? '{}') as Texts;
		} catch {
			sessionStorage.removeItem(name);
		}
	}
	return found;
}

export const typedTexts = new TypedTexts();
