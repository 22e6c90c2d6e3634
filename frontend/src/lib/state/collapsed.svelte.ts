const AT_FIRST: Record<string, boolean> = { picture: true, shot: true };

/** Which groups of a sheet are collapsed; kept for the next start. */
class Collapsed {
	private shut = $state.raw<Record<string, boolean>>({});

	constructor() {
		try {
			this.shut = JSON.parse(localStorage.getItem('collapsed') ?? '{}') as Record<string, boolean>;
		} catch {
			this.shut = {};
		}
	}

	/** Whether a group is; one that nothing uses is, until somebody opens it. */
	has(group: string, unused = false): boolean {
		return this.shut[group] ?? AT_FIRST[group] ?? unused;
	}

	turn(group: string, unused = false): void {
		this.shut = { ...this.shut, [group]: !this.has(group, unused) };
		localStorage.setItem('collapsed', JSON.stringify(this.shut));
	}
}

export const collapsed = new Collapsed();
