import { beforeEach, expect, it } from 'vitest';
import { leaveField, opened, showWhole } from './focus';

beforeEach(() => {
	document.body.innerHTML = `
		<main><button id="opens">Open</button>
			<section id="panel"><button>Cancel</button><input id="field" /></section></main>`;
});

const at = (id: string) => document.querySelector<HTMLElement>(`#${id}`)!;

it('goes into the first field of what was opened, and back to what opened it', () => {
	at('opens').focus();
	const closed = opened(at('panel'));
	expect(document.activeElement).toBe(at('field'));
	at('panel').remove();
	closed();
	expect(document.activeElement).toBe(at('opens'));
});

it('goes to the content where what opened it is gone too', () => {
	at('opens').focus();
	const closed = opened(at('panel'));
	at('opens').remove();
	at('panel').remove();
	closed();
	expect(document.activeElement).toBe(document.querySelector('main'));
});

it('takes what says that it is first before any field', () => {
	at('panel').insertAdjacentHTML('beforeend', '<input type="file" id="file" data-first />');
	opened(at('panel'));
	expect(document.activeElement).toBe(at('file'));
});

it('leaves a field with Esc for the part of the page that it stands in', () => {
	const field = at('field');
	field.focus();
	field.addEventListener('keydown', leaveField);
	field.dispatchEvent(new KeyboardEvent('keydown', { key: 'a' }));
	expect(document.activeElement).toBe(field);
	field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
	expect(document.activeElement).toBe(at('panel'));
});

it('lets a text that is cut off be read whole', () => {
	const text = at('opens');
	Object.defineProperty(text, 'scrollWidth', { value: 200 });
	Object.defineProperty(text, 'clientWidth', { value: 100 });
	text.addEventListener('pointerover', showWhole);
	text.dispatchEvent(new Event('pointerover'));
	expect(text.title).toBe('');
	text.style.textOverflow = 'ellipsis';
	text.dispatchEvent(new Event('pointerover'));
	expect(text.title).toBe('Open');
});
