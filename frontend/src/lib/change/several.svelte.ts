import { typedTexts } from '$lib/state/typed.svelte';
import type { Schema, Texts } from '$lib/api/client';
import { wanted } from './source';
import { UsualChoice } from '$lib/state/usual.svelte';

const SOURCES = ['typed', 'format', 'shot'] as const;

/** Where a change of several shots takes its values from, as it is being chosen. */
export class SeveralSource {
	private readonly usualFrom = new UsualChoice('changing several', SOURCES, 'typed');
	format = $state('');
	other = $state<number | null>(null);
	groups = $state<string[]>(['canvas', 'picture']);

	constructor(private readonly scope: () => string) {}

	get from(): (typeof SOURCES)[number] {
		return this.usualFrom.current;
	}

	set from(from: (typeof SOURCES)[number]) {
		this.usualFrom.current = from;
	}

	/** What is typed, by setting and part. */
	get texts(): Texts {
		return typedTexts.of(this.scope());
	}

	/** Whether enough is chosen to see what it would do; `names` are the formats there are. */
	ready(names: readonly string[]): boolean {
		if (this.from === 'typed') return Object.keys(this.texts).length > 0;
		if (this.from === 'format') return names.includes(this.format);
		return this.other !== null && this.groups.length > 0;
	}

	/** What is asked for. */
	get wanted(): Schema<'ShotChange'> {
		if (this.from === 'typed') return wanted({ typed: this.texts });
		if (this.from === 'format') return wanted({ format: this.format });
		return wanted({ shot: this.other, groups: [...this.groups] });
	}

	/** Take a keystroke; an empty field leaves the shots as they are. */
	type(key: string, part: string, text: string): void {
		const { [part]: _, ...parts } = this.texts[key] ?? {};
		const { [key]: __, ...others } = this.texts;
		const now = text ? { ...parts, [part]: text } : parts;
		typedTexts.set(this.scope(), Object.keys(now).length ? { ...others, [key]: now } : others);
	}

	/** Let go of what was chosen. */
	clear(): void {
		typedTexts.leave(this.scope());
		this.format = '';
		this.other = null;
	}
}
