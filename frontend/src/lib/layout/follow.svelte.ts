import { goto } from '$app/navigation';
import { ownKind, OwnWindow } from './windows.svelte';

/** Let the proof in a window of its own go to whichever shot is in hand. */
export function followHand(shown: () => number): void {
	if (ownKind !== 'proof') return;
	const own = new OwnWindow('proof');
	$effect(() => {
		if (own.shot && own.shot !== shown()) void goto(`/s/${own.shot}/proof`, { replaceState: true });
	});
}
