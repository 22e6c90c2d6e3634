/** Several of many rows, chosen by mouse or keys: one, a run of them, or all. */
export class Picked {
	all = $state.raw<readonly number[]>([]);
	/** Where a run begins. */
	private from: number | null = null;

	constructor(
		/** The numbers of the rows, in the order that they are shown in. */
		private readonly rows: () => readonly number[]
	) {}

	has(row: number): boolean {
		return this.all.includes(row);
	}

	/** Take a row in or out; with `run`, all from the one before to it. */
	turn(row: number, run = false): void {
		const rows = this.rows();
		const [began, ends] = [this.from === null ? -1 : rows.indexOf(this.from), rows.indexOf(row)];
		if (run && began >= 0 && ends >= 0) {
			const between = rows.slice(Math.min(began, ends), Math.max(began, ends) + 1);
			this.all = [...this.all, ...between.filter((each) => !this.has(each))];
			return;
		}
		this.from = row;
		this.all = this.has(row) ? this.all.filter((each) => each !== row) : [...this.all, row];
	}

	/** Take all that are shown, or let go of all. */
	turnAll(): void {
		const rows = this.rows();
		const every = rows.every((each) => this.has(each));
		this.all = every ? [] : [...new Set([...this.all, ...rows])];
	}

	clear(): void {
		this.all = [];
		this.from = null;
	}
}
