import { createQuery } from '@tanstack/svelte-query';
import {
	api,
	isAway,
	Problem,
	take,
	words,
	type Answer,
	type Schema,
	type Texts
} from '$lib/api/client';
import { headQuery, heard, sheetPreviewQuery, sheetQuery } from '$lib/api/shot-queries';
import { client, inTurn } from '$lib/api/query-client';
import { presence } from '$lib/api/presence.svelte';
import { typedTexts } from '$lib/state/typed.svelte';
import { frameText } from '$lib/words';
import { standingRows } from './standing';

type Page = Schema<'ShotPage'>;

/** What another window saved while this one was being worked on. */
export interface Clash {
	message: string;
	changes: Schema<'ChangedSetting'>[];
}

const LOOK_EVERY = 3000;

/**
 * A sheet being worked on: what is typed and not saved yet, the server's preview of it, and saving.
 *
 * Every keystroke is previewed by the server; only the newest answer is shown. Saves follow one
 * another, each made on the version that the one before gave.
 */
export class SheetSession {
	saving = $state(0);
	trouble = $state('');
	clash = $state.raw<Clash | null>(null);
	/** The row whose drawing is looked at. */
	selected = $state('canvas');

	/** The frame that the stand is drawn at; where the cut begins where it is null. */
	frame = $state<number | null>(null);

	private view = $state.raw<Schema<'FrameRange'> | null>(null);
	private readonly sheet;
	private readonly preview;
	private readonly head;

	constructor(readonly id: number) {
		this.sheet = createQuery(
			() => sheetQuery(id),
			() => client
		);
		this.preview = createQuery(
			() => {
				const { typed, view, frame } = this;
				const body = { typed, view, frame, setting: this.selected };
				return sheetPreviewQuery(id, this.version, body, this.looks);
			},
			() => client
		);
		this.head = createQuery(
			() => headQuery(id, LOOK_EVERY),
			() => client
		);
		$effect(() => this.look());
	}

	private get scope(): string {
		return `shot:${this.id}`;
	}

	/** What is typed, by setting and part. */
	get typed(): Texts {
		return typedTexts.of(this.scope);
	}

	/** Whether something is typed that isn't saved. */
	get unsaved(): boolean {
		return Object.keys(this.typed).length > 0;
	}

	/** Whether something else is seen than what is stored. */
	private get looks(): boolean {
		return this.unsaved || this.view !== null || this.frame !== null;
	}

	/** Whether all that is typed can be taken. */
	get sound(): boolean {
		return !this.groups.some((group) => group.rows.some((row) => row.problem));
	}

	/** The sheet as it is stored; there is none before it was heard. */
	get stored(): Page | undefined {
		return this.sheet.data;
	}

	get version(): number {
		return this.stored?.head.version ?? 0;
	}

	/** The newest answer to what is typed or looked at; the stored sheet where nothing is. */
	private readonly answer = $derived.by(() => {
		const stored = { page: this.stored as Page, typed: {} as Texts };
		if (!this.looks) return stored;
		return this.preview.data ?? stored;
	});

	/** The sheet as it is shown. */
	readonly page = $derived.by((): Page => {
		const { page } = this.answer;
		return page === this.stored ? page : { ...page, head: this.stored?.head ?? page.head };
	});

	/** Its groups, with what is typed in the fields of their rows. */
	readonly groups = $derived.by(() => {
		const before = this.stored?.sheet.groups.flatMap((group) => group.rows) ?? [];
		return this.page.sheet.groups.map((group) => ({
			...group,
			rows: standingRows(group.rows, before, this.typed, this.answer.typed)
		}));
	});

	/** The drawings: those of the newest answer, and for a row not asked for yet the stored ones. */
	readonly drawings = $derived.by((): Schema<'Drawings'> => {
		const now = this.page.drawings;
		const then = this.stored?.drawings ?? now;
		const canvas = { ...then.canvas, ...now.canvas } as Schema<'CanvasDrawing'>;
		return {
			canvas: { ...canvas, captions: { ...then.canvas?.captions, ...now.canvas?.captions } },
			rates: now.rates ?? then.rates,
			cadences: now.rates ? now.cadences : then.cadences,
			ranges: now.ranges ?? then.ranges,
			moments: now.moments ?? then.moments,
			wedge: now.wedge ?? then.wedge,
			depth: now.depth ?? then.depth,
			stand: now.stand ?? then.stand,
			speed: now.speed ?? then.speed
		};
	});

	/** Whether an answer to what is typed is still awaited. */
	get awaited(): boolean {
		return this.preview.isFetching;
	}

	/** What can't be done, or heard. */
	get troubled(): string {
		const error = this.sheet.error ?? this.preview.error ?? this.head.error;
		return this.trouble || (error ? words(error) : '');
	}

	/** A row of the sheet by its setting. */
	row(key: string): Schema<'SheetRow'> | undefined {
		return this.groups.flatMap((group) => group.rows).find((row) => row.key === key);
	}

	/** Take a keystroke. */
	type(key: string, part: string, text: string): void {
		typedTexts.type(this.scope, key, part, text);
	}

	/** Whether the canvas keeps its shape when a side is typed. */
	held = $state(false);
	private shape = '';

	/** Hold the canvas's shape as it is now, or let it go. */
	hold(): void {
		this.held = !this.held;
		this.shape = this.drawings.canvas?.shape ?? '';
	}

	/** Take a keystroke in the canvas: a shape, or a shape that is held, leaves the other side free. */
	typeSide(part: string, text: string): void {
		const { width, height, shape } = this.typed['canvas'] ?? {};
		const set = (canvas: Record<string, string>) =>
			typedTexts.set(this.scope, { ...this.typed, canvas });
		if (part === 'shape' && text) {
			const side: Record<string, string> = {};
			if (height !== undefined && width === undefined) side['height'] = height;
			else if (width) side['width'] = width;
			set({ ...side, shape: text });
		} else if (this.held && part !== 'shape') set({ [part]: text, shape: this.shape });
		else if (shape && part !== 'shape') set({ [part]: text, shape });
		else this.type('canvas', part, text);
	}

	/** Look at another part of the frame rule; null is all of it. */
	lookAt(view: Schema<'FrameRange'> | null): void {
		this.view = view;
	}

	/** Put back what stood in a row before it was typed in. */
	leave(key: string): void {
		typedTexts.leave(this.scope, [key]);
	}

	/** Take what would work in place of what is typed in a row. */
	async use(key: string, texts: Record<string, string>): Promise<void> {
		typedTexts.set(this.scope, { ...this.typed, [key]: texts });
		await this.commit(key);
	}

	/** Save a row where it can be taken; what can't be stays as it is typed. */
	async commit(key: string): Promise<void> {
		if (!this.typed[key]) return;
		await this.save({ [key]: this.typed[key] });
	}

	/** Save texts, typed or offered, and reasons. */
	save(texts: Texts, reasons: Record<string, string | null> = {}): Promise<void> {
		return this.store(
			(params, base) =>
				api.PUT('/api/v1/shots/{shot_id}/setup', { params, body: { base, typed: texts, reasons } }),
			texts
		);
	}

	/** Close or open the lock on the work range. */
	lock(closed: boolean): Promise<void> {
		return this.store((params, base) =>
			api.PUT('/api/v1/shots/{shot_id}/lock', { params, body: { base, closed } })
		);
	}

	/** The keys and markers as they would be typed. */
	get typedMarks(): Schema<'TypedMark'>[] {
		return this.page.marks.map((mark) => ({
			frame: frameText(mark.frame),
			kind: mark.kind ?? 'marker',
			name: mark.name ?? ''
		}));
	}

	/** Store all keys and markers. */
	setMarks(marks: Schema<'TypedMark'>[]): Promise<void> {
		return this.store((params, base) =>
			api.PUT('/api/v1/shots/{shot_id}/marks', { params, body: { base, marks } })
		);
	}

	/** Store the brief. */
	setBrief(brief: Schema<'Brief'>): Promise<void> {
		return this.store((params, base) =>
			api.PUT('/api/v1/shots/{shot_id}/brief', { params, body: { base, brief } })
		);
	}

	/** Undo or redo as a new version. */
	step(way: 'undo' | 'redo'): Promise<void> {
		return this.store((params, base) =>
			way === 'undo'
				? api.POST('/api/v1/shots/{shot_id}/undo', { params, body: { base } })
				: api.POST('/api/v1/shots/{shot_id}/redo', { params, body: { base } })
		);
	}

	/** Save what is typed on top of what the other window saved. */
	async saveMine(): Promise<void> {
		this.clash = null;
		await this.save(this.typed);
	}

	/** Let go of what is typed, for what the other window saved. */
	takeTheirs(): void {
		this.clash = null;
		typedTexts.leave(this.scope);
	}

	/** Say what another window saved, once, and take it; what is typed stays typed, on top of it. */
	private look(): void {
		const head = this.head.data;
		if (!head || this.saving || !this.version || head.version <= this.version) return;
		const message = `${head.saved_by} saved v${String(head.version).padStart(3, '0')} in another window.`;
		this.clash = { message, changes: [{ key: '', label: head.what, before: '', after: '' }] };
		void this.sheet.refetch();
	}

	private async store(
		send: (params: { path: { shot_id: number } }, base: number) => Promise<Answer<Page>>,
		texts: Texts = {}
	): Promise<void> {
		this.saving += 1;
		try {
			await inTurn(this.scope, async () => {
				// The version that a save is made on is the one that the save before it gave.
				const known = client.getQueryData(sheetQuery(this.id).queryKey);
				const base = known?.head.version ?? this.version;
				heard(this.id, await take(send({ path: { shot_id: this.id } }, base)));
				typedTexts.settle(this.scope, texts);
			});
			this.trouble = '';
		} catch (error) {
			if (error instanceof Problem && error.body.code === 'conflict') {
				typedTexts.set(this.scope, { ...texts, ...this.typed });
				this.clash = { message: error.message, changes: error.body.changes ?? [] };
				await this.sheet.refetch();
			} else if (isAway(error)) {
				const what = [this.scope, ...Object.keys(texts)].join();
				presence.again(what, () => this.store(send, texts));
			} else if (!(error instanceof Problem && this.hasProblem(texts))) {
				this.trouble = words(error);
			}
		} finally {
			this.saving -= 1;
		}
	}

	private hasProblem(texts: Texts): boolean {
		return Object.keys(texts).some((key) => this.row(key)?.problem);
	}
}
