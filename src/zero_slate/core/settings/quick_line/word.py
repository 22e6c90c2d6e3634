"""A word of the quick line: everything that it can be, by how it is written."""

import re
from collections.abc import Callable, Iterator
from contextlib import suppress
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from zero_slate.core.base.figures import decimal, plain_digits
from zero_slate.core.base.ratio import COMMON_PIXEL_ASPECTS, parse_pixel_aspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import PLAIN, Guides, Mask, read_shape
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Raster, Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.shape import sized
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.canvas.working_scale import NAMED, WorkingScale
from zero_slate.core.colour.background import DisplayColour
from zero_slate.core.finish.finish import Finish, Texture, Treatment
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.stand.focus import Focus
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.entry.ranges import read_ends
from zero_slate.core.time.frames import CountAt, FrameCount, Handles
from zero_slate.core.time.rate import read_rate
from zero_slate.core.time.timecode import TimecodeKind

HIGHEST_HANDLE = 20
LOWEST_COUNT = 121

Values = dict[str, Any]

SIZE = re.compile(r"(\d+)[x×*](\d+)")
_DECIMAL_SHAPE = re.compile(r"\d\.\d{1,4}")
_COLON = re.compile(r"\d{1,4}(?:\.\d+)?:\d{1,4}(?:\.\d+)?")
_HANDLES = re.compile(r"(\d{1,4})\+(\d{1,4})")
_RANGE = re.compile(r"\d+(?:[-–]\d+|\+\d+)")
_FRACTION = re.compile(r"\d{1,3}/\d{1,3}")
_PER_CENT = re.compile(r"\d+(?:\.\d+)?%")
_PIXELS = re.compile(r"\d+(?:x\d+)?px")
RANGES = {"cut": "cut_range", "clip": "clip_range", "work": "work_range"}
WORDS: dict[str, tuple[str, Any]] = {
    **{name: ("working_scale", WorkingScale(scale)) for name, scale in NAMED.items()},
    "progressive": ("scan", ScanMode.PROGRESSIVE),
    "upper": ("scan", ScanMode.UPPER_FIRST),
    "lower": ("scan", ScanMode.LOWER_FIRST),
    "drop": ("timecode", TimecodeKind.DROP),
    "non-drop": ("timecode", TimecodeKind.NON_DROP),
    "inside": ("placing", FitMode.INSIDE),
    "cover": ("placing", FitMode.COVER),
    "by-width": ("placing", FitMode.WIDTH),
    "by-height": ("placing", FitMode.HEIGHT),
    "pixel-for-pixel": ("placing", FitMode.PIXELS),
    **{
        str(texture).replace(" ", "-"): ("finish", Finish(Treatment(texture)))
        for texture in Texture
    },
}
SIGNALS = {signal.replace(" ", "").lower(): signal for signal in Signal if signal != Signal.NONE}


@dataclass(frozen=True, slots=True)
class Meaning:
    """What a word can be: the setting it is about, what is said, and the values it sets."""

    key: str
    said: str
    values: Values


def meanings(
    text: str,
    setup: Setup,
    clock: Clock,
    size: Size | None,
    pixel_aspect: Fraction,
    spaces: frozenset[str],
) -> Iterator[Meaning]:
    """Yield everything a word can be. Raises Refusal for one whose figures can't be."""
    plain = text.lower()
    for pattern, read in _FIGURES:
        if pattern.fullmatch(plain):
            yield from read(plain, setup, clock)
            return
    if match := SIZE.fullmatch(plain):
        yield _one("canvas", Size(int(match[1]), int(match[2])))
    elif plain.split(" ")[0] in RANGES:
        yield _range(plain, setup, clock)
    elif _DECIMAL_SHAPE.fullmatch(plain):
        yield from _shape(text, setup, size, pixel_aspect)
    elif _COLON.fullmatch(plain):
        ratio = read_shape(plain)
        if ratio in COMMON_PIXEL_ASPECTS:
            yield _one("pixel_aspect", parse_pixel_aspect(plain))
        if ratio != 1 or size is None:
            yield from _shape(text, setup, size, pixel_aspect)
    elif plain in WORDS:
        key, value = WORDS[plain]
        yield _one(key, value)
    elif plain in SIGNALS:
        yield _one("signal", SIGNALS[plain])
    elif plain.startswith("#") or plain in ("white", "black", "grey", "gray"):
        background = replace(setup.background, colour=DisplayColour.parse(plain))
        yield _one("background", background)
    elif {"center": "centre"}.get(plain, plain) in PLAIN:
        yield _guide(Guides.parse(plain), setup)
    else:
        named = next((name for name in spaces if name.lower() == plain), None)
        if named:
            yield _one("working_space", named)


def _one(key: str, value: Any) -> Meaning:
    return Meaning(key, SETTINGS[key].kind.show(value), {key: value})


def _rate(text: str, setup: Setup, _: Clock) -> Iterator[Meaning]:
    if plain_digits(text) and int(text) >= LOWEST_COUNT:
        at = setup.count.at if not setup.count.at.from_source else CountAt.CLIP
        yield _one("count", FrameCount(int(text), at))
        return
    reading = read_rate(text)
    values: Values = {"rate": reading.rate}
    said = str(reading.rate)
    if reading.interlaced:
        scan = setup.scan if setup.scan.interlaced else ScanMode.UPPER_FIRST
        values["scan"] = scan
        said += f", {scan}"
    elif reading.interlaced is False and setup.scan.interlaced and not reading.segmented:
        values["scan"] = ScanMode.PROGRESSIVE
        said += f", {ScanMode.PROGRESSIVE}"
    yield Meaning("rate", said, values)
    if plain_digits(text) and int(text) <= HIGHEST_HANDLE:
        yield _one("handles", Handles(int(text), int(text)))


def _handles(text: str, setup: Setup, clock: Clock) -> Iterator[Meaning]:
    head, tail = text.split("+")
    if int(head) < LOWEST_COUNT:
        yield _one("handles", Handles(int(head), int(tail)))
    else:
        yield from _work(text, setup, clock)


def _work(text: str, setup: Setup, clock: Clock) -> Iterator[Meaning]:
    yield _range(f"work {text}", setup, clock)


def _range(text: str, setup: Setup, clock: Clock) -> Meaning:
    name, _, ends = text.partition(" ")
    key = RANGES[name]
    if not ends:
        raise Refusal(f"“{name}” is followed by a range, as in {name} 1001-1108.")
    entry = Entry(clock, getattr(setup, key), ("first",))
    return _one(key, read_ends(ends, "", entry))


def _scale(text: str, _: Setup, __: Clock) -> Iterator[Meaning]:
    yield _one("working_scale", WorkingScale.parse(text))


def _per_cent(text: str, _: Setup, __: Clock) -> Iterator[Meaning]:
    for key, kind in (("overscan", Overscan), ("working_scale", WorkingScale)):
        with suppress(Refusal):
            yield _one(key, kind.parse(text))


def _lens(text: str, setup: Setup, _: Clock) -> Iterator[Meaning]:
    """Take a focal length on the back that is set, or on that of a still."""
    back = setup.camera
    yield _one("camera", replace(back, focal=Fraction(text.removesuffix("mm"))))


def _focus(text: str, _: Setup, __: Clock) -> Iterator[Meaning]:
    yield _one("focus", Focus.parse(text.replace("@", " at ")))


def _pixels(text: str, _: Setup, __: Clock) -> Iterator[Meaning]:
    yield _one("overscan", Overscan.parse(text))


_FIGURES: tuple[tuple[re.Pattern[str], Callable[[str, Setup, Clock], Iterator[Meaning]]], ...] = (
    (_HANDLES, _handles),
    (_RANGE, _work),
    (re.compile(r"(?:24000|30000|48000|60000|120000)/1001"), _rate),
    (_FRACTION, _scale),
    (_PER_CENT, _per_cent),
    (_PIXELS, _pixels),
    (re.compile(r"\d{1,4}(?:\.\d{1,3})?mm"), _lens),
    (re.compile(r"f/\d{1,3}(?:\.\d{1,2})?@\d{1,6}(?:\.\d{1,3})?m"), _focus),
    (re.compile(r"\d+(?:p|i|psf|fps)?|\d{2,3}\.\d{1,4}(?:p|i|psf|fps)?|\d\.\d+(?:p|fps)"), _rate),
)


def _shape(text: str, setup: Setup, size: Size | None, pixel_aspect: Fraction) -> Iterator[Meaning]:
    """Take a shape: of the size in the line, or setting a size, or as a mask."""
    shape = read_shape(text)
    if size is not None:
        raster = Raster(size.width, size.height, pixel_aspect)
        places = len(text.split(".")[1]) if "." in text and ":" not in text else 2
        if decimal(raster.display_aspect, places) == decimal(shape, places):
            yield Meaning("canvas", f"the shape of {size}, as it is", {})
            return
        mask = Guides(setup.guides.plain, (Mask(text),))
        yield _guide(mask, setup)
        return
    made = sized(setup.canvas.width, shape, pixel_aspect, by_height=False)
    exact = f" ({made.said})" if made.said else ""
    yield Meaning("canvas", f"{made.size}{exact}", {"canvas": made.size})


def _guide(guides: Guides, setup: Setup) -> Meaning:
    return Meaning("guides", f"with {guides}", {"guides": both(setup.guides, guides)})


def both(one: Any, other: Any) -> Any:
    """Return the guides of both."""
    plain = tuple(name for name in PLAIN if name in one.plain or name in other.plain)
    return Guides(plain, tuple(dict.fromkeys((*one.masks, *other.masks))))
