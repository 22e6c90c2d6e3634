import { flushSync } from 'svelte';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { pressed, turned } from './messages';
import { act, answerTurns, surface } from './surface.svelte';

/** A port as Web MIDI gives one. */
function port(name: string) {
	return { name, onmidimessage: null as ((event: { data: Uint8Array }) => void) | null };
}

function answering(): { steps: number[]; end: () => void } {
	const steps: number[] = [];
	const end = $effect.root(() => answerTurns({ hairline: (by) => steps.push(by) }));
	flushSync();
	return { steps, end };
}

describe('a control surface', () => {
	afterEach(() => vi.unstubAllGlobals());

	it('turns what answers last, and nothing once that is gone', () => {
		const below = answering();
		const above = answering();
		act(turned('hairline', 3)[0]!);
		act(turned('exposure', 1)[0]!);
		expect([below.steps, above.steps]).toEqual([[], [3]]);
		above.end();
		act(turned('hairline', -2)[0]!);
		expect(below.steps).toEqual([-2]);
		below.end();
		act(turned('hairline', 5)[0]!);
		act(pressed('undo'));
		expect(below.steps).toEqual([-2]);
	});

	it('is heard through a port of the browser, those that come later too', async () => {
		const inputs = new Map([['1', port('a simulated port')]]);
		const access = { inputs, onstatechange: null as (() => void) | null };
		vi.stubGlobal('navigator', { requestMIDIAccess: () => Promise.resolve(access) });
		const here = answering();
		await surface.listen();
		expect(surface.ports).toEqual(['a simulated port']);
		inputs.get('1')?.onmidimessage?.({ data: new Uint8Array([0xb0, 16, 127]) });
		expect(here.steps).toEqual([-1]);
		inputs.set('2', port('another'));
		access.onstatechange?.();
		inputs.get('2')?.onmidimessage?.({ data: new Uint8Array([0xb0, 16, 4]) });
		expect(here.steps).toEqual([-1, 4]);
		inputs.clear();
		access.onstatechange?.();
		expect(surface.trouble).toContain('No device is there');
		here.end();
	});

	it('that is not allowed says so', async () => {
		vi.stubGlobal('navigator', { requestMIDIAccess: () => Promise.reject(new Error('no')) });
		await surface.listen();
		expect(surface.trouble).toContain("The browser doesn't allow it");
	});
});
