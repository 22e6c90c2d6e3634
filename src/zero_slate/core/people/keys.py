"""Keys as they are written: `f`, `Shift+F`, `Alt+W`, `Ctrl+Shift+Z`, `F8`, and two in a row, `g s`.

    chord  = press [" " press]
    press  = *(modifier "+") key
    modifier = "Ctrl" / "Alt" / "Shift"
    key    = a character that is printed on a key / a name of NAMED

A letter alone is small, and large with a modifier. Of other characters Shift makes another one,
which is written as it is: `?`, never `Shift+/`.
"""

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import quoted

MODIFIERS = ("Ctrl", "Alt", "Shift")
NAMED = (
    "Space", "Enter", "Esc", "Tab", "Backspace", "Delete", "Insert", "Home", "End", "PageUp",
    "PageDown", "←", "→", "↑", "↓", *(f"F{number}" for number in range(1, 25)),
)  # fmt: skip
LONGEST = 40

_BY_FOLDED = {name.casefold(): name for name in (*NAMED, *MODIFIERS)}
_OTHER_NAMES = {
    "control": "Ctrl", "option": "Alt", "escape": "Esc", "return": "Enter", "del": "Delete",
    "left": "←", "right": "→", "up": "↑", "down": "↓", "arrowleft": "←", "arrowright": "→",
    "arrowup": "↑", "arrowdown": "↓",
}  # fmt: skip

# What never reaches a page: UI Events (W3C) leaves it to the browser, and common ones keep these.
_BROWSER_KEEPS = frozenset(
    ("Ctrl+N", "Ctrl+T", "Ctrl+W", "Ctrl+Q", "Ctrl+Shift+N", "Ctrl+Shift+T", "Ctrl+Shift+W",
     "Ctrl+Shift+Q", "Ctrl+Tab", "Ctrl+Shift+Tab", "Ctrl+PageUp", "Ctrl+PageDown", "F11",
     "Ctrl+Shift+P", *(f"{held}+{number}" for held in ("Ctrl", "Alt") for number in range(10)))
)  # fmt: skip
_SYSTEM_KEEPS = frozenset(
    ("Alt+Tab", "Alt+Shift+Tab", "Alt+F4", "Alt+Space", "Alt+Esc", "Ctrl+Esc", "Ctrl+Alt+Delete",
     "Ctrl+Alt+Esc", "Alt+F2", *(f"Ctrl+Alt+F{number}" for number in range(1, 13)))
)  # fmt: skip
# What a page is asked first for, though the browser has a use of its own for it.
_BROWSER_USES = frozenset(
    ("Ctrl+A", "Ctrl+C", "Ctrl+D", "Ctrl+F", "Ctrl+G", "Ctrl+H", "Ctrl+J", "Ctrl+K", "Ctrl+L",
     "Ctrl+O", "Ctrl+P", "Ctrl+R", "Ctrl+S", "Ctrl+U", "Ctrl+V", "Ctrl+X", "Ctrl++", "Ctrl+-",
     "Ctrl+=", "F1", "F3", "F5", "F6", "F7", "F10", "F12", "Ctrl+Shift+R", "Ctrl+Shift+I",
     "Ctrl+Shift+J", "Ctrl+Shift+C", "Alt+Home", "Alt+←", "Alt+→", "Backspace")
)  # fmt: skip
# What moves the focus, presses what has it, and leaves it, for everybody who works by keyboard.
_EVERYBODYS = frozenset(("Tab", "Shift+Tab", "Enter", "Esc", "Space", "←", "→", "↑", "↓"))


def read_chord(text: str) -> str:
    """Read a key, a chord of keys or two in a row, as it is written. Raises Refusal."""
    said = text.strip()
    if len(said) > LONGEST:
        raise Refusal(f"A key takes at most {LONGEST} characters; this has {len(said):,}.")
    presses = said.split()
    if not presses:
        raise Refusal("No key is written: press one, or write it, as Shift+F.")
    if len(presses) > 2:
        raise Refusal(
            f"{quoted(said)} is {len(presses)} presses in a row; two is the most.",
            nearest=" ".join(presses[:2]),
        )
    read = [_read_press(press) for press in presses]
    if len(read) == 2 and any(_modifiers(press) & {"Ctrl", "Alt"} for press in read):
        raise Refusal(
            f"Of two presses in a row neither takes Ctrl or Alt: {quoted(said)}.",
            nearest=read[0],
        )
    return " ".join(read)


def _read_press(text: str) -> str:
    *held, key = _apart(text)
    modifiers = {_name(each) for each in held}
    if unknown := sorted(modifiers - set(MODIFIERS)):
        raise Refusal(f"{quoted(unknown[0])} can't be held: Ctrl, Alt and Shift can.")
    named = _name(key)
    if named in MODIFIERS:
        raise Refusal(f"{named} alone is not a key: it is held while another is pressed.")
    if named not in NAMED:
        if len(named) != 1 or not named.isprintable() or named.isspace():
            raise Refusal(
                f"{quoted(key)} is not a key. Keys with a name are {', '.join(NAMED[:11])}, F1 …"
            )
        if not named.isalpha():
            # Shift is in the character already.
            modifiers.discard("Shift")
        elif named.isupper() and not modifiers:
            modifiers.add("Shift")
        named = named.upper() if modifiers else named.lower()
    return "+".join([each for each in MODIFIERS if each in modifiers] + [named])


def _apart(press: str) -> list[str]:
    """Return what is held and what is pressed; the key may be `+` itself."""
    if press == "+":
        return ["+"]
    if press.endswith("++"):
        return [*press[:-2].split("+"), "+"]
    return press.split("+")


def _name(text: str) -> str:
    folded = text.casefold()
    return _BY_FOLDED.get(folded) or _OTHER_NAMES.get(folded) or text


def _modifiers(press: str) -> set[str]:
    return set(_apart(press)[:-1])


def answers_in_fields(chord: str) -> bool:
    """Return whether a key answers while a field is written in: it would write there otherwise."""
    return "Alt" in _modifiers(chord.split()[0])


def never_delivered(chord: str) -> str | None:
    """Return who keeps a key for itself, so that it never gets here; None where nobody does."""
    if chord in _BROWSER_KEEPS:
        return "the browser keeps it for itself"
    if chord in _SYSTEM_KEEPS:
        return "the system keeps it for itself"
    if set(chord.split()) & _EVERYBODYS:
        return "it moves about every page, and presses what has the focus"
    return None


def also_used(chord: str) -> str | None:
    """Return what else a key does, where the page is asked first; None where that is nothing."""
    return (
        "the browser has a use of its own for it, which it loses here"
        if (chord in _BROWSER_USES)
        else None
    )


def begins(first: str, second: str) -> bool:
    """Return whether two chords can't both be told apart: they are one, or one begins the other."""
    return (
        first == second
        or f"{second} ".startswith(f"{first} ")
        or f"{first} ".startswith(f"{second} ")
    )
