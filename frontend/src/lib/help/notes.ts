/** The release notes, as the file of what changed has them. */
import TEXT from '../../../../CHANGELOG.md?raw';

export interface Release {
	title: string;
	parts: { lead: string; points: string[] }[];
}

/** Links lead to files that aren't here, and emphasis is of the file's own look. */
const plain = (text: string) =>
	text
		.replace(/\s*\(\[how\]\([^)]*\)\)/g, '')
		.replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
		.replace(/[*`]/g, '')
		.trim();

/** Read release notes: a heading for each release, then paragraphs with points under them. */
export function releases(text = TEXT): Release[] {
	const found: Release[] = [];
	for (const block of text.split(/\n{2,}|\n(?=- )/)) {
		const line = block.replace(/\n\s*/g, ' ').trim();
		const release = found.at(-1);
		if (line.startsWith('## ')) found.push({ title: plain(line.slice(3)), parts: [] });
		else if (!release || !line) continue;
		else if (line.startsWith('- ')) {
			if (!release.parts.length) release.parts.push({ lead: '', points: [] });
			release.parts.at(-1)?.points.push(plain(line.slice(2)));
		} else release.parts.push({ lead: plain(line), points: [] });
	}
	return found;
}
