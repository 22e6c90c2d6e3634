"""Every action that a key does, with the keys that each of the shipped sets gives it."""

from dataclasses import dataclass

from zero_slate.core.people.places import Place


@dataclass(frozen=True, slots=True)
class Action:
    """Something that a key does."""

    name: str
    """What it is called in key sets."""
    does: str
    """What it does, as a person would ask for it."""
    where: Place
    """Where it answers."""
    letters: tuple[str, ...]
    """Its keys in the set by letters."""
    pen_right: tuple[str, ...] = ()
    """Its keys for the left hand, with the pen in the right."""
    pen_left: tuple[str, ...] = ()
    """Its keys for the right hand, with the pen in the left."""
    in_fields: bool = False
    """Whether it has to answer while a field is written in."""
    fixed: bool = False
    """Whether its keys are those of every list, slider and field, and stay."""


def _act(name: str, does: str, where: Place, letters: str, right: str, left: str) -> Action:
    return Action(name, does, where, _keys(letters), _keys(right), _keys(left))


def _in_fields(name: str, does: str, where: Place, letters: str, right: str, left: str) -> Action:
    return Action(name, does, where, _keys(letters), _keys(right), _keys(left), in_fields=True)


def _fixed(name: str, does: str, where: Place, keys: str) -> Action:
    return Action(name, does, where, (keys,), (keys,), (keys,), fixed=True)


def _keys(said: str) -> tuple[str, ...]:
    return tuple(said.split())


_P = Place
ACTIONS = (
    # name, what it does, where; by letters, pen in the right hand, pen in the left
    _act("find", "Find anything", _P.EVERYWHERE, "?", "Shift+Q", "/"),
    _act("desk", "Go to the desk", _P.EVERYWHERE, "d", "`", "0"),
    _act("people", "Say who works here", _P.EVERYWHERE, "Alt+H", "Alt+Q", "Alt+O"),
    _act("keys", "Show every key", _P.EVERYWHERE, "k", "Shift+E", "Shift+O"),
    _act("paper", "Turn to the other paper, light or dim", _P.EVERYWHERE,
         "p", "Shift+W", "Shift+P"),
    _act("help", "Open the help", _P.EVERYWHERE, "!", "$", "*"),
    _act("hints", "Show more in hints, or none", _P.EVERYWHERE, "Alt+G", "Alt+`", "Alt+;"),
    _act("beside", "Lay what is open side by side", _P.EVERYWHERE, "Alt+S", "%", "("),
    _act("nextSpine", "Go to the next spine", _P.EVERYWHERE, ".", "e", "."),
    _act("lastSpine", "Go to the spine before", _P.EVERYWHERE, ",", "q", ","),
    _act("closeSpine", "Close the selected spine", _P.EVERYWHERE, "x", "Shift+X", "Shift+K"),
    _act("formats", "Go to the format library", _P.EVERYWHERE, "Shift+F", "Shift+F", "Shift+L"),
    _act("house", "Go to the house setup", _P.EVERYWHERE, "Shift+H", "Shift+G", "Shift+H"),
    _act("machine", "Go to the workers of this machine", _P.EVERYWHERE, "Alt+W", "Alt+W", "Alt+M"),
    _act("away", "Go to what was put away, and the bin", _P.EVERYWHERE, "Alt+P", "Alt+A", "Alt+P"),
    _act("findFormat", "Find a format", _P.FORMATS, "Shift+S", "s", "h"),
    _act("ownFormat", "Duplicate the selected format as mine", _P.FORMATS, "Shift+O", "d", "j"),
    _act("useFormat", "See the selected format in the shot", _P.FORMATS, "Shift+U", "f", "k"),
    _act("start", "Start a new production", _P.DESK, "n", "s", "n"),
    _act("openFile", "Open a setup file", _P.DESK, "o", "d", "o"),
    _act("cut", "Go to the cut", _P.PRODUCTION_AND_SHOT, "c", "c", "m"),
    _act("format", "Go to the edit format", _P.PRODUCTION, "e", "f", "h"),
    _act("recut", "Go to the recut", _P.PRODUCTION, "g", "g", "j"),
    _act("toAskFor", "Go to the frames to ask for", _P.PRODUCTION, "Shift+G", "Shift+T", "Shift+J"),
    _act("found", "Go to what was found on disk", _P.PRODUCTION, "Shift+M", "Shift+V", "Shift+U"),
    _act("files", "Go to where files go", _P.PRODUCTION_AND_SHOT, "Shift+Z", "Shift+C", "Shift+N"),
    _act("targets", "Go to what is published", _P.PRODUCTION, "Alt+O", "Shift+B", "Shift+I"),
    _act("byHand", "Set up a shot that is not in the cut", _P.CUT, "j", "a", "y"),
    _act("several", "Choose several shots", _P.CUT, "Shift+V", "v", "k"),
    _act("readCut", "Read another cut", _P.PRODUCTION_AND_DESK, "a", "Shift+R", "Shift+M"),
    _act("sheet", "Go to the sheet", _P.SHOT, "s", "1", "6"),
    _act("time", "Go to the changes of time", _P.SHOT, "t", "4", "9"),
    _act("data", "Go to the data files", _P.SHOT, "q", "Shift+A", "Shift+I"),
    _act("elements", "Go to the elements", _P.SHOT, "m", "2", "7"),
    _act("proof", "Go to the proof", _P.SHOT, "Shift+P", "3", "8"),
    _act("stand", "Go to the stand", _P.SHOT, "Alt+D", "Shift+S", "Shift+J"),
    _act("finish", "Go to the finish", _P.SHOT, "Alt+F", "Shift+D", "Shift+U"),
    _act("devices", "Go to the devices", _P.SHOT, "Alt+I", "Shift+Z", "Shift+Y"),
    _act("handoff", "Go to the hand off", _P.SHOT, "h", "5", "="),
    _act("layout", "Choose a layout, or keep one", _P.EVERYWHERE, "Alt+K", "!", "Alt+\\"),
    _act("foldBeside", "Fold what stands beside, or bring it back", _P.SIDES,
         "Alt+Z", "Alt+F", "Alt+["),
    _act("foldBelow", "Fold what stands below, or bring it back", _P.PANES,
         "Alt+X", "Alt+V", "Alt+]"),
    _act("shippedLayout", "Lay the panes out as they ship", _P.PANES, "Alt+L", "Alt+Z", "Alt+'"),
    _act("ownWindow", "Give the drawing, the rule or the proof a window of its own", _P.PANES,
         "Alt+N", "Alt+G", "Alt+/"),
    _act("undo", "Undo the last change", _P.SHOT, "u Ctrl+Z", "z Ctrl+Z", "u Ctrl+Z"),
    _act("redo", "Redo what was undone", _P.SHOT, "r Ctrl+Shift+Z", "x Ctrl+Shift+Z",
         "i Ctrl+Shift+Z"),
    _act("nextVersion", "Take the next version of the selected files", _P.FILES,
         "Alt+V", "Alt+V", "Alt+J"),
    _act("folders", "Open the folders, or close them", _P.ELEMENTS, "Shift+D", "f", "j"),
    _act("offers", "See what was found for the shot", _P.ELEMENTS, "Shift+W", "d", "k"),
    _fixed("stackOff", "Use the selected sheet, or leave it unused", _P.STACK, "Space"),
    _act("nextDifference", "Go to the next row that differs", _P.SHEET, "v", "v", "n"),
    _in_fields("use", "Use what the selected row offers", _P.SHEET, "Alt+U", "Alt+S", "Alt+U"),
    _in_fields("why", "Write why the selected row differs", _P.SHEET, "Alt+Y", "Alt+X", "Alt+Y"),
    _in_fields("brief", "Write the brief", _P.SHEET, "Alt+B", "Alt+B", "Alt+N"),
    _in_fields("makeChange", "Make the change that is shown", _P.CHANGES,
               "Alt+M", "Alt+C", "Alt+K"),
    _act("lock", "Lock the work range, or open its lock", _P.SHEET, "w", "b", "l"),
    _act("quick", "Write a quick line", _P.SHEET, "Shift+Q", "g", "k"),
    _act("choose", "Choose a format for the shot", _P.SHEET, "Shift+C", "d", "j"),
    _act("startFrom", "Start from another shot, a file or a setup", _P.SHEET, "Shift+A", "a", "y"),
    _act("rule", "Go to the frame rule", _P.SHEET, "f", "f", "h"),
    _act("play", "Play the moving pictures, or stop them", _P.PLAYED, "y", "r", "p"),
    _act("brighter", "Look at it half a stop brighter", _P.PROOF, "'", "t", "]"),
    _act("darker", "Look at it half a stop darker", _P.PROOF, ";", "g", "["),
    _act("asItIs", "Look at it as it is again", _P.PROOF, "/", "b", "\\"),
    _act("nextChannel", "Show the next channel alone", _P.PROOF, "Shift+N", "a", "n"),
    _act("loupe", "Lay the linen tester on the picture", _P.PROOF, "Shift+L", "s", "l"),
    _act("mean", "Average over the next larger square", _P.PROOF, "Shift+B", "d", "j"),
    _act("marks", "Hatch what clips, is negative or no number", _P.PROOF, "Shift+K", "f", "h"),
    _act("guides", "Show canvas and guides, or not", _P.PROOF, "Shift+Y", "v", "y"),
    _act("alone", "Show the picture alone, or all again", _P.PROOF, "Shift+X", "Shift+V", "k"),
    _act("fitTable", "Show all of the picture", _P.PROOF, "Shift+T", "Shift+R", "o"),
    _act("pixelForPixel", "Show a pixel of the picture on one of the screen", _P.PROOF,
         "Shift+I", "Shift+T", ";"),
    _act("graded", "Look at it graded, or not", _P.PROOF, "Shift+E", "Shift+B", "'"),
    _act("light", "Look at light copies, or at the originals", _P.PROOF,
         "Shift+R", "Alt+R", "Alt+L"),
    _act("surround", "Turn to another grey round the picture", _P.PROOF,
         "Shift+J", "Alt+T", "Alt+I"),
    _act("setFirst", "Begin the selected range at the hairline", _P.RULE, "b", "a", "j"),
    _act("setLast", "End the selected range at the hairline", _P.RULE, "l", "s", "k"),
    _act("mark", "Put a marker at the hairline", _P.RULE, "i", "d", "l"),
    _act("closer", "Go closer: less is shown, larger", _P.LOOKED_AT, "+ =", "w", "="),
    _act("farther", "Go farther: more is shown", _P.LOOKED_AT, "-", "x", "-"),
    _act("whole", "Show all of it", _P.LOOKED_AT, "0", "t", "0"),
    _act("fit", "Show the selected band", _P.RULE, "z", "f", "h"),
    _act("panBack", "Move the view back", _P.RULE, "[", "r", "["),
    _act("panOn", "Move the view on", _P.RULE, "]", "g", "]"),
    _fixed("frame", "Move the hairline by a frame", _P.RULE, "← →"),
    _fixed("tenFrames", "Move the hairline by ten frames", _P.RULE, "Shift+← →"),
    _fixed("ends", "Go to the ends of the selected band", _P.RULE, "Home End"),
    _fixed("band", "Select another band, or another sheet", _P.RULE_AND_STACK, "↑ ↓"),
    _fixed("unsnapped", "Let an end go where the pointer is", _P.RULE, "Alt, while dragging"),
    _fixed("spineUp", "Move a spine, or a sheet of the stack, up or down", _P.SPINES_AND_STACK,
           "Alt+↑ Alt+↓"),
    _fixed("take", "Take what is typed", _P.FIELD, "Enter"),
    _fixed("leave", "Put back what stood there", _P.FIELD, "Esc"),
)  # fmt: skip
BY_NAME = {action.name: action for action in ACTIONS}
