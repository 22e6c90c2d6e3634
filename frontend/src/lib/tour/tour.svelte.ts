/** The tour: a few steps that are done on real shots, left at any time and found again in the help. */
import { keyOf, type KeyName } from '$lib/keys/keys.svelte';
import { kept, keptJson } from '$lib/people/kept.svelte';

interface Step {
	/** What is to be done. */
	does: string;
	/** What to look at once it is done. */
	look: string;
	/** The key that does it, if one does. */
	key?: KeyName;
	/** Whether what happened does it: the page that is open, or an event on it. */
	done: (path: string, event?: Event) => boolean;
}

const within = (event: Event | undefined, type: string, where: string) =>
	event?.type === type && event.target instanceof Element && event.target.closest(where) !== null;

export const STEPS: readonly Step[] = [
	{
		does: 'Open a production.',
		look: 'Its shots stand in the order of the edit, each with how it agrees.',
		done: (path) => /^\/p\/\d+$/.test(path)
	},
	{
		does: 'Open a shot: one that differs is best.',
		look: 'What the edit asks is blue, what the shot has is ink, what differs is red.',
		done: (path) => /^\/s\/\d+$/.test(path)
	},
	{
		does: 'Select a row that differs.',
		look: 'Its last column says what that means, in figures. The drawing beside follows.',
		key: 'nextDifference',
		done: (_, event) => within(event, 'focusin', '[data-row][data-state="differs"]')
	},
	{
		does: 'Type another value into a field of the sheet. Esc puts back what stood there.',
		look: 'Every row says what would be, before anything is saved.',
		done: (_, event) => within(event, 'input', 'main [data-row] input')
	},
	{
		does: 'Put the pointer on the frame rule, or move its hairline with arrows.',
		look: 'One moment, read in every count: edit, shot, source, seconds, feet.',
		key: 'rule',
		done: (_, event) =>
			within(event, 'pointermove', '[role="slider"][aria-label="Frame rule"]') ||
			within(event, 'keydown', '[role="slider"][aria-label="Frame rule"]')
	},
	{
		does: "Look at the shot's picture in the proof.",
		look: 'Point at it: its pixels are read as they are stored, in light, and as shown.',
		key: 'proof',
		done: (path) => /^\/s\/\d+\/proof$/.test(path)
	},
	{
		does: 'Find anything: call the line, and type a few letters of a setting or a shot.',
		look: 'Enter goes to the first one found.',
		key: 'find',
		done: (_, event) => within(event, 'input', '[role="combobox"][aria-label="Find anything"]')
	},
	{
		does: 'Look at what is handed on.',
		look: 'The setup, the cut, the colours and the sheet, in open formats.',
		key: 'handoff',
		done: (path) => /^\/s\/\d+\/handoff$/.test(path)
	}
];

const KEPT = 'tour';

interface Kept {
	at: number;
	on: boolean;
}

const read = keptJson<Kept>(KEPT, { at: 0, on: false }, (said) => {
	const tour = said as Partial<Kept> | null;
	return (
		typeof tour?.on === 'boolean' && Number.isInteger(tour.at) && STEPS[tour.at!] !== undefined
	);
});

class Tour {
	private said = $state.raw(read());
	/** What to look at after the step before. */
	look = $state('');

	constructor() {
		kept.onTurn(() => (this.said = read()));
	}

	readonly at = $derived(this.said.at);
	readonly on = $derived(this.said.on);
	readonly step = $derived(STEPS[this.said.at]);
	readonly key = $derived(this.step?.key ? keyOf(this.step.key) : '');

	begin(at = this.at): void {
		this.look = '';
		this.keep({ at, on: true });
	}

	/** Leave it where it is: it is found again in the help. */
	leave(): void {
		this.keep({ ...this.said, on: false });
	}

	/** Take what happened as the step's being done, where it is. */
	happened(path: string, event?: Event): void {
		if (this.on && this.step?.done(path, event)) this.next();
	}

	/** Go on to the next step, or end. */
	next(): void {
		this.look = this.step?.look ?? '';
		const at = this.at + 1;
		if (at < STEPS.length) this.keep({ at, on: true });
		else {
			this.keep({ at: 0, on: false });
			this.ended = true;
		}
	}

	/** Whether the last step was done just now. */
	ended = $state(false);

	private keep(said: Kept): void {
		this.said = said;
		this.ended = false;
		kept.write(KEPT, JSON.stringify(said));
	}
}

export const tour = new Tour();
