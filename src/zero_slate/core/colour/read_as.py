"""Which colour space a file's pixels are read as: by its tag, its primaries, or its kind."""

import re
from dataclasses import dataclass
from functools import lru_cache

from zero_slate.core.colour.config_names import ColourNames

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
_SIGNS = re.compile(r"[^a-z0-9]")


@dataclass(frozen=True, slots=True)
class ReadAs:
    """The colour space that pixels are read as, and why; no space where the config has none."""

    space: str | None
    """A name or alias that the config has."""
    why: str
    """What it was told by, in words."""


def read_as(
    tag: str | None,
    primaries: str | None,
    transfer: str | None,
    sample: str,
    names: ColourNames,
    working: str,
) -> ReadAs:
    """Return how a file's colours are read.

    By its tag where the config knows it; by the primaries it states, where its samples (`half`,
    `float`, `8-bit`, …) hold linear light; otherwise light of floating samples is taken to be in
    the working space, and whole numbers to be display codes (sRGB, or BT.709 where it says so).
    """
    known = _plainly(names.spaces)
    if tag and (space := _found(tag, known)):
        return ReadAs(space, "its tag")
    floating = sample in ("half", "float", "double")
    if floating:
        if primaries and (space := _found(_LINEAR.get(primaries, ""), known)):
            return ReadAs(space, f"its primaries, {primaries}")
        return ReadAs(working, "no tag: the working space")
    if transfer and (space := _found(transfer, known)):
        return ReadAs(space, f"its transfer, {transfer}")
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
