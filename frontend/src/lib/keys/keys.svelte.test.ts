import { flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { answerKeys, KEYS, onKey, titled, type KeyName } from './keys.svelte';

/** Answer keys as a component does, until it is taken away. */
function answering(handlers: Partial<Record<KeyName, () => void>>): () => void {
	const end = $effect.root(() => answerKeys(handlers));
	flushSync();
	return end;
}

function press(about: KeyboardEventInit, target: HTMLElement = document.body): KeyboardEvent {
	const event = new KeyboardEvent('keydown', { cancelable: true, bubbles: true, ...about });
	target.addEventListener('keydown', onKey, { once: true });
	target.dispatchEvent(event);
	return event;
}

describe('keys', () => {
	const ends: (() => void)[] = [];
	beforeEach(() => document.body.replaceChildren());
	afterEach(() => {
		while (ends.length) ends.pop()?.();
	});

	it('act for the component that asked last, and for the one before once it is gone', () => {
		const [page, panel] = [vi.fn(), vi.fn()];
		ends.push(answering({ sheet: page }));
		const end = answering({ sheet: panel });
		expect(press({ key: 's' }).defaultPrevented).toBe(true);
		end();
		press({ key: 's' });
		expect([page.mock.calls.length, panel.mock.calls.length]).toEqual([1, 1]);
	});

	it('go past a component that does not answer them', () => {
		const [desk, other] = [vi.fn(), vi.fn()];
		ends.push(answering({ desk }), answering({ sheet: other }));
		press({ key: 'd' });
		expect([desk.mock.calls.length, other.mock.calls.length]).toEqual([1, 0]);
		expect(press({ key: 'u' }).defaultPrevented).toBe(false);
	});

	it('never act in a field, but with Alt', () => {
		const [desk, why] = [vi.fn(), vi.fn()];
		ends.push(answering({ desk, why }));
		for (const tag of ['input', 'textarea', 'select']) {
			const field = document.body.appendChild(document.createElement(tag));
			press({ key: 'd' }, field);
			press({ key: 'y', altKey: true }, field);
		}
		expect([desk.mock.calls.length, why.mock.calls.length]).toEqual([0, 3]);
	});

	it('leave the browser its own, and what was answered already', () => {
		const desk = vi.fn();
		ends.push(answering({ desk }));
		press({ key: 'd', ctrlKey: true });
		press({ key: 'd', metaKey: true });
		const done = new KeyboardEvent('keydown', { key: 'd', cancelable: true });
		done.preventDefault();
		onKey(done);
		expect(desk).not.toHaveBeenCalled();
	});

	it('tell a capital from its letter, and a sign from both', () => {
		const [find, sheet, closer] = [vi.fn(), vi.fn(), vi.fn()];
		ends.push(answering({ find, sheet, closer }));
		press({ key: 'S', shiftKey: true });
		press({ key: 's' });
		press({ key: '+', shiftKey: true });
		expect([find, sheet, closer].map((each) => each.mock.calls.length)).toEqual([1, 1, 1]);
	});

	it('are each given once where both would be heard', () => {
		const heard = Object.values(KEYS).map((each) => each.key as string);
		expect(heard.filter((key, at) => heard.indexOf(key) !== at)).toEqual([]);
	});

	it('stand in the titles of their buttons', () => {
		expect(titled('Desk', 'desk')).toBe('Desk (d)');
		expect(titled('Write a quick line', 'quick')).toBe('Write a quick line (Shift+Q)');
	});
});
