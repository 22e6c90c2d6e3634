/** What the parts of a page that have no row of their own are, for whoever points at them. */
export const PARTS = {
	rule: 'The same moments in every count. Arrows move the hairline by a frame; ends of bands are dragged.',
	bands: 'Which elements have pictures for the frames, and where playing goes.',
	table:
		'The picture in its canvas. The wheel goes closer, dragging moves it, the pointer reads its pixels.',
	wedge: 'How much brighter or darker the picture is looked at. Nothing of the shot changes.',
	quick:
		'Several settings in one line, as 1920x1080 24p 1001-1108. What each word is taken for is shown before it is saved.',
	stack: 'What lies over what, the topmost first. Each sheet can be left out, moved and set apart.',
	find: 'Words of a shot, a setting, a format or an action, in any order. The best is first.'
} as const;

/** What is said at each level. */
export const HINTS = {
	none: 'Nothing is said.',
	short: 'What it is, and its key.',
	full: 'What it is and changes elsewhere, with an example in the figures of the shot.'
} as const;
