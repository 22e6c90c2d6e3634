import { beforeEach, describe, expect, it } from 'vitest';
import ACTIONS from '$lib/keys/actions.json';
import { keyOf, titled } from '$lib/keys/keys.svelte';
import { hints } from './hints.svelte';
import { read, takeTitles } from './reading';

const show = (markup: string) => (document.body.innerHTML = markup);
const at = (selector: string) => document.querySelector(selector)!;

beforeEach(() => show(''));

describe('what something says of itself', () => {
	it('is its title, or that of the nearest it stands in', () => {
		show('<p title="A canvas is what is drawn on."><b>1920</b></p><i>alone</i>');
		expect(read(at('b'))?.text).toBe('A canvas is what is drawn on.');
		expect(read(at('i'))).toBeNull();
	});

	it('is apart from its key, with what its action changes elsewhere', () => {
		const [name, title] = ['find', titled('Find anything', 'find')] as const;
		show(`<button title="${title}">Find</button>`);
		const said = read(at('button'));
		expect(said).toEqual({
			label: '',
			text: title.slice(0, -` (${keyOf(name)})`.length),
			note: ACTIONS[name].note,
			key: keyOf(name),
			setting: ''
		});
		expect(said?.text).not.toContain(keyOf(name));
	});

	it('is in words of its own where it has them, under its name', () => {
		show('<div data-hint="What lies over what." aria-label="Stack"><b>a</b></div>');
		expect(read(at('b'))).toMatchObject({ label: 'Stack', text: 'What lies over what.' });
		show('<div data-hint="What lies over what." data-hint-name="The stack" aria-label="S"></div>');
		expect(read(at('div'))?.label).toBe('The stack');
	});

	it('belongs to the setting of the row that it stands in', () => {
		show(
			'<div data-hint-setting="rate" data-hint="Frames a second."><b title="Typed">24</b></div>'
		);
		expect(read(at('b'))).toMatchObject({ text: 'Typed', setting: 'rate' });
		expect(read(at('div'))).toMatchObject({ text: 'Frames a second.', setting: 'rate' });
	});

	it('is the title of what is drawn, where it is a drawing', () => {
		show('<svg><g><title> The cut </title><rect /></g></svg>');
		expect(read(at('rect'))?.text).toBe('The cut');
	});

	it('is nothing where a title only says the whole of what is cut off', () => {
		show('<p title="About it"><b title="A long name.exr" data-whole>A long…</b></p>');
		expect(read(at('b'))?.text).toBe('About it');
	});
});

describe('titles', () => {
	it('are taken while something is pointed at, are read as before, and come back', () => {
		show('<p title="Outer"><b title="Inner">a</b><i title="Whole" data-whole>b</i></p>');
		const back = takeTitles(at('b'));
		expect([at('b').getAttribute('title'), at('p').getAttribute('title')]).toEqual(['', '']);
		expect(read(at('b'))?.text).toBe('Inner');
		expect(at('i').getAttribute('title')).toBe('Whole');
		back();
		expect([at('b').getAttribute('title'), at('p').getAttribute('title')]).toEqual([
			'Inner',
			'Outer'
		]);
	});

	it('that changed meanwhile stay as they are', () => {
		show('<b title="Was">a</b>');
		const back = takeTitles(at('b'));
		at('b').setAttribute('title', 'Is');
		expect(read(at('b'))?.text).toBe('Is');
		back();
		expect(at('b').getAttribute('title')).toBe('Is');
	});
});

it('is turned through no, short and full hints, and kept', () => {
	const levels: string[] = [];
	hints.keep = (level) => levels.push(level);
	hints.take('short');
	for (let n = 0; n < 3; n++) hints.turn();
	expect(levels).toEqual(['full', 'none', 'short']);
});
