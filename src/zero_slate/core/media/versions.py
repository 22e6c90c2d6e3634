"""Versions of one thing: told by `v002` in names and folders, and what differs between two."""

import re
from collections.abc import Iterator
from dataclasses import dataclass

from zero_slate.core.base.figures import counted
from zero_slate.core.media.header import Media
from zero_slate.core.media.layers import layers_of
from zero_slate.core.time.frames import total

# `v2`, `V002`, `_v0012`: a letter before it would make it part of a word.
_VERSION = re.compile(r"(?<![A-Za-z0-9])([vV])(\d{1,6})(?![A-Za-z0-9])")


@dataclass(frozen=True, slots=True)
class Versioned:
    """A name without its version, and the version; None where it has none."""

    key: str
    number: int | None
    label: str


def versioned(name: str) -> Versioned:
    """Split the last version off a name: `flare_v002.####.exr` is version 2 of `flare_{v}…`."""
    found = list(_VERSION.finditer(name))
    if not found:
        return Versioned(name.casefold(), None, "")
    last = found[-1]
    key = f"{name[: last.start()]}{{v}}{name[last.end() :]}"
    return Versioned(key.casefold(), int(last[2]), last[0])


def is_newer(name: str, than: str) -> bool:
    """Return whether a name is a later version of the same thing."""
    one, other = versioned(name), versioned(than)
    if one.number is None or other.number is None:
        return False
    return one.key == other.key and one.number > other.number


def differences(before: Media, after: Media) -> Iterator[str]:
    """Yield what differs between two versions, a sentence each: range, size, layers, header."""
    if before.present != after.present:
        was, now = f"{before.first}–{before.last}", f"{after.first}–{after.last}"
        more = after.count - before.count
        frames = (
            f"{counted(abs(more), 'frame')} {'more' if more > 0 else 'fewer'}, " if more else ""
        )
        holes = total(after.present) != after.last - after.first + 1
        yield f"Frames: {frames}{now} in place of {was}{', with gaps' if holes else ''}."
    old, new = before.header.shown(), after.header.shown()
    old_layers = {layer.key: layer.type for layer in layers_of(before.header)}
    new_layers = {layer.key: layer.type for layer in layers_of(after.header)}
    if added := [key for key in new_layers if key not in old_layers]:
        yield f"{counted(len(added), 'layer')} more: {', '.join(added)}."
    if lost := [key for key in old_layers if key not in new_layers]:
        yield f"{counted(len(lost), 'layer')} fewer: {', '.join(lost)}."
    for key in old_layers.keys() & new_layers.keys():
        if old_layers[key] != new_layers[key]:
            yield f"Layer {key} is {new_layers[key]} in place of {old_layers[key]}."
    for what in dict.fromkeys([*old, *new]):
        mine, its = old.get(what, "not stated"), new.get(what, "not stated")
        if mine != its and what not in ("channels", "parts"):
            yield f"{what.capitalize()}: {its} in place of {mine}."
    if before.header.timecode != after.header.timecode:
        yield (
            f"First timecode: {after.header.timecode or 'not stated'} in place of "
            f"{before.header.timecode or 'not stated'}."
        )
