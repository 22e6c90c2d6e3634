/** What the elements of a page say of themselves: in `title`, `data-hint`, or a drawing's title. */
import { actionOf, keyOf } from '$lib/keys/keys.svelte';
import ACTIONS from '$lib/keys/actions.json';
import type { Said } from './hints.svelte';

/** Titles that were taken from their elements, so that the browser lays none over the page. */
const taken = new WeakMap<Element, string>();

/** The title of an element, also of one that doesn't have it now. */
function titleOf(node: Element): string {
	return (node instanceof HTMLElement && node.title) || (taken.get(node) ?? '');
}

/** Take the titles of an element and of what it stands in; return how they are put back. */
export function takeTitles(from: Element): () => void {
	const bare: HTMLElement[] = [];
	for (let node: Element | null = from; node; node = node.parentElement) {
		if (!(node instanceof HTMLElement) || !node.title || 'whole' in node.dataset) continue;
		taken.set(node, node.title);
		node.title = '';
		bare.push(node);
	}
	return () => {
		for (const node of bare) {
			if (!node.title) node.title = taken.get(node) ?? '';
			taken.delete(node);
		}
	};
}

/** What an element says of itself, or the nearest one that it stands in; null where none does. */
export function read(from: Element): Said | null {
	let said: Said | null = null;
	for (let node: Element | null = from; node; node = node.parentElement) {
		said ??= own(node);
		const row = node instanceof HTMLElement ? node.dataset.hintSetting : undefined;
		if (row) return { ...(said ?? plain(node)), setting: row };
	}
	return said;
}

function own(node: Element): Said | null {
	if (node instanceof SVGElement) {
		const text = node.querySelector(':scope > title')?.textContent.trim();
		if (text) return { label: '', text, note: '', key: '', setting: '' };
	}
	if (node instanceof HTMLElement && 'whole' in node.dataset) return null;
	const title = titleOf(node);
	if (!title) return node.hasAttribute('data-hint') ? plain(node) : null;
	const action = actionOf(title);
	if (!action) return { label: '', text: title, note: '', key: '', setting: '' };
	const key = keyOf(action);
	return {
		label: '',
		text: key ? title.slice(0, -key.length - 3) : title,
		note: ACTIONS[action].note,
		key,
		setting: ''
	};
}

/** What an element says by its attributes. */
function plain(node: Element): Said {
	return {
		label: node.getAttribute('data-hint-name') ?? node.getAttribute('aria-label') ?? '',
		text: node.getAttribute('data-hint') ?? '',
		note: '',
		key: '',
		setting: ''
	};
}
