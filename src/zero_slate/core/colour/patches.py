"""Colours that people know by sight, to see what a setup makes of them."""

from dataclasses import dataclass

Three = tuple[float, float, float]

# By their light in BT.709 primaries, 1 being a perfect white. The skins are those that printed
# colour charts of the trade have, from sRGB codes 194 150 130 and 115 82 68 (IEC 61966-2-1).
KNOWN: tuple[tuple[str, Three], ...] = (
    ("light skin", (0.5395, 0.3050, 0.2232)),
    ("dark skin", (0.1714, 0.0844, 0.0578)),
    ("red", (1.0, 0.0, 0.0)),
    ("green", (0.0, 1.0, 0.0)),
    ("blue", (0.0, 0.0, 1.0)),
    ("white", (1.0, 1.0, 1.0)),
)


@dataclass(frozen=True, slots=True)
class SeenPatch:
    """A known colour, as it is in the working space, and the codes that the display is sent."""

    name: str
    working: Three
    codes: Three
