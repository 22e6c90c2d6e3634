import { flushSync } from 'svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { chordOf } from './chords';
import { drawnKey, held } from './keyboard';
import { answerKeys, keyOf, keys, onKey, pressed, titled, type KeyName } from './keys.svelte';

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
		const [findFormat, sheet, closer] = [vi.fn(), vi.fn(), vi.fn()];
		ends.push(answering({ findFormat, sheet, closer }));
		press({ key: 'S', shiftKey: true });
		press({ key: 's' });
		press({ key: '+', shiftKey: true });
		expect([findFormat, sheet, closer].map((each) => each.mock.calls.length)).toEqual([1, 1, 1]);
	});

	it('are those of the set in use, and two actions of one key are told apart by who answers', () => {
		const usual = keys.bindings;
		keys.take({ ...usual, desk: ['`'], choose: ['d'], mean: ['d'] }, true);
		const [desk, mean] = [vi.fn(), vi.fn()];
		ends.push(answering({ desk, mean }));
		press({ key: 'd' });
		press({ key: '`' });
		expect([desk.mock.calls.length, mean.mock.calls.length]).toEqual([1, 1]);
		expect([keyOf('desk'), titled('Desk', 'desk')]).toEqual(['`', 'Desk (`)']);
		keys.take({ ...usual, desk: [] }, true);
		expect(titled('Desk', 'desk')).toBe('Desk');
		keys.take(usual, true);
	});

	it('act two in a row, the second within its time', () => {
		vi.useFakeTimers();
		const usual = keys.bindings;
		keys.take({ ...usual, sheet: ['g s'] }, true);
		const sheet = vi.fn();
		ends.push(answering({ sheet }));
		expect(press({ key: 'g' }).defaultPrevented).toBe(true);
		press({ key: 's' });
		expect(sheet).toHaveBeenCalledTimes(1);
		press({ key: 'g' });
		vi.advanceTimersByTime(2000);
		press({ key: 's' });
		press({ key: 's' });
		expect(sheet).toHaveBeenCalledTimes(1);
		keys.take(usual, true);
		vi.useRealTimers();
	});

	it('wait where single keys are off, but for those with Alt', () => {
		const [desk, why] = [vi.fn(), vi.fn()];
		ends.push(answering({ desk, why }));
		keys.take(keys.bindings, false);
		press({ key: 'd' });
		press({ key: 'y', altKey: true });
		keys.take(keys.bindings, true);
		expect([desk.mock.calls.length, why.mock.calls.length]).toEqual([0, 1]);
	});

	it('of what has the focus are asked first', () => {
		const [whole, closer] = [vi.fn(), vi.fn()];
		const event = new KeyboardEvent('keydown', { key: '0', cancelable: true });
		expect(pressed(event, { whole, closer })).toBe(true);
		expect([whole.mock.calls.length, event.defaultPrevented]).toEqual([1, true]);
		expect(pressed(new KeyboardEvent('keydown', { key: 'q' }), { whole, closer })).toBe(false);
	});

	it('are written as the core writes them', () => {
		const written = (about: KeyboardEventInit) => chordOf(new KeyboardEvent('keydown', about));
		expect(written({ key: 'F', shiftKey: true })).toBe('Shift+F');
		expect(written({ key: 'F' })).toBe('f');
		expect(written({ key: '?', shiftKey: true })).toBe('?');
		expect(written({ key: 'ß', altKey: true, code: 'KeyS' })).toBe('Alt+S');
		expect(written({ key: 'z', metaKey: true, shiftKey: true })).toBe('Ctrl+Shift+Z');
		expect(written({ key: 'ArrowLeft', shiftKey: true })).toBe('Shift+←');
		expect(written({ key: 'Shift', shiftKey: true })).toBe('');
	});

	it('lie on a drawn keyboard', () => {
		expect(['Ctrl+Shift+Z', '?', '+', 'Ctrl++', 'Space'].map(drawnKey)).toEqual([
			'z',
			'/',
			'=',
			'=',
			'space'
		]);
		expect(['Ctrl+Shift+Z', '?', 'f', 'Ctrl++'].map(held)).toEqual([
			'Ctrl+Shift',
			'Shift',
			'',
			'Ctrl'
		]);
	});

	it('stand in the titles of their buttons', () => {
		expect(titled('Desk', 'desk')).toBe('Desk (d)');
		expect(titled('Write a quick line', 'quick')).toBe('Write a quick line (Shift+Q)');
	});
});
