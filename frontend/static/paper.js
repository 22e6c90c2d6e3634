// Before the first paint, so that a dark room stays dark.
document.documentElement.dataset.paper =
	localStorage.getItem('paper') ??
	(matchMedia('(prefers-color-scheme: dark)').matches ? 'dim' : 'paper');
