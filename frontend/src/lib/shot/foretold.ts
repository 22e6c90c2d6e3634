import { sheetQuery } from '$lib/api/shot-queries';
import { client } from '$lib/api/query-client';

/** How long a link is rested on before its shot is asked for, in ms: most are only passed over. */
const RESTS = 60;

let timer: ReturnType<typeof setTimeout> | undefined;

/**
 * Ask for a shot while the link to it is pointed at, has the focus or is being pressed: its sheet is
 * here then, or nearly, when it is opened.
 */
export function foretell(event: Event): void {
	clearTimeout(timer);
	const link = event.target instanceof Element ? event.target.closest('a[href^="/s/"]') : null;
	const id = Number(/^\/s\/(\d+)$/.exec(link?.getAttribute('href') ?? '')?.[1]);
	if (!id || client.getQueryData(sheetQuery(id).queryKey)) return;
	const ask = () => void client.prefetchQuery(sheetQuery(id));
	if (event.type === 'pointerdown') ask();
	else timer = setTimeout(ask, RESTS);
}
