/** Keys as the core writes them, from what a browser says was pressed. */

const NAMED: Record<string, string> = {
	' ': 'Space',
	Escape: 'Esc',
	ArrowLeft: '←',
	ArrowRight: '→',
	ArrowUp: '↑',
	ArrowDown: '↓'
};
const HELD = new Set([
	'Shift',
	'Control',
	'Alt',
	'AltGraph',
	'Meta',
	'CapsLock',
	'Dead',
	'Process'
]);

/** Whether an element is being written in. */
export function writes(target: EventTarget | null): boolean {
	return (
		target instanceof HTMLElement &&
		(target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
	);
}

/** What was pressed, as the core writes it: `f`, `Shift+F`, `?`, `Alt+W`; empty for a held key alone. */
export function chordOf(event: KeyboardEvent): string {
	if (HELD.has(event.key) || event.isComposing) return '';
	const control = event.ctrlKey || event.metaKey;
	// Alt writes other characters on some keyboards: what is on the key is meant.
	const letter = event.altKey ? /^Key([A-Z])$/.exec(event.code ?? '')?.[1] : undefined;
	const key = NAMED[event.key] ?? letter ?? event.key;
	const isLetter = /^\p{L}$/u.test(key);
	const held = [
		control && 'Ctrl',
		event.altKey && 'Alt',
		event.shiftKey && (isLetter || event.key in NAMED || event.key.length > 1) && 'Shift'
	].filter(Boolean);
	return [...held, !isLetter ? key : held.length ? key.toUpperCase() : key.toLowerCase()].join('+');
}
