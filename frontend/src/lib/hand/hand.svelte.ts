import type { Schema } from '$lib/api/client';
import { storage } from '$lib/state/storage';

type Targets = Schema<'Targets'>;
type TextSize = Schema<'TextSize'>;

export const TARGETS: readonly Targets[] = ['auto', 'large', 'small'];
export const TEXTS: readonly TextSize[] = ['usual', 'larger', 'largest'];

/** What is kept of this browser: before the first paint of the next start, it is as it was. */
const KEPT = { targets: 'targets', text: 'text', tool: 'hand' } as const;
/** How long what was pressed stays where it is, in ms: a press that moved it would miss it. */
const STAYS = 350;

/** What is in the hand, and so how large what it presses is; and how large words are. */
class Hand {
	targets = $state<Targets>('auto');
	text = $state<TextSize>('usual');
	/** Whether a pen or a finger was used last, and no mouse. */
	pen = $state(storage((all) => all.getItem(KEPT.tool), null) === 'pen' || coarse());
	/** How many times as large as they ship words are. */
	readonly k = $derived({ usual: 1, larger: 1.15, largest: 1.3 }[this.text]);
	readonly large = $derived(this.targets === 'large' || (this.targets === 'auto' && this.pen));

	/** Keep them for whoever works here. */
	keep: (change: { targets?: Targets; text?: TextSize }) => unknown = () => undefined;

	private timer: ReturnType<typeof setTimeout> | undefined;

	take(targets: Targets, text: TextSize): void {
		this.targets = targets;
		this.text = text;
		this.show();
	}

	aim(targets: Targets): void {
		this.take(targets, this.text);
		this.keep({ targets });
	}

	size(text: TextSize): void {
		this.take(this.targets, text);
		this.keep({ text });
	}

	/** Something was pressed, or a pen hovers, which it does before it presses. */
	readonly saw = (event: PointerEvent): void => {
		const pen = event.pointerType !== 'mouse';
		if (!event.pointerType || pen === this.pen) return;
		clearTimeout(this.timer);
		const hovers = event.type === 'pointerover';
		if (hovers && (event.pointerType !== 'pen' || event.buttons)) return;
		this.timer = setTimeout(() => this.use(pen), hovers ? 0 : STAYS);
	};

	private use(pen: boolean): void {
		this.pen = pen;
		store(KEPT.tool, pen ? 'pen' : 'mouse');
		this.show();
	}

	private show(): void {
		const { dataset } = document.documentElement;
		dataset.targets = this.large ? 'large' : 'small';
		dataset.text = this.text;
		store(KEPT.targets, dataset.targets);
		store(KEPT.text, this.text);
	}
}

function store(key: string, text: string): void {
	storage((all) => all.setItem(key, text), undefined);
}

/** Whether this machine has nothing finer than a finger. */
function coarse(): boolean {
	return typeof matchMedia === 'function' && matchMedia('(pointer: coarse)').matches;
}

export const hand = new Hand();
