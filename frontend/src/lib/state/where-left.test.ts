import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { kept } from '$lib/people/kept.svelte';
import { whereLeft } from './where-left';

let person = 700;
let main: HTMLElement;

/** How tall the page is; what is seen of it is 400 px. */
function tall(height: number): void {
	Object.defineProperty(main, 'scrollHeight', { value: height, configurable: true });
	Object.defineProperty(main, 'clientHeight', { value: 400, configurable: true });
}

/** Leave a page where it is scrolled to; another stands at its top then. */
function left(at: string, top: number): void {
	main.scrollTop = top;
	whereLeft.leave(at);
	main.scrollTop = 0;
}

beforeEach(() => {
	localStorage.clear();
	kept.become(++person, {}, async () => undefined);
	document.body.innerHTML = '<main></main>';
	main = document.querySelector('main')!;
	tall(2000);
	location.hash = '';
	vi.useFakeTimers();
});
afterEach(() => vi.useRealTimers());

describe('a page that is come back to', () => {
	it('stands as it was left', () => {
		left('/p/1', 300.4);
		whereLeft.back('/p/1');
		expect(main.scrollTop).toBe(300);
	});

	it('waits until there is enough of it', () => {
		left('/p/1', 900);
		tall(500);
		whereLeft.back('/p/1');
		vi.advanceTimersByTime(200);
		expect(main.scrollTop).toBe(0);
		tall(2000);
		vi.advanceTimersByTime(50);
		expect(main.scrollTop).toBe(900);
	});

	it('stays where it is once it was left again, or where it never grows', () => {
		left('/p/1', 900);
		tall(500);
		whereLeft.back('/p/1');
		whereLeft.leave('/p/1');
		tall(2000);
		vi.advanceTimersByTime(5000);
		expect(main.scrollTop).toBe(0);
		left('/p/2', 900);
		tall(500);
		whereLeft.back('/p/2');
		vi.advanceTimersByTime(5000);
		tall(2000);
		vi.advanceTimersByTime(5000);
		expect(main.scrollTop).toBe(0);
	});

	it('goes to its own place where the address says one', () => {
		left('/p/1', 900);
		location.hash = '#rate';
		whereLeft.back('/p/1');
		expect(main.scrollTop).toBe(0);
	});

	it('is one of the last 80, and none where it was left at its top', () => {
		main.scrollTop = 10;
		for (let n = 0; n < 90; n++) whereLeft.leave(`/s/${n}`);
		const all = JSON.parse(kept.read('scrolled') ?? '[]') as [string, number][];
		expect([all.length, all[0]]).toEqual([80, ['/s/89', 10]]);
		main.scrollTop = 0;
		whereLeft.leave('/s/89');
		expect(JSON.parse(kept.read('scrolled') ?? '[]')).not.toContainEqual(['/s/89', 10]);
	});
});
