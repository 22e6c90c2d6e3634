import { describe, expect, it } from 'vitest';
import { folderOf, namesIn, namesOf } from './carried';

const entry = (name: string, isDirectory: boolean) => ({ name, isDirectory });
const carried = (...entries: ({ name: string; isDirectory: boolean } | null)[]) =>
	({ items: entries.map((each) => ({ webkitGetAsEntry: () => each })) }) as unknown as DataTransfer;

/** A folder as a browser gives it. */
const folder = (names: string[], fails = false) =>
	({
		createReader: () => ({
			readEntries: (done: (all: { name: string }[]) => void, failed: () => void) =>
				fails ? failed() : done(names.map((name) => ({ name })))
		})
	}) as unknown as FileSystemDirectoryEntry;

describe('what is carried onto a page', () => {
	it('is a folder where one is among it', () => {
		expect(folderOf(carried(entry('a.exr', false), entry('plates', true)))?.name).toBe('plates');
		expect(folderOf(carried(entry('a.exr', false), null))).toBeNull();
		expect(folderOf(null)).toBeNull();
		// A browser that knows no folders gives files.
		expect(folderOf({ items: [{}] } as unknown as DataTransfer)).toBeNull();
	});

	it('is told by its first names', async () => {
		const many = Array.from({ length: 90 }, (_, n) => `a.${n}.exr`);
		expect(await namesIn(folder(many))).toEqual(many.slice(0, 40));
		expect(await namesIn(folder([]))).toEqual([]);
		expect(await namesIn(folder(['a'], true))).toEqual([]);
		const files = many.map((name) => ({ name })) as unknown as FileList;
		expect(namesOf(files)).toEqual(many.slice(0, 40));
	});
});
