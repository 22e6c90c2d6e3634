import ACTIONS from './actions.json';
import { chordOf, writes } from './chords';

/** Every action that a key does, as the core lists them: by name, what it does and where. */
export type KeyName = keyof typeof ACTIONS;
export type Bindings = Record<string, readonly string[]>;
type Handlers = Partial<Record<KeyName, () => void>>;

/** How long the second of two presses in a row is waited for, in ms. */
const WAITS = 1500;

const NAMES = Object.keys(ACTIONS) as KeyName[];
const layers: Handlers[] = [];

/** The keys in use. */
class Keys {
	bindings = $state.raw<Bindings>(
		Object.fromEntries(NAMES.map((name) => [name, ACTIONS[name].keys]))
	);
	/** Whether keys without Alt or Ctrl act; those with one always do. */
	single = $state(true);
	/** Whether they are for a pen in the left hand. */
	penLeft = $state(false);
	/** The first of two presses in a row, while the second is waited for. */
	begun = $state('');

	/** Keeps for whoever works here whether single keys act. */
	keepSingle: (on: boolean) => unknown = () => undefined;

	private timer: ReturnType<typeof setTimeout> | undefined;

	take(bindings: Bindings, single: boolean, penLeft = false): void {
		this.bindings = bindings;
		this.penLeft = penLeft;
		this.single = single;
	}

	setSingle(on: boolean): void {
		this.single = on;
		this.keepSingle(on);
	}

	/** The names of the actions that a key does, after the one that was pressed before it. */
	named(chord: string): KeyName[] {
		return NAMES.filter((name) => this.bindings[name]?.includes(chord));
	}

	/** Note a press that may be the first of two; false where nothing begins with it. */
	begin(chord: string): boolean {
		clearTimeout(this.timer);
		this.begun = NAMES.some(
			(name) => canPress(name) && this.bindings[name]?.some((each) => each.startsWith(`${chord} `))
		)
			? chord
			: '';
		if (this.begun) this.timer = setTimeout(() => (this.begun = ''), WAITS);
		return this.begun !== '';
	}
}

export const keys = new Keys();

/** Answer keys while a component lives; the last to ask is the first to answer. */
export function answerKeys(handlers: Handlers): void {
	$effect(() => {
		layers.push(handlers);
		return () => {
			layers.splice(layers.indexOf(handlers), 1);
		};
	});
}

/** Whether something is done by a key now. */
export function canPress(name: KeyName): boolean {
	return layers.some((layer) => layer[name]);
}

/** Whether a key acts where it was pressed: none writes into a field and acts as well. */
function acts(event: KeyboardEvent): boolean {
	if (event.ctrlKey || event.metaKey) return !writes(event.target);
	return event.altKey || (keys.single && !writes(event.target));
}

/** Act on a key. */
export function onKey(event: KeyboardEvent): void {
	if (event.defaultPrevented || !acts(event)) return;
	const chord = chordOf(event);
	if (!chord) return;
	const whole = keys.begun ? `${keys.begun} ${chord}` : chord;
	if (keys.named(whole).some(press) || keys.begin(whole)) event.preventDefault();
	else if (whole !== chord) keys.begin('');
}

/** Do what a key does, whoever asks for it; false where nothing answers. */
export function press(name: KeyName): boolean {
	keys.begin('');
	const act = layers.findLast((layer) => layer[name])?.[name];
	act?.();
	return act !== undefined;
}

/** Do the first of some actions that a key does, for what has the focus; false where none is its. */
export function pressed(event: KeyboardEvent, does: Handlers): boolean {
	const chord = chordOf(event);
	const name = chord && keys.named(chord).find((each) => does[each]);
	if (!name) return false;
	does[name]?.();
	event.preventDefault();
	return true;
}

/** The key that does something, as it is written; empty where none does. */
export function keyOf(name: KeyName): string {
	return keys.bindings[name]?.[0] ?? '';
}

/** Which action a title was made for. */
const entitled = new Map<string, KeyName>();

/** A button's words with its key, for its title. */
export function titled(does: string, name: KeyName): string {
	const key = keyOf(name);
	const title = key ? `${does} (${key})` : does;
	entitled.set(title, name);
	return title;
}

/** The action that a title is of, where `titled` made it. */
export function actionOf(title: string): KeyName | undefined {
	return entitled.get(title);
}
