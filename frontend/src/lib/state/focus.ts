const CONTROLS = 'input, select, textarea, button, a[href], [tabindex="0"]';
const FIELDS = 'input:not([type=file]), select, textarea';

/**
 * Give what was just opened the focus: its first field, or else its first control. Once it is closed
 * the focus goes back to what opened it, and never to nothing.
 */
export function opened(node: HTMLElement): () => void {
	const before = document.activeElement;
	const first = ['[data-first]', FIELDS, CONTROLS].map((each) =>
		node.querySelector<HTMLElement>(each)
	);
	first.find((each) => each)?.focus();
	return () => {
		const gone = document.activeElement === document.body || node.contains(document.activeElement);
		if (gone && before instanceof HTMLElement && before.isConnected) before.focus();
		else if (gone) focusMain();
	};
}

/** Give the page's content the focus, so that Tab goes on from there. */
export function focusMain(): void {
	focusIn(document.querySelector<HTMLElement>('main'));
}

/** How often, and in which steps of ms, a page that is still being laid out is waited for. */
const LOOKS = 60;
const STEP = 50;

/** Give a page that was gone to the focus once its content is there, unless something has it. */
export function focusPage(looks = LOOKS): void {
	if (document.activeElement !== document.body || !looks) return;
	if (document.querySelector('main')) focusMain();
	else setTimeout(() => focusPage(looks - 1), STEP);
}

/** Leave a field with Esc: the focus goes to the row or part of the page that it stands in. */
export function leaveField(event: KeyboardEvent): void {
	const field = event.target;
	if (event.key !== 'Escape' || event.defaultPrevented || !(field instanceof HTMLElement)) return;
	if (!field.matches('input, select, textarea')) return;
	focusIn(field.parentElement?.closest<HTMLElement>('[data-row], tr, form, section, main') ?? null);
}

function focusIn(node: HTMLElement | null): void {
	if (!node) return;
	node.tabIndex = -1;
	node.focus({ preventScroll: true });
}

/** Let a text that is cut off be read whole where the pointer rests on it. */
export function showWhole(event: Event): void {
	const node = event.target;
	if (!(node instanceof HTMLElement) || node.title || node.scrollWidth <= node.clientWidth) return;
	if (getComputedStyle(node).textOverflow !== 'ellipsis') return;
	node.title = node.textContent.trim();
	// It is the text itself, and no hint.
	node.dataset.whole = '';
}
