/** What is carried onto a page: files, or a folder, by its name and the names in it. */

/** How many names tell a folder from others of its name. */
const NAMES = 40;

export interface CarriedFolder {
	name: string;
	/** The first names in it. */
	entries: string[];
}

/** Whether what is dragged is of the system: rows and spines are dragged too. */
export function isCarried(event: DragEvent): boolean {
	return event.dataTransfer?.types.includes('Files') ?? false;
}

/** The first folder that is carried; null where there are only files. A drop says it, and no drag. */
export function folderOf(carried: DataTransfer | null): FileSystemDirectoryEntry | null {
	for (const item of carried?.items ?? []) {
		const entry = item.webkitGetAsEntry?.();
		if (entry?.isDirectory) return entry as FileSystemDirectoryEntry;
	}
	return null;
}

/** The names in a folder that was dropped; none where the browser can't read it. */
export function namesIn(folder: FileSystemDirectoryEntry): Promise<string[]> {
	return new Promise((told) => {
		folder.createReader().readEntries(
			(entries) => told(entries.slice(0, NAMES).map((each) => each.name)),
			() => told([])
		);
	});
}

/** The names of the files that are carried. */
export function namesOf(files: FileList): string[] {
	return [...files].slice(0, NAMES).map((each) => each.name);
}
