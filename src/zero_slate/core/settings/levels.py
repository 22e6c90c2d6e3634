"""Where a value comes from: house setup, edit format, format or the shot; nearest wins."""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import Any

from zero_slate.core.format_library.format import Format
from zero_slate.core.settings.index import HOUSE_SETTINGS, SETTINGS
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.setup import Setup


class Level(StrEnum):
    """A level, from the farthest to the nearest."""

    HOUSE = "house setup"
    EDIT = "edit"
    FORMAT = "format"
    SHOT = "this shot"


@dataclass(frozen=True, slots=True)
class ProvenanceEntry:
    """What one level says of a setting. `stands` tells the level that the shot's value is from."""

    level: Level
    value: Any
    stands: bool


def provenance_of(
    key: str,
    setup: Setup,
    house: HouseSetup,
    required: Mapping[str, Any],
    chosen: Format | None,
) -> tuple[ProvenanceEntry, ...]:
    """Return what each level says of a setting, the farthest first.

    The nearest level besides the shot is what it follows; where its value is another, it is the
    shot's own. A format that says nothing of a setting is left out, and so on.
    """
    said: list[tuple[Level, Any]] = []
    if key in HOUSE_SETTINGS:
        said.append((Level.HOUSE, getattr(house, key)))
    if key in required:
        said.append((Level.EDIT, required[key]))
    if chosen is not None and key in chosen.values:
        said.append((Level.FORMAT, chosen.values[key]))
    value = getattr(setup, key)
    follows = bool(said) and said[-1][1] == value
    made = [
        ProvenanceEntry(level, each, follows and n == len(said) - 1)
        for n, (level, each) in enumerate(said)
    ]
    if not follows:
        made.append(ProvenanceEntry(Level.SHOT, value, True))
    return tuple(made)


def followed(
    setup: Setup, house: HouseSetup, required: Mapping[str, Any], chosen: Format | None
) -> dict[str, Any]:
    """Return the value that each setting would have if it followed, where it has another."""
    found = {}
    for key in SETTINGS:
        steps = provenance_of(key, setup, house, required, chosen)
        if len(steps) > 1 and steps[-1].level is Level.SHOT:
            found[key] = steps[-2].value
    return found
