import { read, serve } from '$lib/testing/server';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { sheetQuery } from '$lib/api/shot-queries';
import { client } from '$lib/api/query-client';
import { foretell } from './foretold';

let asked: string[] = [];

/** Something that happens on a part of the page. */
function on(type: string, selector: string): void {
	document.addEventListener(type, foretell, { once: true });
	document.querySelector(selector)!.dispatchEvent(new Event(type, { bubbles: true }));
}

beforeEach(() => {
	vi.useFakeTimers();
	client.clear();
	asked = [];
	serve(async (request) => {
		asked.push((await read(request)).path);
		return Response.json({ head: {} });
	});
	document.body.innerHTML =
		'<a id="four" href="/s/4"><b>four</b></a><a id="five" href="/s/5">five</a>' +
		'<a id="time" href="/s/4/time">time</a><i>none</i>';
});
afterEach(() => vi.useRealTimers());

describe('a shot', () => {
	it('is asked for once its link is rested on, and not where it is passed over', async () => {
		on('pointerover', '#four b');
		vi.advanceTimersByTime(30);
		on('pointerover', '#five');
		await vi.advanceTimersByTimeAsync(100);
		expect(asked).toEqual(['/shots/5']);
		on('pointerover', '#four');
		on('pointerover', 'i');
		await vi.advanceTimersByTimeAsync(100);
		expect(asked).toEqual(['/shots/5']);
	});

	it('is asked for as it is pressed, once', async () => {
		on('pointerover', '#four');
		on('pointerdown', '#four');
		await vi.advanceTimersByTimeAsync(100);
		expect(asked).toEqual(['/shots/4']);
	});

	it('is not asked for where it is here already, or where the link is to another step', async () => {
		client.setQueryData(sheetQuery(4).queryKey, { head: {} } as never);
		on('focusin', '#four');
		on('focusin', '#time');
		await vi.advanceTimersByTimeAsync(100);
		expect(asked).toEqual([]);
	});

	it('that cannot be had is asked for again when it is opened', async () => {
		serve(() => Response.json({ detail: 'gone', code: 'gone' }, { status: 404 }));
		on('pointerdown', '#five');
		await vi.advanceTimersByTimeAsync(100);
		expect(client.getQueryData(sheetQuery(5).queryKey)).toBeUndefined();
	});
});
