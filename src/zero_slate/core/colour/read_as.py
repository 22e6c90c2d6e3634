"""Which colour space a file's pixels are read as: by a rule, its tag, its primaries, its kind."""

import re
from dataclasses import dataclass
from enum import StrEnum
from functools import lru_cache

from zero_slate.core.colour.config_names import ColourNames
from zero_slate.core.colour.read_rules import ReadRules

# What files and standards call colour spaces, and what configs have as names or aliases of them.
_SAME = {
    "srgb": ("srgb_texture", "srgb_tx", "sRGB - Texture"),
    "srgbiec6196621": ("srgb_texture", "srgb_tx", "sRGB - Texture"),
    "srgbrec709": ("srgb_texture", "srgb_tx", "sRGB - Texture"),
    "srgbrec709scene": ("srgb_texture", "srgb_tx", "sRGB - Texture"),
    "srgbrec709display": ("srgb_texture", "srgb_tx", "sRGB - Texture"),
    "bt709": ("g24_rec709_tx", "g24_rec709", "Gamma 2.4 Rec.709 - Texture", "srgb_texture"),
    "linrec709scene": ("lin_rec709_srgb", "lin_rec709", "Linear Rec.709 (sRGB)"),
    "linap1scene": ("lin_ap1", "acescg", "ACEScg"),
    "linap0scene": ("aces2065_1", "ACES2065-1"),
    "linrec2020scene": ("lin_rec2020", "Linear Rec.2020"),
    "linp3d65scene": ("lin_p3d65", "Linear P3-D65"),
    "aceslog": ("ACEScct",),
}
# Linear spaces by the primaries that a file of linear light states.
_LINEAR = {
    "BT.709": "linrec709scene",
    "BT.2020": "linrec2020scene",
    "P3 D65": "linp3d65scene",
    "ACES AP0": "linap0scene",
    "ACES AP1": "linap1scene",
}
NO_RULES = ReadRules()
_SIGNS = re.compile(r"[^a-z0-9]")


class ReadBy(StrEnum):
    """What told the space that a file is read as."""

    EXCEPTION = "exception"
    RULE = "rule"
    TAG = "tag"
    CONFIG = "config"
    SAMPLES = "samples"


@dataclass(frozen=True, slots=True)
class ReadAs:
    """The colour space that pixels are read as, and why; no space where the config has none."""

    space: str | None
    """A name or alias that the config has."""
    why: str
    """What it was told by, in words."""
    by: ReadBy = ReadBy.SAMPLES
    """What told it."""
    tagged: str | None = None
    """The space that the file's own tag names; None where it has none that the config knows."""


@dataclass(frozen=True, slots=True)
class FileSaid:
    """What is known of a file: what it says of its colours, what it is, and where it lies."""

    tag: str | None
    primaries: str | None
    transfer: str | None
    sample: str
    role: str = ""
    kind: str = ""
    name: str = ""
    folder: str = ""


def read_as(
    said: FileSaid,
    names: ColourNames,
    working: str,
    rules: ReadRules = NO_RULES,
    exception: tuple[str, str] = ("", ""),
) -> ReadAs:
    """Return how a file's colours are read.

    By its own exception, a space and the reason for it; by the first of the production's rules that
    fits; by its tag where the config knows it; by the config's own rules; by the primaries it
    states, where its samples (`half`, `float`, `8-bit`, …) hold linear light; otherwise light of
    floating samples is taken to be in the working space, and whole numbers to be display codes
    (sRGB, or BT.709 where it says so).
    """
    known = _plainly(names.spaces)
    tagged = _found(said.tag, known) if said.tag else None
    space, reason = exception
    if space and space in names.spaces:
        return ReadAs(space, f"an exception: {reason}" if reason else "an exception",
                      ReadBy.EXCEPTION, tagged)  # fmt: skip
    rule = rules.first(said.role, said.kind, said.sample, said.name, said.folder)
    if rule is not None and rule.space in names.spaces:
        return ReadAs(rule.space, f"the rule “{rule}”", ReadBy.RULE, tagged)
    if tagged:
        return ReadAs(tagged, "its tag", ReadBy.TAG, tagged)
    if own := names.by_path(f"{said.folder}/{said.name}"):
        return ReadAs(own[0], f"the config’s own rule “{own[1]}”", ReadBy.CONFIG)
    if said.sample in ("half", "float", "double"):
        if said.primaries and (space := _found(_LINEAR.get(said.primaries, ""), known) or ""):
            return ReadAs(space, f"its primaries, {said.primaries}")
        return ReadAs(working, "no tag: the working space")
    if said.transfer and (space := _found(said.transfer, known) or ""):
        return ReadAs(space, f"its transfer, {said.transfer}")
    return ReadAs(_found("sRGB", known), "no tag: display codes")


@lru_cache(maxsize=16)
def _plainly(spaces: frozenset[str]) -> dict[str, str]:
    """Return a config's names by their letters and digits alone.

    Of a space and an alias that read the same, the same one is taken in every process: pictures are
    kept under it.
    """
    return {_SIGNS.sub("", name.lower()): name for name in sorted(spaces)}


def _found(name: str, known: dict[str, str]) -> str | None:
    plain = _SIGNS.sub("", name.lower())
    for candidate in (plain, *(_SIGNS.sub("", each.lower()) for each in _SAME.get(plain, ()))):
        if candidate and candidate in known:
            return known[candidate]
    return None
