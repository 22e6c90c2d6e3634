import { api, take, type Schema } from '$lib/api/client';
import { ownKind } from '$lib/layout/windows.svelte';
import { heardOf } from '$lib/api/shot-queries';

/** How often it is said that this page is here, and asked who else is, in ms. */
const EVERY = 600;
/** How long it waits where nobody answered. */
const AWAY = 3000;

/** A name of this page's own: two tabs of one browser have two. */
const PAGE = Math.random().toString(36).slice(2, 14);

/** What a shot is judged by besides its own setup, as a stamp has it. */
function besides(stamp: string): string {
	return stamp.slice(stamp.indexOf('.'));
}

/** Who else has the shot open; what they change is asked anew as it is heard of. */
export class Company {
	others = $state.raw<readonly Schema<'Companion'>[]>([]);
	private stamp = '';

	constructor(
		shot: () => number,
		private readonly at: () => { step: string; setting: string }
	) {
		// A window of a page's own is no company: whoever looks at it is there already.
		if (ownKind) return;
		$effect(() => {
			const id = shot();
			let timer: ReturnType<typeof setTimeout>;
			let going = true;
			const next = async () => {
				const came = await this.ask(id);
				if (going) timer = setTimeout(() => void next(), came ? EVERY : AWAY);
			};
			void next();
			const leave = () => this.leave(id);
			addEventListener('pagehide', leave);
			return () => {
				going = false;
				clearTimeout(timer);
				removeEventListener('pagehide', leave);
				leave();
				this.stamp = '';
				this.others = [];
			};
		});
	}

	/** Those who are on a row. */
	on(setting: string): readonly Schema<'Companion'>[] {
		return this.others.filter((each) => each.step === '' && each.setting === setting);
	}

	private async ask(shot_id: number): Promise<boolean> {
		try {
			const said = await take(
				api.POST('/api/v1/shots/{shot_id}/company', {
					params: { path: { shot_id } },
					body: { page: PAGE, ...this.at() }
				})
			);
			if (JSON.stringify(said.others) !== JSON.stringify(this.others)) this.others = said.others;
			if (this.stamp && this.stamp !== said.stamp)
				heardOf(shot_id, said.version, besides(said.stamp) !== besides(this.stamp));
			this.stamp = said.stamp;
			return true;
		} catch {
			return false;
		}
	}

	private leave(shot_id: number): void {
		void api
			.POST('/api/v1/shots/{shot_id}/company/left', {
				params: { path: { shot_id } },
				body: { page: PAGE },
				keepalive: true
			})
			.catch(() => undefined);
	}
}
