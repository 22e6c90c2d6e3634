import { share } from '$lib/api/share';
import { frameText } from '$lib/words';
import { api, Problem, take, words, type Schema, type Texts } from '$lib/api/client';

type Page = Schema<'ShotPage'>;

/** What another tab saved while this one was being worked on. */
export interface Clash {
	message: string;
	changes: Schema<'ChangedSetting'>[];
}

/**
 * A sheet being worked on: what is typed and not saved yet, the server's reckoning of it, and saving.
 *
 * Every keystroke is reckoned by the server; only the newest answer is shown. Saves follow one
 * another, each made on the version that the one before gave. What is typed outlives a reload.
 */
export class SheetSession {
	page = $state.raw<Page>() as Page;
	typed = $state.raw<Texts>({});
	saving = $state(0);
	trouble = $state('');
	clash = $state.raw<Clash | null>(null);

	/** How many answers to what is typed are still awaited. */
	awaited = $state(0);

	private view: Schema<'FrameRange'> | null = null;
	private asked = 0;
	private queue: Promise<unknown> = Promise.resolve();
	private readonly kept: string;

	constructor(
		readonly id: number,
		page: Page,
		private readonly told: (page: Page) => void
	) {
		this.page = page;
		this.kept = `typed:${id}`;
		const left = sessionStorage.getItem(this.kept);
		if (left) {
			this.typed = JSON.parse(left) as Texts;
			void this.reckon();
		}
	}

	/** Whether something is typed that isn't saved. */
	get unsaved(): boolean {
		return Object.keys(this.typed).length > 0;
	}

	/** A row of the sheet by its setting. */
	row(key: string): Schema<'SheetRow'> | undefined {
		return this.page.sheet.groups.flatMap((group) => group.rows).find((row) => row.key === key);
	}

	/** Take a keystroke. */
	type(key: string, part: string, text: string): void {
		this.set({ ...this.typed, [key]: { ...this.typed[key], [part]: text } });
		void this.reckon();
	}

	/** Whether the canvas keeps its shape when a side is typed. */
	held = $state(false);
	private shape = '';

	/** Hold the canvas's shape as it is now, or let it go. */
	hold(): void {
		this.held = !this.held;
		this.shape = this.page.drawings.canvas.shape;
	}

	/** Take a keystroke in the canvas: a shape, or a shape that is held, leaves the other side free. */
	typeSide(part: string, text: string): void {
		const { width, height, shape } = this.typed['canvas'] ?? {};
		if (part === 'shape' && text) {
			const side: Record<string, string> = {};
			if (height !== undefined && width === undefined) side['height'] = height;
			else if (width) side['width'] = width;
			this.set({ ...this.typed, canvas: { ...side, shape: text } });
		} else if (this.held && part !== 'shape') {
			this.set({ ...this.typed, canvas: { [part]: text, shape: this.shape } });
		} else if (shape && part !== 'shape') {
			this.set({ ...this.typed, canvas: { [part]: text, shape } });
		} else {
			this.type('canvas', part, text);
			return;
		}
		void this.reckon();
	}

	/** Look at another part of the frame rule; null is all of it. */
	lookAt(view: Schema<'FrameRange'> | null): void {
		this.view = view;
		void this.reckon();
	}

	/** Put back what stood in a row before it was typed in. */
	leave(key: string): void {
		if (!this.typed[key]) return;
		this.set(without(this.typed, [key]));
		void this.reckon();
	}

	/** Take what would work in place of what is typed in a row. */
	async use(key: string, texts: Record<string, string>): Promise<void> {
		this.set({ ...this.typed, [key]: texts });
		await this.commit(key);
	}

	/** Save a row where it can be taken; what can't be stays as it is typed. */
	async commit(key: string): Promise<void> {
		if (!this.typed[key]) return;
		await this.save({ [key]: this.typed[key] });
	}

	/** Save texts, typed or offered, and reasons. */
	save(texts: Texts, reasons: Record<string, string | null> = {}): Promise<void> {
		return this.inTurn(async () => {
			const base = this.page.head.version;
			const body = { base, typed: texts, reasons };
			const path = { shot_id: this.id };
			const page = await take(api.PUT('/api/shots/{shot_id}/setup', { params: { path }, body }));
			this.set(settled(this.typed, texts));
			this.show(page);
		}, texts);
	}

	/** Close or open the lock on the work range. */
	lock(closed: boolean): Promise<void> {
		return this.amend((base) =>
			api.PUT('/api/shots/{shot_id}/lock', {
				params: { path: { shot_id: this.id } },
				body: { base, closed }
			})
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
		return this.amend((base) =>
			api.PUT('/api/shots/{shot_id}/marks', {
				params: { path: { shot_id: this.id } },
				body: { base, marks }
			})
		);
	}

	/** Store the brief. */
	setBrief(brief: Schema<'Brief'>): Promise<void> {
		return this.amend((base) =>
			api.PUT('/api/shots/{shot_id}/brief', {
				params: { path: { shot_id: this.id } },
				body: { base, brief }
			})
		);
	}

	private amend(
		send: (base: number) => Promise<{ data?: Page; error?: unknown; response: Response }>
	): Promise<void> {
		return this.inTurn(async () => this.show(await take(send(this.page.head.version))));
	}

	/** Undo or redo as a new version. */
	step(way: 'undo' | 'redo'): Promise<void> {
		return this.inTurn(async () => {
			const options = {
				params: { path: { shot_id: this.id } },
				body: { base: this.page.head.version }
			};
			this.show(
				await take(
					way === 'undo'
						? api.POST('/api/shots/{shot_id}/undo', options)
						: api.POST('/api/shots/{shot_id}/redo', options)
				)
			);
		});
	}

	/** Look whether another tab or person saved something; say what, once. */
	async look(): Promise<void> {
		if (this.saving || this.clash) return;
		const path = { shot_id: this.id };
		const head = await take(api.GET('/api/shots/{shot_id}/head', { params: { path } }));
		if (this.saving || head.version <= this.page.head.version) return;
		const changes = [{ key: '', label: head.what, before: '', after: '' }];
		const message = `${head.saved_by} saved version ${head.version} in another place.`;
		if (this.unsaved) this.clash = { message, changes };
		await this.refresh();
		if (!this.unsaved) this.clash = { message, changes };
	}

	/** Take the stored version; what is typed stays typed, on top of it. */
	async refresh(): Promise<void> {
		const path = { shot_id: this.id };
		this.show(await take(api.GET('/api/shots/{shot_id}', { params: { path } })));
	}

	/** Save what is typed on top of what the other place saved. */
	async saveMine(): Promise<void> {
		this.clash = null;
		await this.save(this.typed);
	}

	/** Let go of what is typed, for what the other place saved. */
	takeTheirs(): void {
		this.clash = null;
		this.set({});
		void this.reckon();
	}

	private inTurn(work: () => Promise<void>, texts: Texts = {}): Promise<void> {
		this.saving += 1;
		const done = this.queue.then(work).then(
			() => {
				this.trouble = '';
			},
			async (error: unknown) => {
				if (error instanceof Problem && error.body.code === 'conflict') {
					this.set({ ...texts, ...this.typed });
					this.clash = { message: error.message, changes: error.body.changes };
					await this.refresh();
				} else if (!(error instanceof Problem && this.page && this.hasProblem(texts))) {
					this.trouble = words(error);
				}
			}
		);
		this.queue = done;
		return done.finally(() => {
			this.saving -= 1;
		});
	}

	private hasProblem(texts: Texts): boolean {
		return Object.keys(texts).some((key) => this.row(key)?.problem);
	}

	private show(page: Page): void {
		this.asked += 1;
		this.page = share(this.page, page);
		this.told(page);
		if (this.unsaved || this.view) void this.reckon();
	}

	private set(typed: Texts): void {
		this.typed = typed;
		if (Object.keys(typed).length) sessionStorage.setItem(this.kept, JSON.stringify(typed));
		else sessionStorage.removeItem(this.kept);
	}

	private async reckon(): Promise<void> {
		const mine = ++this.asked;
		const path = { shot_id: this.id };
		const body = { typed: this.typed, view: this.view };
		this.awaited += 1;
		try {
			const page = await take(api.POST('/api/shots/{shot_id}/reckon', { params: { path }, body }));
			// An answer that was overtaken by a later keystroke or a save is old news.
			if (mine === this.asked) this.page = share(this.page, page);
		} catch (error) {
			if (mine === this.asked) this.trouble = words(error);
		} finally {
			this.awaited -= 1;
		}
	}
}

function without(texts: Texts, keys: string[]): Texts {
	return Object.fromEntries(Object.entries(texts).filter(([key]) => !keys.includes(key)));
}

/** What is still typed once texts are saved: rows that were typed in again meanwhile stay. */
function settled(typed: Texts, saved: Texts): Texts {
	const done = Object.keys(saved).filter(
		(key) => !typed[key] || JSON.stringify(typed[key]) === JSON.stringify(saved[key])
	);
	return without(typed, [...done]);
}
