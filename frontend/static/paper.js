// Before the first paint, so that a dark room stays dark, and nothing grows under the hand.
document.documentElement.dataset.targets = localStorage.getItem('targets') ?? 'small';
document.documentElement.dataset.text = localStorage.getItem('text') ?? 'usual';
document.documentElement.dataset.paper =
	localStorage.getItem('paper') ??
	(matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'paper');
