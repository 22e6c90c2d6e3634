"""A size and the shape of its pixels."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.ratio import COMMON_PIXEL_ASPECTS, parse_pixel_aspect, write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.guides import read_shape
from zero_slate.core.canvas.raster import RasterRefusal, Size
from zero_slate.core.canvas.shape import sized
from zero_slate.core.settings.kinds.numbers import whole_number
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry


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
