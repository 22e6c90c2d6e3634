/**
 * The drawing, the frame rule and the proof in windows of their own, for a second screen.
 *
 * Windows and pages of one browser talk over a channel: the page that was used last says what is in
 * hand, a window shows it and says back what is done in it. A window that closes says so, and its
 * pane is there again; one that is there says so to a page that was opened anew.
 */
import { kept, keptJson } from '$lib/people/kept.svelte';

export type WindowKind = 'drawing' | 'rule' | 'proof';

export const KINDS: Readonly<Record<WindowKind, { label: string; wide: number; tall: number }>> = {
	drawing: { label: 'The drawing', wide: 900, tall: 800 },
	rule: { label: 'The frame rule', wide: 1280, tall: 300 },
	proof: { label: 'The proof', wide: 1280, tall: 800 }
};

const CHANNEL = 'zero-slate-windows';
const NAME = 'zero-slate-';
const KEPT = 'windows';

/** Where a window stood, in px of the screen. */
interface Place {
	x: number;
	y: number;
	wide: number;
	tall: number;
}

/** What goes over the channel. */
type Message =
	| { to: 'windows'; kind: WindowKind; shows: unknown }
	| { to: 'windows'; kind: WindowKind; close: true }
	| { to: 'windows'; hand: number }
	| { to: 'windows'; ask: true }
	| { to: 'pages'; kind: WindowKind; here: boolean; place?: Place }
	| { to: 'pages'; kind: WindowKind; act: string; args: unknown[] }
	| { to: 'pages'; holder: string };

const places = keptJson<Partial<Record<WindowKind, Place>>>(
	KEPT,
	{},
	(said) => typeof said === 'object' && said !== null
);

/** Which window this is; none where it is a page. */
export const ownKind: WindowKind | null = (() => {
	const name = typeof window === 'undefined' ? '' : window.name;
	const kind = name.startsWith(NAME) ? name.slice(NAME.length) : '';
	return kind in KINDS ? (kind as WindowKind) : null;
})();

const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);

function post(message: Message): void {
	channel?.postMessage(message);
}

/** Where a window goes: where it stood, unless that screen is gone; `moved` tells that. */
export function placed(
	stood: Place | undefined,
	kind: WindowKind,
	here: { left: number; top: number; wide: number; tall: number; others: boolean }
): { place: Place; moved: boolean } {
	const { wide, tall } = KINDS[kind];
	const usual = { x: here.left, y: here.top, wide, tall };
	if (!stood) return { place: usual, moved: false };
	const reaches =
		stood.x < here.left + here.wide &&
		stood.x + stood.wide > here.left &&
		stood.y < here.top + here.tall &&
		stood.y + stood.tall > here.top;
	if (reaches || here.others) return { place: stood, moved: false };
	const fits = {
		wide: Math.min(stood.wide, here.wide),
		tall: Math.min(stood.tall, here.tall)
	};
	return { place: { x: here.left, y: here.top, ...fits }, moved: true };
}

/** The windows, as a page has them. */
class Windows {
	/** Which are open. */
	opened = $state.raw<readonly WindowKind[]>([]);
	/** What there is to say of the last one that was to open. */
	said = $state('');

	private readonly page = Math.random().toString(36).slice(2);
	/** Whether this page was used last. */
	private holds = true;
	/** The shot in hand, by its number. */
	private inHand = 0;
	private readonly shows = new Map<WindowKind, unknown>();
	private readonly acts = new Map<WindowKind, Record<string, (...args: never[]) => void>>();

	constructor() {
		if (!channel || ownKind) return;
		channel.addEventListener('message', ({ data }: MessageEvent<Message>) => this.hear(data));
		addEventListener('focus', () => this.hold());
		if (document.hasFocus()) this.hold();
		post({ to: 'windows', ask: true });
	}

	has(kind: WindowKind): boolean {
		return this.opened.includes(kind);
	}

	/** Open a window, or bring it to the front; what the browser refuses is said. */
	open(kind: WindowKind): void {
		this.said = '';
		const { place, moved } = placed(places()[kind], kind, {
			left: (screen as { availLeft?: number }).availLeft ?? 0,
			top: (screen as { availTop?: number }).availTop ?? 0,
			wide: screen.availWidth,
			tall: screen.availHeight,
			others: (screen as { isExtended?: boolean }).isExtended === true
		});
		const features = `popup,left=${place.x},top=${place.y},width=${place.wide},height=${place.tall}`;
		const label = KINDS[kind].label;
		const made = window.open(`/window/${kind}`, `${NAME}${kind}`, features);
		if (!made) {
			this.said = `The browser opened no window. Let this address open windows, and ask again; ${label.toLowerCase()} stays here.`;
			return;
		}
		made.focus();
		if (moved)
			this.said = `The screen that it stood on isn't there now: ${label.toLowerCase()} opens on this one.`;
	}

	/** Close a window: what it showed is here again. */
	close(kind: WindowKind): void {
		post({ to: 'windows', kind, close: true });
		this.gone(kind);
	}

	/** Say which shot is in hand: windows follow it. */
	hand(shot: number): void {
		this.inHand = shot;
		if (this.holds) post({ to: 'windows', hand: shot });
	}

	/** Say what a window is to show, while this page is the one in use. */
	show(kind: WindowKind, shows: unknown): void {
		this.shows.set(kind, shows);
		if (this.holds && this.has(kind)) post({ to: 'windows', kind, shows });
	}

	/** Do what is done in a window. */
	answer(kind: WindowKind, acts: Record<string, (...args: never[]) => void>): () => void {
		this.acts.set(kind, acts);
		return () => {
			if (this.acts.get(kind) === acts) this.acts.delete(kind);
			this.shows.delete(kind);
		};
	}

	private hold(): void {
		this.holds = true;
		post({ to: 'pages', holder: this.page });
		this.tell();
	}

	private hear(said: Message): void {
		if (said.to !== 'pages') return;
		if ('holder' in said) this.holds = said.holder === this.page;
		else if ('act' in said) {
			if (this.holds) this.acts.get(said.kind)?.[said.act]?.(...(said.args as never[]));
		} else {
			if (said.place) this.stood(said.kind, said.place);
			if (!said.here) this.gone(said.kind);
			else {
				if (!this.has(said.kind)) this.opened = [...this.opened, said.kind];
				if (this.holds) this.tell();
			}
		}
	}

	/** Tell windows all there is to know. */
	private tell(): void {
		if (this.inHand) post({ to: 'windows', hand: this.inHand });
		for (const [kind, shows] of this.shows)
			if (this.has(kind)) post({ to: 'windows', kind, shows });
	}

	private gone(kind: WindowKind): void {
		this.opened = this.opened.filter((each) => each !== kind);
	}

	private stood(kind: WindowKind, place: Place): void {
		kept.write(KEPT, JSON.stringify({ ...places(), [kind]: place }));
	}
}

export const windows = new Windows();

/** A window of its own, as it has itself. */
export class OwnWindow<Shows> {
	shows = $state.raw<Shows | null>(null);
	/** The shot in hand, by its number; none before a page has said so. */
	shot = $state(0);

	constructor(private readonly kind: WindowKind) {
		$effect(() => {
			const hear = ({ data }: MessageEvent<Message>) => this.hear(data);
			const leave = () => this.say(false);
			channel?.addEventListener('message', hear);
			addEventListener('pagehide', leave);
			this.say(true);
			return () => {
				channel?.removeEventListener('message', hear);
				removeEventListener('pagehide', leave);
			};
		});
	}

	/** Have something done by the page whose window this is. */
	act(act: string, ...args: unknown[]): void {
		post({ to: 'pages', kind: this.kind, act, args });
	}

	private say(here: boolean): void {
		const place = { x: screenX, y: screenY, wide: innerWidth, tall: innerHeight };
		post({ to: 'pages', kind: this.kind, here, ...(here ? {} : { place }) });
	}

	private hear(said: Message): void {
		if (said.to !== 'windows') return;
		if ('ask' in said) this.say(true);
		else if ('hand' in said) this.shot = said.hand;
		else if (said.kind !== this.kind) return;
		else if ('close' in said) close();
		else this.shows = said.shows as Shows;
	}
}
