import { beforeEach, describe, expect, it } from 'vitest';
import { kept } from '$lib/people/kept.svelte';
import { STEPS, tour } from './tour.svelte';

let person = 500;
const sit = (has: Record<string, string> = {}) => kept.become(++person, has, async () => undefined);
const was = () => JSON.parse(kept.read('tour') ?? 'null') as unknown;

/** An event on something on the page, as the page hears of it. */
function on(type: string, markup: string, at: string): Event {
	document.body.innerHTML = markup;
	let heard!: Event;
	document.body.addEventListener(type, (event) => (heard = event), { once: true });
	document.querySelector(at)!.dispatchEvent(new Event(type, { bubbles: true }));
	return heard;
}

beforeEach(() => {
	localStorage.clear();
	sit();
});

describe('the tour', () => {
	it('is done by what happens, step by step, and only the step in hand is', () => {
		tour.begin();
		tour.happened('/s/4');
		expect(tour.at).toBe(0);
		tour.happened('/p/1');
		tour.happened('/s/4');
		expect([tour.at, tour.look]).toEqual([2, STEPS[1]!.look]);
		const row = '<div data-row data-state="STATE"><input /></div>';
		tour.happened('/s/4', on('focusin', row.replace('STATE', 'follows'), 'input'));
		expect(tour.at).toBe(2);
		tour.happened('/s/4', on('focusin', row.replace('STATE', 'differs'), 'input'));
		tour.happened('/s/4', on('input', `<main>${row}</main>`, 'input'));
		const rule = '<svg role="slider" aria-label="Frame rule"></svg>';
		tour.happened('/s/4', on('pointermove', rule, 'svg'));
		tour.happened('/s/4/proof');
		const line = '<input role="combobox" aria-label="Find anything" />';
		tour.happened('/s/4', on('input', line, 'input'));
		expect([tour.at, tour.on, tour.ended]).toEqual([7, true, false]);
		tour.happened('/s/4/handoff');
		expect([tour.at, tour.on, tour.ended]).toEqual([0, false, true]);
		// Nothing goes on once it has ended.
		tour.happened('/p/1');
		expect(tour.at).toBe(0);
	});

	it('is left where it is, found again there, and begun anew', () => {
		tour.begin(3);
		tour.leave();
		tour.happened('/s/4/proof');
		expect([tour.at, tour.on, was()]).toEqual([3, false, { at: 3, on: false }]);
		tour.begin();
		expect([tour.at, tour.on]).toEqual([3, true]);
		tour.begin(0);
		expect(tour.step).toBe(STEPS[0]);
	});

	it.each(['{"at":99,"on":true}', '{"at":1.5,"on":true}', '{"at":2}', '[]', '{'])(
		'is at its beginning where what was kept is none: %s',
		(said) => {
			sit({ tour: said });
			expect([tour.at, tour.on]).toEqual([0, false]);
		}
	);

	it('says the key of a step that has one', () => {
		tour.begin(STEPS.findIndex((step) => step.key === 'find'));
		expect(tour.key).not.toBe('');
		tour.begin(0);
		expect(tour.key).toBe('');
	});
});
