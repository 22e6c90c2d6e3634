"""Key sets: which keys do what, three that ship and those that people make from them."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from itertools import combinations

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.people.actions import ACTIONS, BY_NAME, Action
from zero_slate.core.people.keys import (
    also_used,
    answers_in_fields,
    begins,
    never_delivered,
    read_chord,
)

LONGEST_NAME = 40
MOST_OWN = 12
MOST_KEYS = 3

Bindings = Mapping[str, tuple[str, ...]]

LETTERS = "By letters"
PEN_RIGHT = "Pen in the right hand"
PEN_LEFT = "Pen in the left hand"
SHIPPED: dict[str, dict[str, tuple[str, ...]]] = {
    LETTERS: {each.name: each.letters for each in ACTIONS},
    PEN_RIGHT: {each.name: each.pen_right for each in ACTIONS},
    PEN_LEFT: {each.name: each.pen_left for each in ACTIONS},
}
ABOUT = {
    LETTERS: "The first letter of what it does, where that is free.",
    PEN_RIGHT: "All under the left hand: from ` to 5, and down to B.",
    PEN_LEFT: "All under the right hand: from 6 on, and down to N.",
}
"""What each shipped set is for."""


@dataclass(frozen=True, slots=True)
class OwnKeySet:
    """A key set that somebody made: a shipped one, and the actions whose keys are others."""

    name: str
    """What it is called."""
    base: str
    """The shipped set that it was made from."""
    keys: dict[str, tuple[str, ...]] = field(default_factory=dict)
    """The keys of the actions that have others than there; none for one that has no key."""

    @property
    def bindings(self) -> dict[str, tuple[str, ...]]:
        """Every action's keys."""
        return SHIPPED[self.base] | self.keys


@dataclass(frozen=True, slots=True)
class KeyFinding:
    """Something to know of an action's keys."""

    action: str
    """The action's name."""
    key: str
    """The key that it is about; empty where there is none."""
    text: str
    """What is to be known."""
    differs: bool
    """Whether something doesn't work because of it."""


def bindings_of(chosen: str, own: Iterable[OwnKeySet]) -> dict[str, tuple[str, ...]]:
    """Return every action's keys in the set of a name; those by letters where there is none."""
    made = next((each for each in own if each.name == chosen), None)
    return made.bindings if made else SHIPPED.get(chosen, SHIPPED[LETTERS])


def is_pen_left(chosen: str, own: Iterable[OwnKeySet]) -> bool:
    """Return whether a key set is for a pen in the left hand, or was made from the one that is."""
    made = next((each for each in own if each.name == chosen), None)
    return (made.base if made else chosen) == PEN_LEFT


def free_set_name(name: str, own: Iterable[OwnKeySet]) -> str:
    """Return a name that no set has: with a number behind it where one has it."""
    taken = {each.casefold() for each in SHIPPED} | {each.name.casefold() for each in own}
    said, number = name, 2
    while said.casefold() in taken:
        said, number = f"{name[: LONGEST_NAME - 4]} {number}", number + 1
    return said


def make_set(name: str, base: str, own: Iterable[OwnKeySet]) -> OwnKeySet:
    """Make a set of one's own from a shipped one or another of one's own. Raises Refusal."""
    own = tuple(own)
    if len(own) >= MOST_OWN:
        raise Refusal(f"There are {MOST_OWN} key sets of your own, which is the most there can be.")
    called = one_line(name, "The name of a key set", LONGEST_NAME, keeps=True)
    if not called:
        raise Refusal("Type a name for the key set.", nearest=free_set_name("My keys", own))
    if (free := free_set_name(called, own)) != called:
        raise Refusal(f"There is a key set {quoted(called)} already.", nearest=free)
    made = next((each for each in own if each.name == base), None)
    if made is None and base not in SHIPPED:
        raise Refusal(f"There is no key set {quoted(base)} to make one from.")
    return OwnKeySet(called, made.base if made else base, dict(made.keys) if made else {})


def set_keys(of: OwnKeySet, action: str, typed: Iterable[str]) -> OwnKeySet:
    """Return a set with other keys for an action.

    Raises Refusal for an action that there isn't or whose keys stay, for what is not a key, and for
    one that never gets here, with the nearest that does.
    """
    known = BY_NAME.get(action)
    if known is None:
        raise Refusal(f"There is no action {quoted(action)}.")
    if known.fixed:
        raise Refusal(f"The keys of “{known.does}” are those of every list and slider, and stay.")
    keys = tuple(dict.fromkeys(map(read_chord, typed)))
    if len(keys) > MOST_KEYS:
        raise Refusal(
            f"An action has at most {MOST_KEYS} keys.", nearest=" ".join(keys[:MOST_KEYS])
        )
    for key in keys:
        if why := never_delivered(key):
            raise Refusal(
                f"{key} never gets here: {why}.", nearest=free_key(of.bindings, known, key)
            )
    changed = {name: said for name, said in of.keys.items() if name != action}
    if keys != SHIPPED[of.base][action]:
        changed[action] = keys
    return OwnKeySet(of.name, of.base, changed)


def free_key(bindings: Bindings, action: Action, near: str) -> str | None:
    """Return a key near another that gets here and does nothing where an action answers."""
    last = near.split("+")[-1].upper()
    letter = (
        last if last.isascii() and last.isalpha() and len(last) == 1 else action.does[0].upper()
    )
    for key in (f"Shift+{letter}", f"Alt+{letter}", f"Alt+Shift+{letter}", letter.lower()):
        if action.in_fields and not answers_in_fields(key):
            continue
        if never_delivered(key) is None and not any(_taken(bindings, action, key)):
            return key
    return None


def _taken(bindings: Bindings, action: Action, key: str) -> Iterator[Action]:
    """Yield the other actions that answer a key where an action does."""
    for other in ACTIONS:
        if other.name == action.name or not action.where.meets(other.where):
            continue
        if any(begins(key, each) for each in bindings[other.name]):
            yield other


def judge(bindings: Bindings) -> tuple[KeyFinding, ...]:
    """Say what is taken twice, what never gets here or is wanted elsewhere, and what has no key."""
    return tuple(_judged(bindings))


def _judged(bindings: Bindings) -> Iterator[KeyFinding]:
    for first, second in combinations(ACTIONS, 2):
        if not first.where.meets(second.where):
            continue
        for key in bindings[first.name]:
            for other in bindings[second.name]:
                if begins(key, other):
                    both = key if key == other else f"{key} begins {other}"
                    yield KeyFinding(
                        second.name, other, f"{both}: “{first.does}” has it too.", True
                    )
                    yield KeyFinding(first.name, key, f"{both}: “{second.does}” has it too.", True)
    for action in ACTIONS:
        if action.fixed:
            continue
        keys = bindings[action.name]
        if not keys:
            yield KeyFinding(action.name, "", "No key does it.", False)
        for key in keys:
            if why := never_delivered(key):
                yield KeyFinding(action.name, key, f"{key} never gets here: {why}.", True)
            elif why := also_used(key):
                yield KeyFinding(action.name, key, f"{key}: {why}.", False)
        if action.in_fields and keys and not any(map(answers_in_fields, keys)):
            yield KeyFinding(
                action.name, keys[0],
                f"{keys[0]} writes into a field instead: this one is wanted there, with Alt.", True,
            )  # fmt: skip
