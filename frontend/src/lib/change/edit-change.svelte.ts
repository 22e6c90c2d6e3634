import { api, take, words, type Schema } from '$lib/api/client';
import { client } from '$lib/api/query-client';
import { takeBack } from './take-back';

/** A change of a production's edit format, made for the shots that follow it, and taken back. */
export class EditChange {
	/** What was done, in words. */
	done = $state('');
	trouble = $state('');
	/** The change that undo takes back; null where there is none. */
	made = $state<number | null>(null);

	constructor(private readonly production: () => number) {}

	/** Make a change; whether it was made. */
	make(body: Schema<'SavedEditFormat'>, said: string): Promise<boolean> {
		return this.act(async () => {
			const params = { path: { production_id: this.production() } };
			const path = '/api/v1/productions/{production_id}/edit-format';
			this.made = (await take(api.PUT(path, { params, body }))).id;
			this.done = said;
		});
	}

	/** Take the change back, for all shots. */
	undo(): Promise<boolean> {
		return this.act(async () => {
			if (this.made === null) return;
			const { shots, stay } = await takeBack(this.made);
			this.done = `Taken back, with ${shots}.${stay}`;
			this.made = null;
		});
	}

	private async act(work: () => Promise<void>): Promise<boolean> {
		this.trouble = '';
		try {
			await work();
			await client.invalidateQueries({ queryKey: ['production', this.production()] });
			void client.invalidateQueries({ queryKey: ['shot'] });
			return true;
		} catch (error) {
			this.trouble = words(error);
			return false;
		}
	}
}
