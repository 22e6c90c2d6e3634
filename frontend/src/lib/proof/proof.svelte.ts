import { UsualChoice } from '$lib/state/usual.svelte';
import { API, type Schema } from '$lib/api/client';
import { ReadyFrames } from './frames.svelte';
import type { Frame } from './gl/frame';
import type { Look } from './gl/renderer';
import { CHANNELS } from './gl/sources';
import { Player } from './player.svelte';

type Page = Schema<'ProofPage'>;
type Element = Schema<'ProofElement'>;
type Run = Schema<'FrameRange'>;

/** What is looked at: an element or the stack, and which layer of it. */
export interface Pick {
	id: number;
	layer: string;
	view: string;
}

export const RANGES = ['cut', 'work', 'clip'] as const;
export type RangeName = (typeof RANGES)[number];

export const COMPARES = ['edge', 'beside', 'apart'] as const;
export type Compare = (typeof COMPARES)[number];

/** How much of what lies outside the canvas is seen. */
export const OUTSIDE = { hidden: 0, faint: 0.35, whole: 1 } as const;
export type Outside = keyof typeof OUTSIDE;

export const AS_IT_IS: Look = {
	exposure: 0,
	gamma: 1,
	saturation: 1,
	channel: 'colour',
	marks: false,
	raise: 8,
	view: ''
};

/** Stops that the wedge reaches, each way. */
export const STOPS = 8;

/** A shot's proof: what is looked at, how, and when. Nothing of it is stored in the shot. */
export class Proof {
	readonly ready = new ReadyFrames();
	chosen = $state.raw<Pick | null>(null);
	other = $state.raw<Pick | null>(null);
	/** Where the edge between two pictures lies, as a share of the canvas. */
	edge = $state(0.5);
	look = $state.raw<Look>(AS_IT_IS);
	/** Whether light copies are looked at where there are any. */
	light = $state(false);
	/** Whether the shot's grade lies between the picture and the view. */
	graded = $state(true);
	/** The part of the format that is kept in memory; null for all of it. */
	part = $state.raw<[number, number, number, number] | null>(null);
	field = $state(-1);
	/** The longest side that the browser's textures take. */
	longest = $state(8192);
	private at = $state<number | null>(null);
	private readonly choices = {
		compare: new UsualChoice('comparing', COMPARES, 'edge'),
		outside: new UsualChoice('outside the canvas', Object.keys(OUTSIDE) as Outside[], 'faint'),
		guides: new UsualChoice('guides in the proof', [true, false], true),
		range: new UsualChoice('range that is played', RANGES, 'work')
	};
	readonly player: Player;

	constructor(
		readonly shot: number,
		private readonly read: () => Page | undefined
	) {
		this.player = new Player({
			run: () => this.range,
			over: () => this.page?.rate_over ?? 24,
			under: () => this.page?.rate_under ?? 1,
			fields: () => (this.page?.fields ?? -1) >= 0,
			ready: (frame) => this.settled(frame),
			show: (frame, field) => {
				this.at = frame;
				const first = this.page?.fields ?? -1;
				this.field = field < 0 || first < 0 ? -1 : (field + first) % 2;
			}
		});
	}

	/** How a picture is laid against another. */
	get compare(): Compare {
		return this.choices.compare.current;
	}

	set compare(how: Compare) {
		this.choices.compare.current = how;
	}

	/** How what lies outside the canvas is shown. */
	get outside(): Outside {
		return this.choices.outside.current;
	}

	set outside(how: Outside) {
		this.choices.outside.current = how;
	}

	/** Whether canvas and guides are drawn. */
	get guides(): boolean {
		return this.choices.guides.current;
	}

	set guides(on: boolean) {
		this.choices.guides.current = on;
	}

	/** Which range is played. */
	get rangeName(): RangeName {
		return this.choices.range.current;
	}

	set rangeName(name: RangeName) {
		this.choices.range.current = name;
	}

	get page(): Page | undefined {
		return this.read();
	}

	get frame(): number {
		return this.at ?? this.page?.frame ?? 0;
	}

	/** The range that is played: of the shot's three. */
	get range(): Run {
		return this.page?.[this.rangeName] ?? { first: 0, last: 0 };
	}

	/** What is looked at: as chosen, or else the first there is. */
	get pick(): Pick | null {
		const first = this.page?.elements[0];
		if (this.chosen && this.elementOf(this.chosen)) return this.chosen;
		return first ? { id: first.id, layer: '', view: '' } : null;
	}

	elementOf(pick: Pick | null): Element | undefined {
		return this.page?.elements.find((each) => each.id === pick?.id);
	}

	/** What the values of a layer are. */
	kindOf(pick: Pick): string {
		if (this.isLight(pick) && this.elementOf(pick)?.copies_seen) return 'matte';
		const layers = this.elementOf(pick)?.layers ?? [];
		const layer = pick.layer
			? layers.find((each) => each.key === pick.layer)
			: (layers.find((each) => each.kind === 'colour') ?? layers[0]);
		return layer?.kind ?? 'colour';
	}

	/** Where a pick's pixels at a frame are fetched; null where it shows nothing there. */
	address(pick: Pick, frame: number): string | null {
		return this.addresses(pick)(frame);
	}

	/** The same for many frames: all but the file's number is written once. */
	private addresses(pick: Pick): (frame: number) => string | null {
		const element = this.elementOf(pick);
		if (!element) return () => null;
		const query = new URLSearchParams({ v: element.stamp, longest: String(this.longest) });
		if (pick.layer) query.set('layer', pick.layer);
		if (this.part) query.set('part', this.part.join(','));
		if (this.isLight(pick)) query.set('light', 'true');
		const root = `${API}/shots/${this.shot}/proof/${pick.id}/pixels?${query}`;
		const first = this.page?.frames.first ?? 0;
		return (frame) => {
			const number = element.numbers[frame - first];
			return number === null || number === undefined ? null : `${root}&number=${number}`;
		};
	}

	/** Whether a pick is shown by its light copies: those are told apart, and never measured. */
	isLight(pick: Pick | null): boolean {
		const copies = this.elementOf(pick)?.copies ?? 0;
		return this.light && copies > 0 && !pick?.layer && !this.part;
	}

	frameOf(pick: Pick | null): Frame | undefined {
		const address = pick && this.address(pick, this.frame);
		return address ? this.ready.get(address) : undefined;
	}

	/** Why there is no picture at the hairline; empty where there is one, or it is on its way. */
	get trouble(): string {
		const { pick } = this;
		if (!pick) return 'No element is linked to this shot yet.';
		const address = this.address(pick, this.frame);
		if (!address) return `${this.elementOf(pick)?.name} shows nothing at frame ${this.frame}.`;
		return this.ready.troubles.get(address) ?? '';
	}

	private get picks(): Pick[] {
		return [this.pick, this.other].filter((each) => each !== null);
	}

	/** Whether all that is looked at is there for a frame, or never will be. */
	private settled(frame: number): boolean {
		return this.picks.every((pick) => {
			const address = this.address(pick, frame);
			return address === null || this.ready.settled(address);
		});
	}

	/** Want the frame at the hairline and, in the order they are played, those after it. */
	want(): void {
		const { first, last } = this.range;
		const frames = [this.frame];
		const inside = this.frame >= first && this.frame <= last;
		const from = inside ? this.frame : first;
		for (let n = 1; n <= last - first + 1; n++)
			frames.push(first + ((from - first + n) % (last - first + 1)));
		const of = this.picks.map((pick) => this.addresses(pick));
		const wanted = frames.flatMap((frame) => of.map((address) => address(frame)));
		this.ready.want([...new Set(wanted.filter((each) => each !== null))]);
	}

	/** The runs of frames that can be shown at once. */
	readonly readyRuns = $derived.by(() => {
		const all = this.page?.frames;
		const runs: Run[] = [];
		const of = this.picks.map((pick) => this.addresses(pick));
		if (!all || !of.length) return runs;
		for (let frame = all.first; frame <= all.last; frame++) {
			const there = of.every((address) => {
				const at = address(frame);
				return at !== null && this.ready.has(at);
			});
			if (!there) continue;
			const last = runs.at(-1);
			if (last?.last === frame - 1) last.last = frame;
			else runs.push({ first: frame, last: frame });
		}
		return runs;
	});

	/** Go to a frame; playing stops there. */
	go(frame: number): void {
		this.player.stop();
		this.field = -1;
		const all = this.page?.frames;
		this.at = all ? Math.min(all.last, Math.max(all.first, frame)) : frame;
	}

	play(): void {
		if (this.player.playing) return this.go(this.frame);
		this.player.play(this.frame);
	}

	see(change: Partial<Look>): void {
		this.look = { ...this.look, ...change };
	}

	/** Make it so many stops brighter, as far as the wedge reaches. */
	brighten(stops: number): void {
		const exposure = Math.round((this.look.exposure + stops) * 100) / 100;
		this.see({ exposure: Math.min(STOPS, Math.max(-STOPS, exposure)) });
	}

	/** Show the next of the channels alone. */
	nextChannel(): void {
		const place = CHANNELS.indexOf(this.look.channel);
		this.see({ channel: CHANNELS[(place + 1) % CHANNELS.length]! });
	}
}
