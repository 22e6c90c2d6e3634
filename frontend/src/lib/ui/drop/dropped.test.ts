import { describe, expect, it } from 'vitest';
import { dropped, takerOf } from './dropped.svelte';

describe('a file that is dropped anywhere', () => {
	it.each([
		['LAN_0010.setup.json', 'setup'],
		['JO.PROFILE.JSON', 'profile'],
		['cut 03.EDL', 'cut'],
		['cut.otio', 'cut'],
		['cut.otioz', 'cut'],
		['salt-lantern.zip', 'archive'],
		['profile.json', null],
		['LAN_0010.setup.json.bak', null],
		['edl', null],
		['', null]
	])('goes where its name says: %s', (name, to) => expect(takerOf(name)).toBe(to));

	it('waits for the page that takes it, which takes it once', () => {
		const file = new File(['x'], 'cut.edl');
		dropped.wait(file);
		expect([dropped.take(), dropped.take()]).toEqual([file, null]);
	});
});
