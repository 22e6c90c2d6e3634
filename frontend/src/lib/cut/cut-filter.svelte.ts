import type { Schema } from '$lib/api/client';
import { UsualChoice } from '$lib/state/usual.svelte';

type Line = Schema<'ShotLine'>;
const ORDERS = ['cut', 'code', 'state', 'length'] as const;
export type CutOrder = (typeof ORDERS)[number];

const STATES: readonly Schema<'State'>[] = ['differs', 'unknown', 'new', 'reason', 'follows'];

/** What a code begins with before its last figures: its sequence. */
export function sequenceOf(code: string): string {
	return /^(.*?)[\W_]*\d+\D*$/.exec(code)?.[1] ?? '';
}

/** Which shots of a cut are shown, and in which order. */
export class CutFilter {
	words = $state('');
	states = $state.raw<readonly Schema<'State'>[]>([]);
	sequence = $state('');
	private readonly usualOrder = new UsualChoice<CutOrder>('order of the cut', ORDERS, 'cut');

	constructor(private readonly all: () => readonly Line[]) {}

	get order(): CutOrder {
		return this.usualOrder.current;
	}

	set order(order: CutOrder) {
		this.usualOrder.current = order;
	}

	readonly sequences = $derived.by(() => [
		...new Set(this.all().map((line) => sequenceOf(line.code)))
	]);

	/** Whether not all are shown, or not in the order of the cut. */
	readonly on = $derived(
		this.words.trim() !== '' ||
			this.states.length > 0 ||
			this.sequence !== '' ||
			this.order !== 'cut'
	);

	readonly lines = $derived.by(() => {
		const words = this.words.toLowerCase().split(/\s+/).filter(Boolean);
		const fit = this.all().filter(
			(line) =>
				(!this.states.length || this.states.includes(line.state)) &&
				(!this.sequence || sequenceOf(line.code) === this.sequence) &&
				words.every((word) => said(line).includes(word))
		);
		const by: Record<CutOrder, (one: Line, other: Line) => number> = {
			cut: () => 0,
			code: (one, other) => one.code.localeCompare(other.code, 'en-GB', { numeric: true }),
			state: (one, other) => STATES.indexOf(one.state) - STATES.indexOf(other.state),
			length: (one, other) => (other.length ?? 0) - (one.length ?? 0)
		};
		return this.order === 'cut' ? fit : fit.sort(by[this.order]);
	});

	turn(state: Schema<'State'>): void {
		this.states = this.states.includes(state)
			? this.states.filter((each) => each !== state)
			: [...this.states, state];
	}

	/** Sort by something, or in the order of the cut again. */
	sort(order: CutOrder): void {
		this.order = this.order === order ? 'cut' : order;
	}

	clear(): void {
		this.words = this.sequence = '';
		this.states = [];
		this.order = 'cut';
	}
}

function said(line: Line): string {
	const cells = Object.values(line.line?.cells ?? {}).map((cell) => cell.text);
	// A code is found by its letters and figures alone too: lan40 is LAN_0040.
	const bare = line.code.replace(/[\W_]+/g, '').replace(/(?<!\d)0+(?=\d)/g, '');
	return [line.code, bare, line.title, line.word, line.note, line.line?.why ?? '', ...cells]
		.join(' ')
		.toLowerCase();
}
