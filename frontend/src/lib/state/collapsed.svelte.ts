const AT_FIRST: Record<string, boolean> = { picture: true, shot: true, stand: true };

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

	has(group: string): boolean {
		return this.shut[group] ?? AT_FIRST[group] ?? false;
	}

	turn(group: string): void {
		this.shut = { ...this.shut, [group]: !this.has(group) };
		localStorage.setItem('collapsed', JSON.stringify(this.shut));
	}
}

export const collapsed = new Collapsed();
