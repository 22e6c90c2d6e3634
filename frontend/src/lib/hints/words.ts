/** What the parts of a page that have no row of their own are, for whoever points at them. */
export const PARTS = {
	rule: 'The same moments in every count. Arrows move the hairline by a frame; ends of bands are dragged.',
	bands: 'Which elements have pictures for the frames, and where playing goes.',
	table:
		'The picture in its canvas. The wheel goes closer, dragging moves it, the pointer reads its pixels.',
	drawing:
		'The selected row, drawn to scale. Two fingers or the wheel with Ctrl go closer; dragging moves it then.',
	wedge: 'How much brighter or darker the picture is looked at. Nothing of the shot changes.',
	quick:
		'Several settings in one line, as 1920x1080 24p 1001-1108. What each word is taken for is shown before it is saved.',
	stack: 'What lies over what, the topmost first. Each sheet can be left out, moved and set apart.',
	find: 'Words of a shot, a setting, a format or an action, in any order. The best is first.'
} as const;

/** How large what is pressed is. */
export const TARGETS = {
	auto: 'Large once a pen or a finger is used, small with a mouse.',
	large: '32 px at the least, whatever is used.',
	small: 'As for a mouse, whatever is used.'
} as const;

/** How large words and figures are. */
export const TEXTS = {
	usual: 'As it ships.',
	larger: '15 % larger.',
	largest: '30 % larger.'
} as const;

/** What is said at each level. */
export const HINTS = {
	none: 'Nothing is said.',
	short: 'What it is, and its key.',
	full: 'What it is and changes elsewhere, with an example in the figures of the shot.'
} as const;
