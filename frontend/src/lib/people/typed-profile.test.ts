import { describe, expect, it } from 'vitest';
import { Problem, type Schema } from '$lib/api/client';
import { TypedProfile } from './typed-profile.svelte';

const problem = (about: Partial<Schema<'Problem'>>) =>
	new Problem({
		type: '',
		title: '',
		status: 422,
		detail: 'There is a Jo Ek already.',
		code: 'refused',
		changes: [],
		...about
	});
const refused = (about: Partial<Schema<'Problem'>>) => () => Promise.reject(problem(about));

describe('a profile as it is typed', () => {
	it('begins with somebody else’s where it is a copy, but for the mark', () => {
		const from = { name: 'Jo Ek', initials: 'JE', discipline: 'layout', mark: 'dots' };
		const typed = new TypedProfile('plain', from as unknown as Schema<'PersonLine'>);
		expect(typed.body).toEqual({ ...from, mark: 'plain' });
		expect(new TypedProfile('dots').body.name).toBe('');
	});

	it('stays as it was typed where it is refused, and takes the nearest that works', async () => {
		const typed = new TypedProfile('plain');
		typed.name = 'Jo Ek';
		await typed.do(refused({ part: 'name', nearest: 'Jo Ek 2' }));
		expect([typed.name, typed.wrong?.part, typed.trouble]).toEqual(['Jo Ek', 'name', '']);
		typed.useNearest();
		expect([typed.name, typed.wrong]).toEqual(['Jo Ek 2', null]);
	});

	it('says what belongs to no field in words, and is done once nothing is wrong', async () => {
		const typed = new TypedProfile('plain');
		await typed.do(refused({}));
		expect(typed.trouble).toBe('There is a Jo Ek already.');
		typed.useNearest();
		expect(await typed.do(() => Promise.resolve(7))).toBe(7);
		expect(typed.trouble).toBe('');
	});

	it('takes no nearest of a part that isn’t typed here', async () => {
		const typed = new TypedProfile('plain');
		await typed.do(refused({ part: 'mark', nearest: 'dots' }));
		typed.useNearest();
		expect([typed.mark, typed.wrong]).toEqual(['plain', null]);
	});
});
