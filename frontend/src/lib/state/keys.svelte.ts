/** Every key there is: the keys page, the titles of buttons and the listener all read this list. */
export const KEYS = {
	desk: { key: 'd', does: 'Go to the desk', where: 'Everywhere' },
	keys: { key: 'k', does: 'Show every key', where: 'Everywhere' },
	paper: { key: 'p', does: 'Turn to the other paper, light or dim', where: 'Everywhere' },
	nextSpine: { key: '.', does: 'Go to the next spine', where: 'Everywhere' },
	lastSpine: { key: ',', does: 'Go to the spine before', where: 'Everywhere' },
	closeSpine: { key: 'x', does: 'Close the selected spine', where: 'Everywhere' },
	formats: { key: 'Shift+F', does: 'Go to the format library', where: 'Everywhere' },
	house: { key: 'Shift+H', does: 'Go to the house setup', where: 'Everywhere' },
	machine: { key: 'Alt+W', does: 'Go to the workers of this machine', where: 'Everywhere' },
	away: { key: 'Alt+P', does: 'Go to what was put away, and the bin', where: 'Everywhere' },
	find: { key: 'Shift+S', does: 'Find a format', where: 'Formats' },
	ownFormat: { key: 'Shift+O', does: 'Duplicate the selected format as mine', where: 'Formats' },
	useFormat: { key: 'Shift+U', does: 'See the selected format in the shot', where: 'Formats' },
	start: { key: 'n', does: 'Start a new production', where: 'Desk' },
	openFile: { key: 'o', does: 'Open a setup file', where: 'Desk' },
	cut: { key: 'c', does: 'Go to the cut', where: 'Production and shot' },
	format: { key: 'e', does: 'Go to the edit format', where: 'Production' },
	recut: { key: 'g', does: 'Go to the recut', where: 'Production' },
	toAskFor: { key: 'Shift+G', does: 'Go to the frames to ask for', where: 'Production' },
	found: { key: 'Shift+M', does: 'Go to what was found on disk', where: 'Production' },
	files: { key: 'Shift+Z', does: 'Go to where files go', where: 'Production and shot' },
	byHand: { key: 'j', does: 'Set up a shot that is not in the cut', where: 'Cut' },
	several: { key: 'Shift+V', does: 'Choose several shots', where: 'Cut' },
	readCut: { key: 'a', does: 'Read another cut', where: 'Production and desk' },
	sheet: { key: 's', does: 'Go to the sheet', where: 'Shot' },
	time: { key: 't', does: 'Go to the changes of time', where: 'Shot' },
	data: { key: 'q', does: 'Go to the data files', where: 'Shot' },
	elements: { key: 'm', does: 'Go to the elements', where: 'Shot' },
	folders: { key: 'Shift+D', does: 'Open the folders, or close them', where: 'Elements' },
	offers: { key: 'Shift+W', does: 'See what was found for the shot', where: 'Elements' },
	stackOff: { key: 'Space', does: 'Use the selected sheet, or leave it unused', where: 'Stack' },
	proof: { key: 'Shift+P', does: 'Go to the proof', where: 'Shot' },
	nextVersion: {
		key: 'Alt+V',
		does: 'Take the next version of the selected files',
		where: 'Files of a shot'
	},
	devices: { key: 'Alt+I', does: 'Go to the devices', where: 'Shot' },
	stand: { key: 'Alt+D', does: 'Go to the stand', where: 'Shot' },
	finish: { key: 'Alt+F', does: 'Go to the finish', where: 'Shot' },
	targets: { key: 'Alt+O', does: 'Go to what is published', where: 'Production' },
	handoff: { key: 'h', does: 'Go to the hand off', where: 'Shot' },
	undo: { key: 'u', also: 'Ctrl+Z', does: 'Undo the last change', where: 'Shot' },
	redo: { key: 'r', also: 'Ctrl+Shift+Z', does: 'Redo what was undone', where: 'Shot' },
	nextDifference: { key: 'v', does: 'Go to the next row that differs', where: 'Sheet' },
	use: { key: 'Alt+U', does: 'Use what the selected row offers', where: 'Sheet, in a field too' },
	why: { key: 'Alt+Y', does: 'Write why the selected row differs', where: 'Sheet, in a field too' },
	lock: { key: 'w', does: 'Lock the work range, or open its lock', where: 'Sheet' },
	play: {
		key: 'y',
		does: 'Play the moving pictures, or stop them',
		where: 'Proof, and the sheet with the rate selected'
	},
	brighter: { key: "'", does: 'Look at it half a stop brighter', where: 'Proof' },
	darker: { key: ';', does: 'Look at it half a stop darker', where: 'Proof' },
	asItIs: { key: '/', does: 'Look at it as it is again', where: 'Proof' },
	nextChannel: { key: 'Shift+N', does: 'Show the next channel alone', where: 'Proof' },
	loupe: { key: 'Shift+L', does: 'Lay the linen tester on the picture', where: 'Proof' },
	mean: { key: 'Shift+B', does: 'Average over the next larger square', where: 'Proof' },
	marks: {
		key: 'Shift+K',
		does: 'Hatch what clips, is negative or no number',
		where: 'Proof'
	},
	guides: { key: 'Shift+Y', does: 'Show canvas and guides, or not', where: 'Proof' },
	alone: { key: 'Shift+X', does: 'Show the picture alone, or all again', where: 'Proof' },
	fitTable: { key: 'Shift+T', does: 'Show all of the picture', where: 'Proof' },
	pixelForPixel: {
		key: 'Shift+I',
		does: 'Show a pixel of the picture on one of the screen',
		where: 'Proof'
	},
	graded: { key: 'Shift+E', does: 'Look at it graded, or not', where: 'Proof' },
	light: { key: 'Shift+R', does: 'Look at light copies, or at the originals', where: 'Proof' },
	surround: { key: 'Shift+J', does: 'Turn to another grey round the picture', where: 'Proof' },
	quick: { key: 'Shift+Q', does: 'Write a quick line', where: 'Sheet' },
	choose: { key: 'Shift+C', does: 'Choose a format for the shot', where: 'Sheet' },
	startFrom: {
		key: 'Shift+A',
		does: 'Start from another shot, a file or a setup',
		where: 'Sheet'
	},
	makeChange: {
		key: 'Alt+M',
		does: 'Make the change that is shown',
		where: 'Change, edit format, house setup, files'
	},
	brief: { key: 'Alt+B', does: 'Write the brief', where: 'Sheet' },
	rule: { key: 'f', does: 'Go to the frame rule', where: 'Sheet' },
	frame: { key: '← →', does: 'Move the hairline by a frame', where: 'Frame rule' },
	tenFrames: { key: 'Shift+← →', does: 'Move the hairline by ten frames', where: 'Frame rule' },
	ends: { key: 'Home End', does: 'Go to the ends of the selected band', where: 'Frame rule' },
	band: {
		key: '↑ ↓',
		does: 'Select another band, or another sheet',
		where: 'Frame rule, stack'
	},
	setFirst: { key: 'b', does: 'Begin the selected range at the hairline', where: 'Frame rule' },
	setLast: { key: 'l', does: 'End the selected range at the hairline', where: 'Frame rule' },
	mark: { key: 'i', does: 'Put a marker at the hairline', where: 'Frame rule' },
	closer: { key: '+', does: 'Show less of the rule, larger', where: 'Frame rule' },
	farther: { key: '-', does: 'Show more of the rule', where: 'Frame rule' },
	whole: { key: '0', does: 'Show all of the rule', where: 'Frame rule' },
	fit: { key: 'z', does: 'Show the selected band', where: 'Frame rule' },
	panBack: { key: '[', does: 'Move the view back', where: 'Frame rule' },
	panOn: { key: ']', does: 'Move the view on', where: 'Frame rule' },
	unsnapped: {
		key: 'Alt, while dragging',
		does: 'Let an end go where the pointer is',
		where: 'Frame rule'
	},
	spineUp: {
		key: 'Alt+↑ Alt+↓',
		does: 'Move a spine, or a sheet of the stack, up or down',
		where: 'Spines, stack'
	},
	take: { key: 'Enter', does: 'Take what is typed', where: 'Any field' },
	leave: { key: 'Esc', does: 'Put back what stood there', where: 'Any field' }
} as const;

export type KeyName = keyof typeof KEYS;
type Handlers = Partial<Record<KeyName, () => void>>;

const layers: Handlers[] = [];

/** Answer keys while a component lives; the last to ask is the first to answer. */
export function answerKeys(handlers: Handlers): void {
	$effect(() => {
		layers.push(handlers);
		return () => {
			layers.splice(layers.indexOf(handlers), 1);
		};
	});
}

const KEPT = 'zero-slate.single-keys';

/** Whether single keys act; those with Alt or Ctrl always do. */
class SingleKeys {
	on = $state(localStorage.getItem(KEPT) !== 'off');

	set(on: boolean): void {
		this.on = on;
		localStorage.setItem(KEPT, on ? 'on' : 'off');
	}
}

export const singleKeys = new SingleKeys();

/** Whether a key's target is being written in. */
function writes(target: EventTarget | null): boolean {
	return (
		target instanceof HTMLElement &&
		(target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))
	);
}

/** What is pressed with Ctrl, or the key that stands for it: in a field it is the browser's own. */
function withControl(event: KeyboardEvent): string {
	if (event.altKey || writes(event.target)) return '';
	const shift = event.shiftKey ? 'Shift+' : '';
	return `Ctrl+${shift}${event.key.toUpperCase()}`;
}

/** What is pressed without it; single keys never act while a field has the focus. */
function withoutControl(event: KeyboardEvent): string {
	if (!event.altKey && (writes(event.target) || !singleKeys.on)) return '';
	const shifted = event.shiftKey && /^[A-Z]$/.test(event.key) ? `Shift+${event.key}` : event.key;
	return event.altKey ? `Alt+${event.key.toUpperCase()}` : shifted;
}

/** Act on a key. */
export function onKey(event: KeyboardEvent): void {
	if (event.defaultPrevented) return;
	const control = event.ctrlKey || event.metaKey;
	const pressed = control ? withControl(event) : withoutControl(event);
	const name = (Object.keys(KEYS) as KeyName[]).find((each) => {
		const { key, also } = KEYS[each] as { key: string; also?: string };
		return pressed && (key === pressed || also === pressed);
	});
	if (name && press(name)) event.preventDefault();
}

/** Do what a key does, whoever asks for it; false where nothing answers. */
export function press(name: KeyName): boolean {
	const act = layers.findLast((layer) => layer[name])?.[name];
	act?.();
	return act !== undefined;
}

/** A button's words with its key, for its title. */
export function titled(does: string, name: KeyName): string {
	return `${does} (${KEYS[name].key})`;
}
