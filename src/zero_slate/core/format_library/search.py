"""Finding formats by words or figures: `1.85`, `vertical`, `25i`, `1998x1080`."""

import re
from collections.abc import Iterable, Sequence
from fractions import Fraction
from functools import lru_cache

from zero_slate.core.base.figures import decimal, plain_digits
from zero_slate.core.base.ratio import write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.format_library.format import Family, Format
from zero_slate.core.time.rate import read_rate

# Other words for what a format is, by the word that its name, family or purpose has.
ALSO = {
    "upright": ("vertical", "portrait", "tall", "phone"),
    "square": ("1:1",),
    "wide": ("landscape", "widescreen"),
    "scope": ("cinemascope", "widescreen"),
    "625": ("pal",),
    "525": ("ntsc",),
    "uhd": ("4k",),
    "anamorphic": ("squeezed",),
    "preview": ("proxy", "thumbnail"),
    "d-cinema": ("cinema", "dci", "dcp"),
}
_WORD = re.compile(r"[a-z0-9][a-z0-9.:/×-]*")
_SIZE = re.compile(r"(\d{2,5})\s{0,3}[x×*]\s{0,3}(\d{2,5})")
_DECIMAL = re.compile(r"\d\.\d{1,4}")
_FIELDS = re.compile(r"(\d{2}(?:\.\d{1,3})?)i")


def search(formats: Iterable[Format], text: str) -> list[Format]:
    """Return the formats that every word of a text fits, in their order; all for no words.

    A decimal below 10 is a shape, `16:9` too; a figure with p or i a rate and scan, where 25i and
    50i both are 25 frames of two fields; `1998x1080` a size; any other word begins a word of the
    name, the family or the purpose, or stands for one.
    """
    # A size may be typed as it is printed, with space around its sign.
    words = _SIZE.sub(r"\1x\2", text.lower()).split()
    return [each for each in formats if all(_fits(each, word) for word in words)]


def by_family(formats: Sequence[Format]) -> dict[Family, list[Format]]:
    """Return formats by family, families in their order; those without any left out."""
    found = {family: [each for each in formats if each.family is family] for family in Family}
    return {family: some for family, some in found.items() if some}


def _fits(each: Format, word: str) -> bool:
    said = _said(each)
    if size := _SIZE.fullmatch(word):
        return said.sizes == {(int(size[1]), int(size[2]))}
    if _DECIMAL.fullmatch(word):
        places = len(word.split(".")[1])
        written = decimal(each.raster.display_aspect, places)
        return written == word or decimal(each.pixel_aspect, places) == word
    if ":" in word and (shape := _ratio(word)):
        return shape in (each.raster.display_aspect, each.pixel_aspect) or word in said.words
    if fields := _FIELDS.fullmatch(word):
        return _interlaced(each, fields[1])
    if word[-1:] == "p" and _is_rate(word):
        return each.rate == read_rate(word).rate and not (each.scan and each.scan.interlaced)
    if plain_digits(word) and int(word) in (each.canvas.width, each.canvas.height):
        return True
    if _is_rate(word) and each.rate == read_rate(word).rate:
        return True
    return any(known.startswith(word) for known in said.words)


def _interlaced(each: Format, figure: str) -> bool:
    if each.rate is None or each.scan is None or not each.scan.interlaced:
        return False
    rate = read_rate(figure).rate.fraction
    return each.rate.fraction in (rate, rate / 2)


def _is_rate(word: str) -> bool:
    try:
        read_rate(word)
    except Refusal:
        return False
    return True


def _ratio(word: str) -> Fraction | None:
    width, _, height = word.partition(":")
    try:
        return Fraction(width) / Fraction(height)
    except (ValueError, ZeroDivisionError):
        return None


class _Said:
    """What there is to find of one format."""

    def __init__(self, each: Format):
        text = f"{each.name} {each.family} {each.purpose} {write_ratio(each.pixel_aspect)}"
        words = set(_WORD.findall(text.lower()))
        for word, others in ALSO.items():
            if word in words:
                words.update(others)
        if each.scan and each.scan.interlaced:
            words.update(("interlaced", "fields"))
        shape = each.raster.display_aspect
        words.update(("upright", *ALSO["upright"][:3]) if shape < 1 else ())
        self.words = frozenset(words)
        self.sizes = {(each.canvas.width, each.canvas.height)}


@lru_cache(maxsize=8192)
def _said(each: Format) -> _Said:
    return _Said(each)
