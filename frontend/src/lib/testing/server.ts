/**
 * A stand-in for the server, for tests: import it before anything that imports the API's client,
 * which takes the browser's `fetch` as it is loaded.
 */
type Answering = (request: Request) => Response | Promise<Response>;

let answering: Answering = () => new Response(null, { status: 503 });

class Asked extends Request {
	constructor(address: RequestInfo | URL, about?: RequestInit) {
		super(new URL(String(address), 'http://localhost'), about);
	}
}

globalThis.Request = Asked;
globalThis.fetch = async (asked, about) =>
	answering(asked instanceof Request ? asked : new Asked(asked, about));

/** Let requests be answered so, until something else is said. */
export function serve(by: Answering): void {
	answering = by;
}

/** What a request asks: its method, its path behind the API's address, and its body. */
export async function read(request: Request) {
	const path = new URL(request.url).pathname.replace('/api/v1', '');
	const text = request.method === 'GET' ? '' : await request.text();
	return {
		method: request.method,
		path,
		body: (text ? JSON.parse(text) : {}) as Record<string, unknown>
	};
}
