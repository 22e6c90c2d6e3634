import { api, take, type Schema } from '$lib/api/client';
import { presence } from '$lib/api/presence.svelte';
import { hand } from '$lib/hand/hand.svelte';
import { hints } from '$lib/hints/hints.svelte';
import { keys } from '$lib/keys/keys.svelte';
import { papers } from '$lib/state/paper.svelte';
import { kept } from './kept.svelte';

type Person = Schema<'PersonLine'>;
type RoomChange = Partial<Schema<'RoomChange'>>;

/** Other tabs of this browser are told when somebody else sits down. */
const CHANNEL = 'zero-slate-people';

/** Who works here, and what they keep. */
class Me {
	page = $state.raw<Schema<'PeoplePage'> | null>(null);
	readonly person = $derived<Person | null>(this.page?.here ?? null);
	/** Whether to ask who works here before anything else. */
	readonly asked = $derived(this.page?.asks ?? false);
	readonly people = $derived(this.page?.people.filter((each) => !each.put_away) ?? []);

	private readonly others =
		typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL);

	private readonly loadAgain = () => void this.load();

	constructor() {
		this.others?.addEventListener('message', () => void this.load());
	}

	/** Ask who works here; a server that is away leaves things as this browser has them. */
	async load(): Promise<void> {
		try {
			this.taken(await take(api.GET('/api/v1/people')));
		} catch {
			presence.onFound(this.loadAgain);
		}
	}

	/** Let these pages be somebody's. */
	async sit(id: number): Promise<void> {
		await kept.flush();
		this.taken(await take(api.PUT('/api/v1/people/here', { body: { id } })));
		this.others?.postMessage(id);
	}

	/** Take what the server says of who is here. */
	taken(page: Schema<'PeoplePage'>): void {
		this.page = page;
		const id = page.here?.id ?? null;
		// Whatever is sent later goes to the one whose it is, whoever sits here then.
		kept.become(id, page.room.kept ?? {}, (changes) => this.send(id, { kept: changes }));
		papers.take(page.room.paper);
		hints.take(page.room.hints);
		hand.take(page.room.targets, page.room.text);
		keys.take(page.keys, page.room.single_keys, page.pen_left);
	}

	/** Change what is kept: at once here, and then at the server. */
	async change(change: RoomChange): Promise<void> {
		const id = this.person?.id ?? null;
		try {
			await this.send(id, change);
		} catch {
			presence.again(`room ${id} ${Object.keys(change).join()}`, () => this.send(id, change));
		}
	}

	private async send(person_id: number | null, body: RoomChange): Promise<unknown> {
		if (person_id === null) return undefined;
		return take(
			api.PUT('/api/v1/people/{person_id}/room', {
				params: { path: { person_id } },
				body: { kept: {}, ...body },
				keepalive: true
			})
		);
	}
}

export const me = new Me();
papers.keep = (paper) => me.change({ paper });
hand.keep = (change) => me.change(change);
hints.keep = (level) => me.change({ hints: level });
keys.keepSingle = (single_keys) => me.change({ single_keys });
