"""Two views of one thing: what has to be alike, and how far their pixels are apart."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from math import log2
from statistics import median

from zero_slate.core.media.header import Header, Media
from zero_slate.core.time.frames import FrameRange, gaps, total

# What is less than this isn't seen, and what is less than the least isn't measured.
LEVEL = 0.5
LEAST = 0.1
TURNED = 0.05
STOPS = 0.03
# A guess is told as one only where so much of the evidence agrees.
SWAP_SURE = 0.6


class Sure(StrEnum):
    """How sure a measurement is."""

    SURE = "sure"
    LIKELY = "likely"
    UNSURE = "not sure"


@dataclass(frozen=True, slots=True)
class EyePart:
    """A part of the picture that was measured, and how far the second view lies there."""

    x: float
    """Its middle, as a share of the picture's width."""
    y: float
    """The same of its height."""
    across: float
    """How many pixels of the file the second view lies further right."""
    down: float
    """How many it lies lower."""


@dataclass(frozen=True, slots=True)
class EyeMeasure:
    """How far one view's pixels are from the other's, on one frame.

    `vertical` is how many pixels of the file the second view lies lower, `spread` how far its
    single measurements lie apart; `rotation` how many degrees it is turned clockwise; `brightness`
    the second's light over the first's. `across` is the middle shift across, in pixels, positive
    where the second view shows things further right. `order` runs from −1 to 1: above 0 the near,
    lower in the picture, lies further right in the first view, as it does for a left eye. `places`
    are how many parts of the picture could be measured; of the others `plain` have nothing to see,
    `along` change in one direction alone, and `elsewhere` lie nowhere in the second view.
    """

    frame: int
    vertical: float
    spread: float
    rotation: float
    brightness: float
    across: float
    order: float
    places: int
    parts: tuple[EyePart, ...] = ()
    plain: int = 0
    along: int = 0
    elsewhere: int = 0

    @property
    def left_out(self) -> str:
        """Say which parts couldn't be measured, and why; empty where all could."""
        why = (
            (self.plain, "have nothing to see"),
            (self.along, "change in one direction alone"),
            (self.elsewhere, "lie nowhere in the other"),
        )
        return ", ".join(f"{number} {words}" for number, words in why if number)


@dataclass(frozen=True, slots=True)
class EyeFinding:
    """Something found of two views: in what they differ, or that they agree."""

    code: str
    """Which finding it is."""
    differs: bool
    """Whether it has to be put right."""
    text: str
    """What is found, in a sentence."""
    sure: Sure
    """How sure it is."""


def compared_headers(first: Media, second: Media, names: tuple[str, str]) -> Iterator[EyeFinding]:
    """Compare what has to be alike: size, aspect, rate, count, timecode, missing frames, layers."""
    a, b = first.header, second.header
    yield from _alike("views.size", "size", str(a.size), str(b.size), names)
    for what, code in (
        ("pixel_aspect", "views.pixel-aspect"),
        ("rate", "views.rate"),
        ("timecode", "views.timecode"),
        ("scan", "views.scan"),
        ("color_space", "views.colour-tag"),
    ):
        mine, other = getattr(a, what), getattr(b, what)
        words = {"timecode": "first timecode", "color_space": "colour tag"}.get(
            what, what.replace("_", " ")
        )
        yield from _alike(code, words, _said(mine), _said(other), names)
    yield from _alike("views.count", "frames", str(first.count), str(second.count), names)
    missing = _missing(first, second)
    if missing:
        yield EyeFinding("views.missing", True, missing, Sure.SURE)
    yield from _alike("views.layers", "channels", _channels(a), _channels(b), names)


def _alike(
    code: str, what: str, mine: str, other: str, names: tuple[str, str]
) -> Iterator[EyeFinding]:
    if mine != other:
        text = f"{what.capitalize()}: {names[0]} {mine}, {names[1]} {other}."
        yield EyeFinding(code, True, text, Sure.SURE)


def _said(value: object) -> str:
    return "not stated" if value is None else str(value)


def _channels(header: Header) -> str:
    return " ".join(f"{each.name} {each.type}" for each in header.channels)


def _missing(first: Media, second: Media) -> str:
    both = FrameRange(min(first.first, second.first), max(first.last, second.last))
    only = []
    for media, other in ((first, second), (second, first)):
        lost = [run for gap in gaps(both, media.present) for run in _in(gap, other)]
        if lost:
            frames = ", ".join(run.short for run in lost[:3]) + (" …" if len(lost) > 3 else "")
            only.append(f"{media.name} lacks {total(lost)} that the other has: {frames}")
    return ". ".join(only) + "." if only else ""


def _in(gap: FrameRange, media: Media) -> list[FrameRange]:
    return [found for run in media.present if (found := run.overlap(gap)) is not None]


def compared_pixels(
    measures: Sequence[EyeMeasure], names: tuple[str, str]
) -> tuple[EyeFinding, ...]:
    """Sum up what sampled frames say of two views; there has to be at least one measure.

    The middle of all frames counts. How sure it is follows from how far the single measurements
    lie apart and how many there were.
    """
    first, second = names[0], _begun(names[1])
    vertical = median(m.vertical for m in measures)
    spread = max(median(m.spread for m in measures), _apart([m.vertical for m in measures]))
    places = min(m.places for m in measures)
    sure = _sure(places, spread)
    if sure is Sure.SURE and any(m.elsewhere > m.places for m in measures):
        sure = Sure.LIKELY
    found = []
    if abs(vertical) > max(LEAST, spread):
        way = "lower" if vertical > 0 else "higher"
        seen = abs(vertical) > LEVEL
        text = (
            f"{second} lies {abs(vertical):.1f} px {way} than {first}, give or take "
            f"{max(spread, LEAST):.1f}{'.' if seen else ': too little to be seen.'}"
        )
        found.append(EyeFinding("views.vertical" if seen else "views.level", seen, text, sure))
    else:
        text = f"Both lie level, give or take {max(spread, LEAST):.1f} px."
        found.append(EyeFinding("views.level", False, text, sure))
    rotation = median(m.rotation for m in measures)
    if abs(rotation) > TURNED:
        way = "clockwise" if rotation > 0 else "anticlockwise"
        text = f"{second} is turned {abs(rotation):.2f}° {way} against {first}."
        found.append(EyeFinding("views.rotation", True, text, sure))
    brightness = median(m.brightness for m in measures)
    stops = log2(brightness) if brightness > 0 else 0.0
    if abs(stops) > STOPS:
        way = "darker" if stops < 0 else "brighter"
        text = f"{second} is {abs(brightness - 1) * 100:.0f} % {way} ({abs(stops):.2f} stops)."
        found.append(EyeFinding("views.brightness", True, text, sure))
    found.append(_order(measures, names))
    across = median(m.across for m in measures)
    way = "right" if across > 0 else "left"
    text = f"Most of {names[1]} lies {abs(across):.1f} px further {way} than in {first}"
    text += f", from {_ends(measures)} px." if measures[0].parts else "."
    found.append(EyeFinding("views.across", False, text, sure))
    return tuple(found)


def _ends(measures: Sequence[EyeMeasure]) -> str:
    """Return the least and the greatest shift across of all parts: `−12.0 to 3.5`."""
    shifts = [part.across for measure in measures for part in measure.parts]
    return f"{min(shifts):.1f} to {max(shifts):.1f}".replace("-", "−")


def _order(measures: Sequence[EyeMeasure], names: tuple[str, str]) -> EyeFinding:
    order = median(m.order for m in measures)
    if order <= -SWAP_SURE:
        text = (
            f"They look swapped: what is low in the picture lies further left in {names[0]}, as "
            "it does for a right eye."
        )
        return EyeFinding("views.swapped", True, text, Sure.LIKELY)
    if order >= SWAP_SURE:
        text = f"{_begun(names[0])} looks like the left eye."
        return EyeFinding("views.in-order", False, text, Sure.LIKELY)
    text = "Which of them is the left eye can't be told from these frames."
    return EyeFinding("views.order-unknown", False, text, Sure.UNSURE)


def _begun(name: str) -> str:
    """Return a name as a sentence begins with it."""
    return name[:1].upper() + name[1:]


def _sure(places: int, spread: float) -> Sure:
    if places >= 6 and spread < 0.5:
        return Sure.SURE
    return Sure.LIKELY if places >= 3 and spread < 2 else Sure.UNSURE


def _apart(values: list[float]) -> float:
    middle = median(values)
    return median(abs(each - middle) for each in values)
