import { goto } from '$app/navigation';
import { createQuery } from '@tanstack/svelte-query';
import { api, take, words, type Schema } from '$lib/api/client';
import { sharedSetupsQuery } from '$lib/api/production-queries';
import { client } from '$lib/api/query-client';

/** Choosing shots of a cut: adjoining ones for a comp, or several to change or to share a setup. */
export class Choosing {
	/** The codes chosen for a comp; null where none is being made. */
	comp = $state.raw<string[] | null>(null);
	compCode = $state('');
	/** The shots chosen to be changed at once; null where none are being chosen. */
	several = $state.raw<number[] | null>(null);
	sharedName = $state('');
	trouble = $state('');

	private readonly shared;
	/** The code that was put in for a person: it follows the first shot until it is typed over. */
	private offered = '';

	constructor(private readonly production: () => number) {
		this.shared = createQuery(
			() => sharedSetupsQuery(production()),
			() => client
		);
	}

	/** The setups that shots share. */
	get sharing(): Schema<'SharedLine'>[] {
		return this.shared.data ?? [];
	}

	/** The setup that a shot shares, if it does. */
	shares(shot: number | null): Schema<'SharedLine'> | undefined {
		return this.sharing.find((each) => each.shots.includes(shot ?? -1));
	}

	/** Take a shot into the comp, or out of it. */
	pick(code: string, on: boolean): void {
		const chosen = this.comp ?? [];
		this.comp = on ? [...chosen, code] : chosen.filter((each) => each !== code);
		if (this.compCode !== this.offered) return;
		this.offered = this.compCode = this.comp[0] ? `${this.comp[0]}_comp` : '';
	}

	/** Set up one comp of the chosen shots, and open it. */
	async setUpComp(): Promise<void> {
		const events = this.comp;
		if (!events) return;
		await this.act(async () => {
			const made = await take(
				api.POST('/api/v1/productions/{production_id}/comps', {
					params: { path: { production_id: this.production() } },
					body: { code: this.compCode.trim(), events }
				})
			);
			await goto(`/s/${made.id}`);
		});
	}

	/** Let the chosen shots share a setup under a name, or let them go of theirs. */
	async share(name: string | null): Promise<void> {
		const shots = this.several;
		if (!shots) return;
		const params = { path: { production_id: this.production() } };
		await this.act(async () => {
			await take(
				name === null
					? api.POST('/api/v1/productions/{production_id}/shared-setups/leave', {
							params,
							body: { shots }
						})
					: api.POST('/api/v1/productions/{production_id}/shared-setups', {
							params,
							body: { name, shots }
						})
			);
			this.sharedName = '';
		});
	}

	/** Set shots up from their events; one alone is opened. */
	async setUp(codes: string[], open: boolean): Promise<void> {
		await this.act(async () => {
			const made = await take(
				api.POST('/api/v1/productions/{production_id}/start', {
					params: { path: { production_id: this.production() } },
					body: { codes }
				})
			);
			if (open) await goto(`/s/${made.ids[0]}`);
		});
	}

	private async act(work: () => Promise<void>): Promise<void> {
		this.trouble = '';
		try {
			await work();
		} catch (error) {
			this.trouble = words(error);
		}
		await client.invalidateQueries({ queryKey: ['production', this.production()] });
	}
}

/** The address of a change of several shots. */
export function changeOf(production: number, shots: readonly number[]): string {
	return `/p/${production}/change?${new URLSearchParams(shots.map((shot) => ['shots', String(shot)]))}`;
}
