import { describe, expect, it } from 'vitest';
import { releases } from './notes';

describe('release notes', () => {
	it('are read as releases, with paragraphs and points', () => {
		const text = [
			'# What changed',
			'',
			'## Not released yet',
			'',
			'The room ([how](docs/people.md)).',
			'',
			'- Hints, with an',
			'  example.',
			'- *Panes* that fold (`fold`).',
			'',
			'Files: see [there](docs/files.md).',
			'',
			'## 0.1',
			'',
			'- First.'
		].join('\n');
		expect(releases(text)).toEqual([
			{
				title: 'Not released yet',
				parts: [
					{ lead: 'The room.', points: ['Hints, with an example.', 'Panes that fold (fold).'] },
					{ lead: 'Files: see there.', points: [] }
				]
			},
			{ title: '0.1', parts: [{ lead: '', points: ['First.'] }] }
		]);
	});

	it('of this version are there, without marks of the file', () => {
		const all = releases();
		expect(all.length).toBeGreaterThan(0);
		const words = JSON.stringify(all);
		expect(words).toContain('side by side');
		expect(words).not.toMatch(/\]\(|\*\*|`/);
	});
});
