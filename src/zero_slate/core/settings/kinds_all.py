"""The kinds of setting: how each is typed and read."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.base.figures import plain_digits
from zero_slate.core.base.ratio import COMMON_PIXEL_ASPECTS, parse_pixel_aspect, write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.base.serialization import WrittenShort
from zero_slate.core.canvas.guides import read_shape
from zero_slate.core.canvas.raster import RasterRefusal, Size
from zero_slate.core.canvas.shape import sized
from zero_slate.core.colour.background import Background, DisplayColour
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry
from zero_slate.core.time.entry.lengths import read_length
from zero_slate.core.time.entry.moments import read_number, write_moment
from zero_slate.core.time.entry.ranges import read_ends
from zero_slate.core.time.frames import FURTHEST, CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate, read_rate


def whole_number(text: str, part: Part) -> int:
    """Read a whole number, signed or not, or refuse it by the name of its field."""
    plain = text.strip().replace("−", "-").replace(",", "")
    digits = plain.removeprefix("-").removeprefix("+")
    if plain_digits(digits) and len(digits) <= 12:
        return int(plain)
    said = f"“{text.strip()}” is not a whole number" if text.strip() else "Nothing is written"
    raise Refusal(f"{said}. {part.label} takes a whole number.", part=part.key)


@dataclass(frozen=True, slots=True)
class SizeKind:
    """Width and height in pixels, or one of them and the shape as seen."""

    parts = (
        Part("width", "Width", 5),
        Part("height", "Height", 5, before="×"),
        Part("shape", "Shape", 5, before="as", loose=True, hint="shape"),
    )

    def read(self, texts: Texts, entry: Entry) -> Size:
        """Return the size; see Size for its limits and `sized` for what a shape sets."""
        shape = texts.get("shape", "").strip()
        if shape and "shape" in entry.typed:
            try:
                wanted = read_shape(shape)
            except Refusal as refusal:
                # Which shape works depends on the sides; without one the sides stand.
                refusal.nearest_parts = {"shape": ""}
                raise refusal.in_part("shape") from None
            by_height = "height" in entry.typed and "width" not in entry.typed
            part = self.parts[1 if by_height else 0]
            side = whole_number(texts[part.key], part)
            try:
                found = sized(side, wanted, entry.pixel_aspect, by_height=by_height)
            except RasterRefusal as refusal:
                fits = refusal.nearest_parts or {part.key: refusal.nearest or "1"}
                refusal.nearest_parts = {**fits, "shape": ""}
                raise
            typed_both = "height" in entry.typed and "width" in entry.typed
            if typed_both and texts["height"].strip() != str(found.size.height):
                raise Refusal(
                    f"{texts['width'].strip()} × {texts['height'].strip()} isn't of the shape "
                    f"{shape}: {found.size} is. Leave one of the three empty.",
                    part="shape",
                    nearest_parts={**self.texts(found.size), "shape": ""},
                )
            if found.said:
                entry.say(found.said)
            return found.size
        width, height = (whole_number(texts[part.key], part) for part in self.parts[:2])
        return Size(width, height)

    def texts(self, value: Size) -> dict[str, str]:
        """Return both sides as figures."""
        return {"width": str(value.width), "height": str(value.height)}

    def show(self, value: Size) -> str:
        """Write as `1920 × 1080`."""
        return str(value)


@dataclass(frozen=True, slots=True)
class PixelAspectKind:
    """A pixel aspect, as a ratio."""

    parts = (
        Part("ratio", "Pixel aspect", 6, offers=tuple(map(write_ratio, COMMON_PIXEL_ASPECTS))),
    )

    def read(self, texts: Texts, entry: Entry) -> Fraction:
        """Return the ratio."""
        try:
            return parse_pixel_aspect(texts["ratio"])
        except Refusal as refusal:
            raise refusal.in_part("ratio") from None

    def texts(self, value: Fraction) -> dict[str, str]:
        """Return the ratio with a colon."""
        return {"ratio": write_ratio(value)}

    def show(self, value: Fraction) -> str:
        """Write as `16 : 11`."""
        return write_ratio(value).replace(":", " : ")


@dataclass(frozen=True, slots=True)
class RateKind:
    """A frame rate."""

    parts = (Part("rate", "Rate", 10),)

    def read(self, texts: Texts, entry: Entry) -> FrameRate:
        """Return the rate; what is written as fields a second is said to be."""
        try:
            reading = read_rate(texts["rate"])
            if reading.interlaced:
                entry.say("two fields a frame")
            return reading.rate
        except Refusal as refusal:
            raise refusal.in_part("rate") from None

    def texts(self, value: FrameRate) -> dict[str, str]:
        """Return the exact ratio."""
        return {"rate": str(value)}

    def show(self, value: FrameRate) -> str:
        """Write the exact ratio."""
        return str(value)


@dataclass(frozen=True, slots=True)
class ChoiceKind:
    """One of a few named values."""

    label: str
    names: type[StrEnum]
    width: int = 12

    @property
    def parts(self) -> tuple[Part, ...]:
        """One field with its choices."""
        return (Part("choice", self.label, self.width, tuple(self.names)),)

    def read(self, texts: Texts, entry: Entry) -> StrEnum:
        """Return the choice that is named."""
        return read_choice(texts["choice"], self.names, self.parts[0])

    def texts(self, value: StrEnum) -> dict[str, str]:
        """Return the choice's name."""
        return {"choice": str(value)}

    def show(self, value: StrEnum) -> str:
        """Write the choice's name."""
        return str(value)


def read_choice(text: str, names: type[StrEnum], part: Part) -> StrEnum:
    """Return the member of `names` that the text names, or refuse it with the ones there are."""
    for name in names:
        if name == text.strip():
            return name
    known = ", ".join(names)
    raise Refusal(
        f"“{text.strip()}” is not a {part.label.lower()}. It takes {known}.",
        nearest=str(next(iter(names))),
        part=part.key,
    )


@dataclass(frozen=True, slots=True)
class RangeKind:
    """First and last frame."""

    parts = (Part("first", "First frame", 5), Part("last", "Last frame", 5, before="–"))

    def read(self, texts: Texts, entry: Entry) -> FrameRange:
        """Return the range, typed in the grammar of `core.time.entry`."""
        try:
            return read_ends(texts["first"], texts["last"], entry)
        except Refusal as refusal:
            typed = entry.typed or ("first",)
            raise refusal if refusal.part else refusal.in_part(typed[-1]) from None

    def texts(self, value: FrameRange) -> dict[str, str]:
        """Return both ends as figures."""
        return {"first": write_moment(value.first), "last": write_moment(value.last)}

    def show(self, value: FrameRange) -> str:
        """Write as `1001–1108`."""
        return str(value)


@dataclass(frozen=True, slots=True)
class HandlesKind:
    """Frames before and after."""

    parts = (Part("head", "Head handle", 3), Part("tail", "Tail handle", 3, before="+"))

    def read(self, texts: Texts, entry: Entry) -> Handles:
        """Return the handles."""
        stands = self.texts(entry.stands) if isinstance(entry.stands, Handles) else {}
        lengths = {}
        for part in self.parts:
            known = int(stands.get(part.key, 0))
            try:
                lengths[part.key] = read_length(texts[part.key], entry.at(known))
            except Refusal as refusal:
                raise refusal.in_part(part.key) from None
        return Handles(lengths["head"], lengths["tail"])

    def texts(self, value: Handles) -> dict[str, str]:
        """Return both as figures."""
        return {"head": str(value.head), "tail": str(value.tail)}

    def show(self, value: Handles) -> str:
        """Write as `8 + 8`."""
        return str(value)


@dataclass(frozen=True, slots=True)
class LengthKind:
    """A number of frames, at least 1."""

    parts = (Part("length", "Usual length", 6),)

    def read(self, texts: Texts, entry: Entry) -> int:
        """Return the length."""
        try:
            frames = read_length(texts["length"], entry)
        except Refusal as refusal:
            raise refusal.in_part("length") from None
        if not 1 <= frames <= FURTHEST:
            raise Refusal(
                f"A usual length of {frames} frames can't be: it takes 1 to {FURTHEST:,}.",
                nearest="1" if frames < 1 else str(FURTHEST),
                part="length",
            )
        return frames

    def texts(self, value: int) -> dict[str, str]:
        """Return the frames."""
        return {"length": str(value)}

    def show(self, value: int) -> str:
        """Write the frames."""
        return f"{value} frames"


@dataclass(frozen=True, slots=True)
class CountKind:
    """A number, and the moment it stands at."""

    parts = (
        Part("number", "Count starts at", 5),
        Part("at", "Moment of the count", 8, tuple(CountAt), before="at"),
    )

    def read(self, texts: Texts, entry: Entry) -> FrameCount:
        """Return the count; its number may be a timecode, as frames since midnight."""
        try:
            moment = CountAt(read_choice(texts["at"], CountAt, self.parts[1]))
        except Refusal as refusal:
            if isinstance(entry.stands, FrameCount):
                refusal.nearest = str(entry.stands.at)
            raise
        if moment.from_source:
            return FrameCount(0, moment)
        if not texts["number"].strip():
            raise Refusal(
                f"Nothing is written. A count at the {moment} takes the number of its first frame.",
                nearest="1001",
                part="number",
            )
        stands = entry.stands.number if isinstance(entry.stands, FrameCount) else None
        try:
            return FrameCount(read_number(texts["number"], entry.at(stands)), moment)
        except Refusal as refusal:
            raise refusal.in_part("number") from None

    def texts(self, value: FrameCount) -> dict[str, str]:
        """Return the number and the moment."""
        number = "" if value.at.from_source else write_moment(value.number)
        return {"number": number, "at": str(value.at)}

    def show(self, value: FrameCount) -> str:
        """Write as `1001 at clip`, or by the source that it comes from."""
        return str(value)


@dataclass(frozen=True, slots=True)
class LabelKind:
    """A timecode label, or none."""

    parts = (Part("label", "Start timecode", 11),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the label as the standard writes it, or nothing."""
        text = texts["label"].strip()
        if not text:
            return ""
        try:
            return str(entry.clock.read_label(text))
        except Refusal as refusal:
            raise refusal.in_part("label") from None

    def texts(self, value: str) -> dict[str, str]:
        """Return the label."""
        return {"label": value}

    def show(self, value: str) -> str:
        """Write the label."""
        return value or "none"


@dataclass(frozen=True, slots=True)
class SpaceKind:
    """A colour space of the colour config, by name."""

    parts = (Part("name", "Working space", 22, names="spaces"),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the name as written; whether the config has it is a check's matter."""
        return read_name(texts["name"], self.parts[0])

    def texts(self, value: str) -> dict[str, str]:
        """Return the name."""
        return {"name": value}

    def show(self, value: str) -> str:
        """Write the name."""
        return value


@dataclass(frozen=True, slots=True)
class ViewingKind:
    """A display and one of its views, by name."""

    parts = (
        Part("display", "Display", 22, names="displays"),
        Part("view", "View", 22, names="views"),
    )

    def read(self, texts: Texts, entry: Entry) -> Viewing:
        """Return both names as written; whether the config has them is a check's matter."""
        display, view = (read_name(texts[part.key], part) for part in self.parts)
        return Viewing(display, view)

    def texts(self, value: Viewing) -> dict[str, str]:
        """Return both names."""
        return {"display": value.display, "view": value.view}

    def show(self, value: Viewing) -> str:
        """Write display, then view."""
        return f"{value.display} · {value.view}"


@dataclass(frozen=True, slots=True)
class CodeKind:
    """A code that is safe in file names."""

    parts = (Part("code", "Code", 18),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the code; letters, digits, `_`, `-` and `.` are safe everywhere."""
        return require_code(texts["code"].strip())

    def texts(self, value: str) -> dict[str, str]:
        """Return the code."""
        return {"code": value}

    def show(self, value: str) -> str:
        """Write the code."""
        return value


@dataclass(frozen=True, slots=True)
class TextKind:
    """A line of free text."""

    label: str

    @property
    def parts(self) -> tuple[Part, ...]:
        """One long field."""
        return (Part("text", self.label, 30),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the text without white space around it."""
        text = texts["text"].strip()
        if len(text) > LONGEST_TEXT:
            raise Refusal(
                f"{self.label} has {len(text)} characters and takes at most {LONGEST_TEXT}.",
                nearest=text[:LONGEST_TEXT],
                part="text",
            )
        return text

    def texts(self, value: str) -> dict[str, str]:
        """Return the text."""
        return {"text": value}

    def show(self, value: str) -> str:
        """Write the text."""
        return value


@dataclass(frozen=True, slots=True)
class ShortKind:
    """A value that is written as one short text of its own grammar."""

    label: str
    value: type[WrittenShort]
    width: int

    @property
    def parts(self) -> tuple[Part, ...]:
        """One field."""
        return (Part("text", self.label, self.width),)

    def read(self, texts: Texts, entry: Entry) -> WrittenShort:
        """Return the value that the text stands for."""
        try:
            return self.value.parse(texts["text"])
        except Refusal as refusal:
            raise refusal.in_part("text") from None

    def texts(self, value: WrittenShort) -> dict[str, str]:
        """Return the text."""
        return {"text": str(value)}

    def show(self, value: WrittenShort) -> str:
        """Write the text."""
        return str(value)


@dataclass(frozen=True, slots=True)
class BackgroundKind:
    """Background colour, line colour, and whether alpha is kept."""

    parts = (
        Part("colour", "Background colour", 8),
        Part("line", "Line colour", 8, before="line"),
        Part("alpha", "Alpha", 7, ("alpha", "opaque")),
    )

    def read(self, texts: Texts, entry: Entry) -> Background:
        """Return the background."""
        colours = {}
        for part in self.parts[:2]:
            try:
                colours[part.key] = DisplayColour.parse(texts[part.key])
            except Refusal as refusal:
                raise refusal.in_part(part.key) from None
        kept = texts["alpha"].strip()
        if kept not in self.parts[2].choices:
            raise Refusal(f"“{kept}” is neither alpha nor opaque.", nearest="alpha", part="alpha")
        return Background(colours["colour"], colours["line"], kept == "alpha")

    def texts(self, value: Background) -> dict[str, str]:
        """Return both colours in hex digits, and alpha or opaque."""
        colour, line, alpha = str(value).split()
        return {"colour": colour, "line": line, "alpha": alpha}

    def show(self, value: Background) -> str:
        """Write as `#ffffff, line #000000, alpha`."""
        colour, line, alpha = str(value).split()
        return f"{colour}, line {line}, {alpha}"


LONGEST_TEXT = 120


def read_name(text: str, part: Part) -> str:
    """Return a colour config's name as written, or refuse an empty or endless one."""
    name = text.strip()
    if not 0 < len(name) <= LONGEST_TEXT:
        raise Refusal(
            f"{part.label} takes a name of 1 to {LONGEST_TEXT} characters; this has {len(name)}.",
            part=part.key,
        )
    return name
