const AT_FIRST: Record<string, boolean> = { picture: true, shot: true };

/** Which groups of a sheet are folded; kept for the next start. */
class Folds {
	private shut = $state.raw<Record<string, boolean>>({});

	constructor() {
		try {
			this.shut = JSON.parse(localStorage.getItem('folds') ?? '{}') as Record<string, boolean>;
		} catch {
			this.shut = {};
		}
	}

	folded(group: string): boolean {
		return this.shut[group] ?? AT_FIRST[group] ?? false;
	}

	turn(group: string): void {
		this.shut = { ...this.shut, [group]: !this.folded(group) };
		localStorage.setItem('folds', JSON.stringify(this.shut));
	}
}

export const folds = new Folds();
