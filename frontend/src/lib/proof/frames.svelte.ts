import { SvelteMap } from 'svelte/reactivity';
import { words } from '$lib/api/client';
import { fetchFrame, type Frame } from './gl/frame';

/** Two at once: one is read while another is on its way. */
const AT_ONCE = 2;
const KEPT = 'zero-slate.proof-mb';
const USUAL_MB = 1024;
export const LEAST_MB = 64;
export const MOST_MB = 32_768;

/**
 * Frames kept ready in memory, within a bound. What is wanted is fetched in its order, and thrown
 * out last; a frame that is looked at is fetched whatever the bound.
 */
export class ReadyFrames {
	/** The most MB that frames may take. */
	most = $state(Number(localStorage.getItem(KEPT)) || USUAL_MB);
	/** The bytes that they take. */
	bytes = $state(0);
	/** Why a frame couldn't be fetched, by its address. */
	readonly troubles = new SvelteMap<string, string>();
	private readonly frames = new SvelteMap<string, Frame>();
	private readonly loading = new Map<string, AbortController>();
	private wanted: string[] = [];

	/** Keep at most so many MB from now on. */
	bound(most: number): void {
		this.most = most;
		localStorage.setItem(KEPT, String(most));
		this.thinOut(0);
		this.fill();
	}

	get(address: string): Frame | undefined {
		return this.frames.get(address);
	}

	has(address: string): boolean {
		return this.frames.has(address);
	}

	/** Whether an address is done with: its frame is there, or can't be. */
	settled(address: string): boolean {
		return this.frames.has(address) || this.troubles.has(address);
	}

	/** Want frames from now on, the most urgent first; all others are let go when room is needed. */
	want(addresses: string[]): void {
		this.wanted = addresses;
		for (const [address, loading] of this.loading) {
			if (!addresses.includes(address)) loading.abort();
		}
		this.fill();
	}

	/** Forget what couldn't be fetched, so that it is tried again. */
	again(): void {
		this.troubles.clear();
		this.fill();
	}

	close(): void {
		this.wanted = [];
		for (const loading of this.loading.values()) loading.abort();
		this.frames.clear();
		this.bytes = 0;
	}

	private fill(): void {
		for (const [place, address] of this.wanted.entries()) {
			if (this.loading.size >= AT_ONCE) return;
			if (this.settled(address) || this.loading.has(address)) continue;
			if (place > 0 && !this.fits(place)) return;
			void this.load(address);
		}
	}

	/** Whether another frame of the usual size fits beside those that are wanted before it. */
	private fits(place: number): boolean {
		const known = [...this.frames.values()].at(-1)?.data.byteLength ?? 0;
		const before = this.wanted.slice(0, place);
		const held = before.reduce((sum, each) => sum + (this.get(each)?.data.byteLength ?? 0), 0);
		return held + (this.loading.size + 1) * known <= this.most * 1e6;
	}

	private async load(address: string): Promise<void> {
		const loading = new AbortController();
		this.loading.set(address, loading);
		try {
			const frame = await fetchFrame(address, loading.signal);
			this.thinOut(frame.data.byteLength);
			this.frames.set(address, frame);
			this.bytes += frame.data.byteLength;
		} catch (error) {
			if (!loading.signal.aborted) this.troubles.set(address, words(error) || "can't be reached");
		}
		this.loading.delete(address);
		this.fill();
	}

	/** Make room: what isn't wanted goes first, and then what is wanted last. */
	private thinOut(more: number): void {
		const order = new Map(this.wanted.map((address, place) => [address, place]));
		const going = [...this.frames.keys()].sort(
			(a, b) => (order.get(b) ?? Infinity) - (order.get(a) ?? Infinity)
		);
		for (const address of going) {
			if (this.bytes + more <= this.most * 1e6) return;
			if (order.get(address) === 0) continue;
			this.bytes -= this.frames.get(address)!.data.byteLength;
			this.frames.delete(address);
		}
	}
}
