"""A quick line read: its words one after the other, and the values that they come to."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from difflib import get_close_matches
from fractions import Fraction

from zero_slate.core.base.ratio import parse_pixel_aspect
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.guides import PLAIN
from zero_slate.core.canvas.raster import Size
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.settings.quick_line.word import (
    RANGES,
    SIGNALS,
    SIZE,
    WORDS,
    Meaning,
    Values,
    both,
    meanings,
)
from zero_slate.core.time.entry.clock import Clock

LONGEST_LINE = 400


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
    sizes = [SIZE.fullmatch(text) for text, _, _ in found]
    size = next((_size(match) for match in sizes if match), None)
    words: list[QuickWord] = []
    values: Values = {}
    set_by: dict[str, str] = {}
    for text, start, end in found:
        try:
            possible = list(meanings(text, setup, clock, size, pixel_aspect, spaces))
        except Refusal as refusal:
            words.append(QuickWord(text, start, end, None, (), str(refusal)))
            continue
        wish = (chosen or {}).get(text)
        if wish:
            possible = [meaning for meaning in possible if meaning.key == wish] or possible
        if len(possible) != 1:
            choices = tuple(_meaning(meaning) for meaning in possible)
            problem = None if possible else _unknown(text)
            words.append(QuickWord(text, start, end, None, choices, problem))
            continue
        meaning = possible[0]
        twice = next((key for key in meaning.values if key in set_by and key != "guides"), None)
        if twice:
            label = SETTINGS[twice].label
            said = f"{label} is set by “{set_by[twice]}” already: leave one of the two out."
            words.append(QuickWord(text, start, end, None, (), said))
            continue
        for key, value in meaning.values.items():
            set_by[key] = text
            values[key] = both(values[key], value) if key in values else value
        words.append(QuickWord(text, start, end, _meaning(meaning), (), None))
    return QuickReading(tuple(words), values)


def _parted(line: str) -> list[tuple[str, int, int]]:
    """Part a line into words; `cut`, `clip` and `work` go with the range behind them."""
    words: list[tuple[str, int, int]] = []
    before: tuple[str, int] | None = None
    for match in re.finditer(r"\S+", line):
        text = match[0]
        if text.lower() in RANGES and before is None:
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


def _meaning(meaning: Meaning) -> WordMeaning:
    return WordMeaning(meaning.key, SETTINGS[meaning.key].label, meaning.said)


def _unknown(text: str) -> str:
    known = [*WORDS, *PLAIN, *SIGNALS, *RANGES]
    close = get_close_matches(text.lower(), known, n=1)
    hint = f" Is it “{close[0]}”?" if close else ""
    return f"“{text}” is nothing that a setup has.{hint}"
