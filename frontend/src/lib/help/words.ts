/** Words that are our own, for whoever reads them first. */
export const OWN_WORDS = [
	['desk', 'The start page: every production, and the shots opened last.'],
	['spine', 'An open production or shot, at the left edge, like the back of a binder.'],
	['sheet', 'The settings of a shot: what the edit asks, what is set, what that means.'],
	['frame rule', 'The same moments in every count, one scale under another.'],
	['quick line', 'Several settings written in one line.'],
	['proof', "The shot's picture as the setup shows it, read pixel by pixel."],
	['stand', 'The camera and how far from it each sheet of artwork is.'],
	['stack', 'What lies over what in a shot.'],
	['paper', 'What the screens are drawn on: light, or dim for a dark room.'],
	['stamp', 'Who somebody is, as a pattern that needs no colour.']
] as const;
