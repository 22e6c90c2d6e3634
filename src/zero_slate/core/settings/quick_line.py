"""The quick line: several settings in one line, each word told apart by how it is written.

1998x1080          canvas size
1.85  16:9         shape of the canvas: agrees with a size in the line, else sets the other side
2:1  16:11         pixel aspect, or a shape: asked
23.976 25p 50i     rate, and the scan where the letter says it; up to 20, rate or handles: asked
1001-1108 1001+108 work range; after the word cut or clip, that range
8+8                handles
1001               count starts at, from 121 up
half third 2/3     working scale
10%                overscan or working scale: asked
64px               overscan
progressive upper lower, drop non-drop, inside cover, action thirds centre …
#808080            background
1080/25p           monitor signal
ACEScg             working space, by a name of the colour config
"""

import re
from collections.abc import Callable, Iterator, Mapping
from contextlib import suppress
from dataclasses import dataclass, replace
from difflib import get_close_matches
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
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.entry.ranges import read_ends
from zero_slate.core.time.frames import CountAt, FrameCount, Handles
from zero_slate.core.time.rate import read_rate
from zero_slate.core.time.timecode import TimecodeKind

HIGHEST_HANDLE = 20
LOWEST_COUNT = 121
LONGEST_LINE = 400

Values = dict[str, Any]

_SIZE = re.compile(r"(\d+)[x×*](\d+)")
_DECIMAL_SHAPE = re.compile(r"\d\.\d{1,4}")
_COLON = re.compile(r"\d{1,4}(?:\.\d+)?:\d{1,4}(?:\.\d+)?")
_HANDLES = re.compile(r"(\d{1,4})\+(\d{1,4})")
_RANGE = re.compile(r"\d+(?:[-–]\d+|\+\d+)")
_FRACTION = re.compile(r"\d{1,3}/\d{1,3}")
_PER_CENT = re.compile(r"\d+(?:\.\d+)?%")
_PIXELS = re.compile(r"\d+(?:x\d+)?px")
_RANGES = {"cut": "cut_range", "clip": "clip_range", "work": "work_range"}
_WORDS: dict[str, tuple[str, Any]] = {
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
}
_SIGNALS = {signal.replace(" ", "").lower(): signal for signal in Signal if signal != Signal.NONE}


@dataclass(frozen=True, slots=True)
class WordMeaning:
    """One thing a word can be: which setting, and what it would be set to, in words."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    said: str
    """What it would be set to, in words."""


@dataclass(frozen=True, slots=True)
class QuickWord:
    """A word of the line."""

    text: str
    """The word as typed."""
    start: int
    """Where it begins, in characters from 0."""
    end: int
    """Where it ends; the character there is no part of it."""
    meant: WordMeaning | None
    """What it was understood as; None where it wasn't."""
    choices: tuple[WordMeaning, ...]
    """What to choose from, where it may be several things."""
    problem: str | None
    """Why it is nothing; None where it is something."""


@dataclass(frozen=True, slots=True)
class QuickReading:
    """Every word of a line, and the values that they come to."""

    words: tuple[QuickWord, ...]
    values: Values

    @property
    def sound(self) -> bool:
        """Whether every word was understood as one thing."""
        return bool(self.words) and all(word.meant for word in self.words)


@dataclass(frozen=True, slots=True)
class _Can:
    """What a word can be: the setting it is about, what is said, and the values it sets."""

    key: str
    said: str
    values: Values


def read_quick(
    line: str,
    setup: Setup,
    clock: Clock,
    spaces: frozenset[str] = frozenset(),
    chosen: Mapping[str, str] | None = None,
) -> QuickReading:
    """Read a quick line against a setup; see the grammar at the top of this module.

    `chosen` says, by a word's text, which setting an ambiguous word is meant for. Any line is
    understood or told, word by word; nothing is raised.
    """
    found = _parted(line[:LONGEST_LINE])
    aspects = _chosen_aspect(found, chosen or {})
    pixel_aspect = aspects or setup.pixel_aspect
    sizes = [_SIZE.fullmatch(text) for text, _, _ in found]
    size = next((_size(match) for match in sizes if match), None)
    words: list[QuickWord] = []
    values: Values = {}
    set_by: dict[str, str] = {}
    for text, start, end in found:
        try:
            cans = list(_meanings(text, setup, clock, size, pixel_aspect, spaces))
        except Refusal as refusal:
            words.append(QuickWord(text, start, end, None, (), str(refusal)))
            continue
        wish = (chosen or {}).get(text)
        if wish:
            cans = [can for can in cans if can.key == wish] or cans
        if len(cans) != 1:
            choices = tuple(_meaning(can) for can in cans)
            problem = None if cans else _unknown(text)
            words.append(QuickWord(text, start, end, None, choices, problem))
            continue
        can = cans[0]
        twice = next((key for key in can.values if key in set_by and key != "guides"), None)
        if twice:
            label = SETTINGS[twice].label
            said = f"{label} is set by “{set_by[twice]}” already: leave one of the two out."
            words.append(QuickWord(text, start, end, None, (), said))
            continue
        for key, value in can.values.items():
            set_by[key] = text
            values[key] = _both(values[key], value) if key in values else value
        words.append(QuickWord(text, start, end, _meaning(can), (), None))
    return QuickReading(tuple(words), values)


def _parted(line: str) -> list[tuple[str, int, int]]:
    """Part a line into words; `cut`, `clip` and `work` go with the range behind them."""
    words: list[tuple[str, int, int]] = []
    before: tuple[str, int] | None = None
    for match in re.finditer(r"\S+", line):
        text = match[0]
        if text.lower() in _RANGES and before is None:
            before = (text.lower(), match.start())
            continue
        if before is not None:
            text, start = f"{before[0]} {text}", before[1]
            before = None
        else:
            start = match.start()
        words.append((text, start, match.end()))
    if before is not None:
        words.append((before[0], before[1], before[1] + len(before[0])))
    return words


def _size(match: re.Match[str]) -> Size | None:
    try:
        return Size(int(match[1]), int(match[2]))
    except Refusal:
        return None


def _chosen_aspect(found: list[tuple[str, int, int]], chosen: Mapping[str, str]) -> Fraction | None:
    for text, _, _ in found:
        if chosen.get(text) == "pixel_aspect":
            try:
                return parse_pixel_aspect(text)
            except Refusal:
                return None
    return None


def _meanings(
    text: str,
    setup: Setup,
    clock: Clock,
    size: Size | None,
    pixel_aspect: Fraction,
    spaces: frozenset[str],
) -> Iterator[_Can]:
    """Yield everything a word can be. Raises Refusal for one whose figures can't be."""
    plain = text.lower()
    for pattern, read in _FIGURES:
        if pattern.fullmatch(plain):
            yield from read(plain, setup, clock)
            return
    if match := _SIZE.fullmatch(plain):
        yield _one("canvas", Size(int(match[1]), int(match[2])))
    elif plain.split(" ")[0] in _RANGES:
        yield _range(plain, setup, clock)
    elif _DECIMAL_SHAPE.fullmatch(plain):
        yield from _shape(text, setup, size, pixel_aspect)
    elif _COLON.fullmatch(plain):
        ratio = read_shape(plain)
        if ratio in COMMON_PIXEL_ASPECTS:
            yield _one("pixel_aspect", parse_pixel_aspect(plain))
        if ratio != 1 or size is None:
            yield from _shape(text, setup, size, pixel_aspect)
    elif plain in _WORDS:
        key, value = _WORDS[plain]
        yield _one(key, value)
    elif plain in _SIGNALS:
        yield _one("signal", _SIGNALS[plain])
    elif plain.startswith("#") or plain in ("white", "black", "grey", "gray"):
        background = replace(setup.background, colour=DisplayColour.parse(plain))
        yield _one("background", background)
    elif {"center": "centre"}.get(plain, plain) in PLAIN:
        yield _guide(Guides.parse(plain), setup)
    else:
        named = next((name for name in spaces if name.lower() == plain), None)
        if named:
            yield _one("working_space", named)


def _one(key: str, value: Any) -> _Can:
    return _Can(key, SETTINGS[key].kind.show(value), {key: value})


def _rate(text: str, setup: Setup, _: Clock) -> Iterator[_Can]:
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
    yield _Can("rate", said, values)
    if plain_digits(text) and int(text) <= HIGHEST_HANDLE:
        yield _one("handles", Handles(int(text), int(text)))


def _handles(text: str, setup: Setup, clock: Clock) -> Iterator[_Can]:
    head, tail = text.split("+")
    if int(head) < LOWEST_COUNT:
        yield _one("handles", Handles(int(head), int(tail)))
    else:
        yield from _work(text, setup, clock)


def _work(text: str, setup: Setup, clock: Clock) -> Iterator[_Can]:
    yield _range(f"work {text}", setup, clock)


def _range(text: str, setup: Setup, clock: Clock) -> _Can:
    name, _, ends = text.partition(" ")
    key = _RANGES[name]
    if not ends:
        raise Refusal(f"“{name}” is followed by a range, as in {name} 1001-1108.")
    entry = Entry(clock, getattr(setup, key), ("first",))
    return _one(key, read_ends(ends, "", entry))


def _scale(text: str, _: Setup, __: Clock) -> Iterator[_Can]:
    yield _one("working_scale", WorkingScale.parse(text))


def _per_cent(text: str, _: Setup, __: Clock) -> Iterator[_Can]:
    for key, kind in (("overscan", Overscan), ("working_scale", WorkingScale)):
        with suppress(Refusal):
            yield _one(key, kind.parse(text))


def _pixels(text: str, _: Setup, __: Clock) -> Iterator[_Can]:
    yield _one("overscan", Overscan.parse(text))


_FIGURES: tuple[tuple[re.Pattern[str], Callable[[str, Setup, Clock], Iterator[_Can]]], ...] = (
    (_HANDLES, _handles),
    (_RANGE, _work),
    (re.compile(r"(?:24000|30000|48000|60000|120000)/1001"), _rate),
    (_FRACTION, _scale),
    (_PER_CENT, _per_cent),
    (_PIXELS, _pixels),
    (re.compile(r"\d+(?:p|i|psf|fps)?|\d{2,3}\.\d{1,4}(?:p|i|psf|fps)?|\d\.\d+(?:p|fps)"), _rate),
)


def _shape(text: str, setup: Setup, size: Size | None, pixel_aspect: Fraction) -> Iterator[_Can]:
    """Take a shape: of the size in the line, or setting a size, or as a mask."""
    shape = read_shape(text)
    if size is not None:
        raster = Raster(size.width, size.height, pixel_aspect)
        places = len(text.split(".")[1]) if "." in text and ":" not in text else 2
        if decimal(raster.display_aspect, places) == decimal(shape, places):
            yield _Can("canvas", f"the shape of {size}, as it is", {})
            return
        mask = Guides(setup.guides.plain, (Mask(text),))
        yield _guide(mask, setup)
        return
    made = sized(setup.canvas.width, shape, pixel_aspect, by_height=False)
    exact = f" ({made.said})" if made.said else ""
    yield _Can("canvas", f"{made.size}{exact}", {"canvas": made.size})


def _guide(guides: Guides, setup: Setup) -> _Can:
    return _Can("guides", f"with {guides}", {"guides": _both(setup.guides, guides)})


def _both(one: Any, other: Any) -> Any:
    """Return the guides of both."""
    plain = tuple(name for name in PLAIN if name in one.plain or name in other.plain)
    return Guides(plain, tuple(dict.fromkeys((*one.masks, *other.masks))))


def _meaning(can: _Can) -> WordMeaning:
    return WordMeaning(can.key, SETTINGS[can.key].label, can.said)


def _unknown(text: str) -> str:
    known = [*_WORDS, *PLAIN, *_SIGNALS, *_RANGES]
    close = get_close_matches(text.lower(), known, n=1)
    hint = f" Is it “{close[0]}”?" if close else ""
    return f"“{text}” is nothing that a setup has.{hint}"
