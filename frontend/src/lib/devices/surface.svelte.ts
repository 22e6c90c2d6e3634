import { press } from '$lib/keys/keys.svelte';
import { heard, type Ring } from './messages';

/** Where the stand-in and this application hear each other: all windows of one browser. */
export const STAND_IN = 'zero-slate.surface';

type Turns = Partial<Record<Ring, (steps: number) => void>>;

const layers: Turns[] = [];

/** Answer a control surface's rings while a component lives; the last to ask is the first to. */
export function answerTurns(turns: Turns): void {
	$effect(() => {
		layers.push(turns);
		return () => {
			layers.splice(layers.indexOf(turns), 1);
		};
	});
}

/** Act on a message, wherever it comes from. */
export function act(message: ArrayLike<number>): void {
	const said = heard(message);
	if (!said) return;
	if ('button' in said) press(said.button);
	else layers.findLast((each) => each[said.ring])?.[said.ring]?.(said.steps);
}

/** Devices that are listened to: those of the browser's Web MIDI, once that is allowed. */
class Surface {
	/** The names of the ports that are listened to. */
	ports = $state.raw<string[]>([]);
	trouble = $state('');

	/** Whether this browser knows such devices. */
	get known(): boolean {
		return 'requestMIDIAccess' in navigator;
	}

	/** Ask to listen to the devices that are there, and to those that come. */
	async listen(): Promise<void> {
		this.trouble = '';
		try {
			const access = await navigator.requestMIDIAccess();
			const all = () => {
				const inputs = [...access.inputs.values()];
				for (const input of inputs) input.onmidimessage = (event) => event.data && act(event.data);
				this.ports = inputs.map((each) => each.name ?? 'a port without a name');
				if (!inputs.length) this.trouble = 'No device is there: connect one, and it is heard.';
			};
			access.onstatechange = all;
			all();
		} catch {
			this.trouble =
				"The browser doesn't allow it: allow MIDI devices for this page, and ask again.";
		}
	}
}

export const surface = new Surface();

/** Hear the stand-in; return how to stop. */
export function hearStandIn(): () => void {
	const line = new BroadcastChannel(STAND_IN);
	line.onmessage = (event: MessageEvent<unknown>) => {
		if (Array.isArray(event.data)) act(event.data as number[]);
	};
	return () => line.close();
}
