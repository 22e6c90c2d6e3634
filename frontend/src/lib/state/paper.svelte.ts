/** Which paper the screens are on: light, or dark for a dark room. */
export type Paper = 'paper' | 'dim';

class Papers {
	current = $state<Paper>(document.documentElement.dataset.paper === 'dim' ? 'dim' : 'paper');

	/** Turn to the other paper, and keep it for the next start. */
	turn(): void {
		this.current = this.current === 'dim' ? 'paper' : 'dim';
		document.documentElement.dataset.paper = this.current;
		localStorage.setItem('paper', this.current);
	}
}

export const papers = new Papers();
