"""What a profile keeps of how somebody works: paper, keys, and what their pages remember."""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace
from enum import StrEnum
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.actions import BY_NAME
from zero_slate.core.people.key_sets import LETTERS, SHIPPED, OwnKeySet, free_set_name, set_keys

MOST_KEPT = 100
LONGEST_KEY = 60
LONGEST_KEPT = 64_000


class Paper(StrEnum):
    """What the screens are drawn on."""

    SYSTEM = "system"
    LIGHT = "light"
    DIM = "dim"


class HintLevel(StrEnum):
    """How much a hint says of what is pointed at."""

    NONE = "none"
    SHORT = "short"
    FULL = "full"


class Targets(StrEnum):
    """How large what is pressed is."""

    AUTO = "auto"
    """Large once a pen or a finger is used."""
    LARGE = "large"
    SMALL = "small"


class TextSize(StrEnum):
    """How large words and figures are."""

    USUAL = "usual"
    LARGER = "larger"
    LARGEST = "largest"


@dataclass(frozen=True, slots=True)
class Room:
    """What is somebody's own, wherever they sit down."""

    paper: Paper = Paper.SYSTEM
    """Light paper, dim paper, or as the system has it."""
    single_keys: bool = True
    """Whether keys without Alt or Ctrl act."""
    key_set: str = LETTERS
    """The key set in use, by its name."""
    own_sets: tuple[OwnKeySet, ...] = ()
    """The key sets that they made."""
    kept: dict[str, str] = field(default_factory=dict)
    """What pages keep for them, each in words of its own: open spines, recent shots, and such."""
    hints: HintLevel = HintLevel.SHORT
    """What is said of whatever is pointed at: nothing, what it is, or all there is to know."""
    targets: Targets = Targets.AUTO
    """How large what is pressed is: large, small, or as what is in the hand asks."""
    text: TextSize = TextSize.USUAL
    """How large words and figures are."""

    def with_kept(self, changes: Mapping[str, str | None]) -> "Room":
        """Return this room with what pages keep changed; None lets go of it. Raises Refusal."""
        kept = dict(self.kept)
        for key, text in changes.items():
            kept.pop(key, None)
            if text is None:
                continue
            if len(key) > LONGEST_KEY or len(text) > LONGEST_KEPT:
                raise Refusal(
                    f"“{key[:LONGEST_KEY]}” keeps {len(text):,} characters; "
                    f"{LONGEST_KEPT:,} is the most."
                )
            kept[key] = text
        if len(kept) > MOST_KEPT:
            raise Refusal(f"{len(kept)} things are kept for one profile; {MOST_KEPT} is the most.")
        return replace(self, kept=kept)

    def without_set(self, name: str) -> "Room":
        """Return this room without an own key set; the set it was made from stands in for it."""
        gone = next((each for each in self.own_sets if each.name == name), None)
        if gone is None:
            raise Refusal(f"There is no key set of your own called “{name}”.")
        return replace(
            self,
            own_sets=tuple(each for each in self.own_sets if each is not gone),
            key_set=gone.base if self.key_set == name else self.key_set,
        )

    def with_set(self, changed: OwnKeySet) -> "Room":
        """Return this room with an own key set, new or in place of the one of its name."""
        others = tuple(each for each in self.own_sets if each.name != changed.name)
        place = next(
            (at for at, each in enumerate(self.own_sets) if each.name == changed.name), len(others)
        )
        return replace(self, own_sets=(*others[:place], changed, *others[place:]))


# What a facility may say of profiles: the field it is kept in, and what there is to choose from.
_CHOICES: Mapping[str, tuple[str, Mapping[str, str]]] = {
    "paper": ("paper", {each.value: each for each in Paper}),
    "keys": ("key_set", {each: each for each in SHIPPED}),
    "hints": ("hints", {each.value: each for each in HintLevel}),
    "targets": ("targets", {each.value: each for each in Targets}),
    "text": ("text", {each.value: each for each in TextSize}),
}


def begun_with(said: Mapping[str, Any], by: str) -> Room:
    """Return what profiles begin with where a facility says so: `paper`, `keys`, `single_keys`,
    `hints`, `targets` and `text`.

    Raises Refusal, naming where it is written, for what there isn't.
    """
    known = (*_CHOICES, "single_keys")
    begins: dict[str, Any] = {}
    for key, each in said.items():
        if key not in known:
            raise Refusal(f"{by} says “{key}” of profiles; there are {', '.join(known)}.")
        if key == "single_keys":
            if not isinstance(each, bool):
                raise Refusal(f"{by} says single_keys = “{each}” of profiles; it is true or false.")
            begins[key] = each
            continue
        field_name, choices = _CHOICES[key]
        if not isinstance(each, str) or each not in choices:
            there_are = ", ".join(choices)
            raise Refusal(f"{by} begins profiles with {key} “{each}”; there are {there_are}.")
        begins[field_name] = choices[each]
    return replace(Room(), **begins)


def known_sets(sets: Iterable[OwnKeySet]) -> tuple[tuple[OwnKeySet, ...], tuple[str, ...]]:
    """Return key sets that come from elsewhere as they can be taken, and what was left out of them.

    What isn't known here is left out and told: a set that it was made from, an action, a key.
    """
    taken: list[OwnKeySet] = []
    left: list[str] = []
    for each in sets:
        base = each.base
        if base not in SHIPPED:
            left.append(f"“{each.name}” is made from “{base}”, which isn't here: from {LETTERS}.")
            base = LETTERS
        name = free_set_name(each.name, taken)
        made = OwnKeySet(name, base)
        for action, keys in each.keys.items():
            if action not in BY_NAME:
                left.append(f"“{each.name}” has keys for “{action}”, which nothing here does.")
                continue
            try:
                made = set_keys(made, action, keys)
            except Refusal as refusal:
                left.append(f"“{each.name}”, {BY_NAME[action].does}: {refusal}")
        taken.append(made)
    return tuple(taken), tuple(left)
