"""Serial links to a monitor: the data rate of a signal, and the link that carries it.

A link carries whole lines, with what lies between pictures: its rate is samples a line × lines a
frame × frames a second × bits a sample (SMPTE ST 125, ST 274, ST 296, ST 2036-1). 4:2:2 of 10 bits
takes 20 a sample; 4:4:4, and 12 bits, take 40 (ST 425-1). 8 bits travel as 10.
"""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.base.figures import decimal
from zero_slate.core.canvas.signals import Signal, facts_of

SLOWED = Fraction(1000, 1001)


class Sampling(StrEnum):
    """How a signal samples colour."""

    HALF = "4:2:2"
    FULL = "4:4:4"


class LinkBits(StrEnum):
    """The bits of a signal's samples."""

    EIGHT = "8-bit"
    TEN = "10-bit"
    TWELVE = "12-bit"


@dataclass(frozen=True, slots=True)
class Link:
    """A link by its standard, and its nominal rate in bits a second."""

    standard: str
    rate: int

    def carries(self, needed: Fraction) -> bool:
        """Return whether a signal is of its rate, or of that ÷ 1.001."""
        return needed in (Fraction(self.rate), self.rate * SLOWED)


LINKS = (
    Link("SMPTE ST 259", 270_000_000),
    Link("SMPTE ST 344", 540_000_000),
    Link("SMPTE ST 292-1", 1_485_000_000),
    Link("SMPTE ST 424", 2_970_000_000),
    Link("SMPTE ST 2081-1", 5_940_000_000),
    Link("SMPTE ST 2082-1", 11_880_000_000),
)

# Samples a line by frames a second, rounded, and lines a frame.
_LINES = {
    "525": ({30: 858}, 525),
    "625": ({25: 864}, 625),
    "720": ({50: 1980, 60: 1650}, 750),
    "1080": ({24: 2750, 25: 2640, 30: 2200, 50: 2640, 60: 2200}, 1125),
    "2048": ({24: 2750, 25: 2640}, 1125),
    "2160": ({24: 5500, 25: 5280, 30: 4400, 50: 5280, 60: 4400}, 2250),
}


@dataclass(frozen=True, slots=True)
class CarriedBy:
    """What a signal needs: bits a second, and the link that carries it; None where none does."""

    needed: Fraction
    link: Link | None
    links: int

    @property
    def words(self) -> str:
        """The same in words."""
        rate = _rate(self.needed)
        if self.link is None:
            return f"{rate}: no single link carries it."
        many = f"{self.links} × " if self.links > 1 else ""
        return f"{rate} by {many}{self.link.standard}."


def carried_by(signal: Signal, sampling: Sampling, bits: LinkBits) -> CarriedBy | None:
    """Return what carries a signal; None for no signal."""
    facts = facts_of(signal)
    if facts is None:
        return None
    samples, lines = _LINES[signal.split(" / ")[0]]
    total = samples[round(facts.rate.fraction)] * lines
    wide = sampling is Sampling.FULL or bits is LinkBits.TWELVE
    needed = total * facts.rate.fraction * (40 if wide else 20)
    for link in LINKS:
        if link.carries(needed):
            return CarriedBy(needed, link, 1)
    # Past the fastest link a signal is split over several (ST 2082-12).
    fastest = LINKS[-1]
    for links in (2, 4):
        if fastest.carries(needed / links):
            return CarriedBy(needed, fastest, links)
    return CarriedBy(needed, None, 0)


def _rate(value: Fraction) -> str:
    if value >= 10**9:
        return f"{decimal(value / 10**9, 4, trim=True)} Gb/s"
    return f"{decimal(value / 10**6, 2, trim=True)} Mb/s"
