import { API } from '$lib/api/client';

/** How many pictures are kept to be shown again at once. */
const KEPT = 240;

/** Pictures by address, the one that was not shown longest first. */
const kept = new Map<string, string>();

function keep(address: string, picture: Blob): string {
	const url = URL.createObjectURL(picture);
	kept.set(address, url);
	if (kept.size > KEPT) {
		const [oldest, gone] = kept.entries().next().value!;
		kept.delete(oldest);
		URL.revokeObjectURL(gone);
	}
	return url;
}

/** Where a picture of an element lies: at a frame of the shot, or in the middle of its cut. */
export function elementPicture(
	shot: number,
	element: number,
	options: {
		frame?: number | null;
		width: number;
		layer?: string;
		space?: string;
		colours?: Record<string, string>;
		hatch?: boolean;
		version: string;
	}
): string {
	const query = new URLSearchParams({ width: String(options.width), v: options.version });
	if (options.frame !== undefined && options.frame !== null)
		query.set('frame', String(options.frame));
	if (options.layer) query.set('layer', options.layer);
	if (options.space) query.set('space', options.space);
	for (const [name, text] of Object.entries(options.colours ?? {})) query.set(name, text);
	if (options.hatch) query.set('hatch', 'true');
	return `${API}/shots/${shot}/elements/${element}/picture?${query}`;
}

/**
 * Loads the picture that is wanted last: while one comes others may be wished for, and only the
 * newest of them is asked for then. What was shown stays until there is something else to show.
 */
export class PictureLoader {
	url = $state('');
	trouble = $state('');

	private wanted = '';
	private loading: AbortController | null = null;

	want(address: string): void {
		if (address === this.wanted) return;
		this.wanted = address;
		const known = kept.get(address);
		if (known) this.show(address, known);
		else if (!this.loading) void this.load();
	}

	/** Let go: nothing is waited for any more. */
	leave(): void {
		this.wanted = '';
		this.loading?.abort();
	}

	private show(address: string, url: string): void {
		kept.delete(address);
		kept.set(address, url);
		this.url = url;
		this.trouble = '';
	}

	private async load(): Promise<void> {
		for (let address = this.wanted; address;) {
			this.loading = new AbortController();
			try {
				await this.fetch(address, this.loading.signal);
			} catch {
				// Left, or the server is away: that is said elsewhere.
			}
			this.loading = null;
			if (this.wanted === address || !this.wanted) return;
			address = this.wanted;
			const known = kept.get(address);
			if (known) return this.show(address, known);
		}
	}

	private async fetch(address: string, signal: AbortSignal): Promise<void> {
		const answer = await fetch(address, { signal });
		if (answer.ok) return this.show(address, keep(address, await answer.blob()));
		const problem = (await answer.json()) as { detail?: string };
		this.url = '';
		this.trouble = problem.detail ?? 'There is no picture.';
	}
}
