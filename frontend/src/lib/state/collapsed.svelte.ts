import { kept, keptJson } from '$lib/people/kept.svelte';

const AT_FIRST: Record<string, boolean> = { picture: true, shot: true };
const KEPT = 'collapsed';

const read = keptJson<Record<string, boolean>>(
	KEPT,
	{},
	(said) => typeof said === 'object' && said !== null
);

/** Which groups of a sheet are collapsed; kept for the next start. */
class Collapsed {
	private shut = $state.raw<Record<string, boolean>>(read());

	constructor() {
		kept.onTurn(() => (this.shut = read()));
	}

	/** Whether a group is; one that nothing uses is, until somebody opens it. */
	has(group: string, unused = false): boolean {
		return this.shut[group] ?? AT_FIRST[group] ?? unused;
	}

	turn(group: string, unused = false): void {
		this.shut = { ...this.shut, [group]: !this.has(group, unused) };
		kept.write(KEPT, JSON.stringify(this.shut));
	}
}

export const collapsed = new Collapsed();
