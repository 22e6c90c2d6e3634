"""A format: a named set of canvas, pixel aspect, rate, scan and monitor signal."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction
from typing import Any, ClassVar

from pydantic import ConfigDict

from zero_slate.core.base.figures import aspect
from zero_slate.core.base.ratio import PixelAspect, write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Raster, Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.time.rate import FrameRate

LONGEST_NAME = 60
LONGEST_PURPOSE = 200


class Family(StrEnum):
    """What formats are grouped by."""

    HD = "HD"
    UHD = "UHD"
    CINEMA = "D-cinema"
    SD_525 = "525 line SD"
    SD_625 = "625 line SD"
    FILM = "Film scan"
    WEB = "Web and phone"
    SMALL = "Small preview"
    OWN = "Own"


@dataclass(frozen=True, slots=True)
class Format:
    """A named set of canvas and time settings; None where it says nothing of one."""

    name: str
    family: Family
    canvas: Size
    pixel_aspect: PixelAspect = Fraction(1)
    rate: FrameRate | None = None
    scan: ScanMode | None = None
    signal: Signal | None = None
    purpose: str = ""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="forbid")

    def __post_init__(self) -> None:
        if self.name != self.name.strip() or not 0 < len(self.name) <= LONGEST_NAME:
            raise Refusal(
                f"A format's name takes 1 to {LONGEST_NAME} characters, without spaces around it; "
                f"“{self.name}” has {len(self.name)}.",
                nearest=self.name.strip()[:LONGEST_NAME].strip() or "Format",
                part="name",
            )
        if len(self.purpose) > LONGEST_PURPOSE:
            raise Refusal(
                f"What a format is for takes at most {LONGEST_PURPOSE} characters; this has "
                f"{len(self.purpose)}.",
                nearest=self.purpose[:LONGEST_PURPOSE],
                part="purpose",
            )

    @property
    def raster(self) -> Raster:
        """Its canvas with its pixel aspect."""
        return Raster(self.canvas.width, self.canvas.height, self.pixel_aspect)

    @property
    def own(self) -> bool:
        """Whether a person made it."""
        return self.family is Family.OWN

    @property
    def values(self) -> dict[str, Any]:
        """The settings it says, by their field names; what it says nothing of is left out."""
        said = {
            "canvas": self.canvas,
            "pixel_aspect": self.pixel_aspect,
            "scan": self.scan,
            "signal": self.signal,
            "rate": self.rate,
        }
        return {key: value for key, value in said.items() if value is not None}

    @property
    def shown(self) -> str:
        """The size as it is stored, its pixels where they aren't square, and its shape.

        `1920 × 1080, 1.78`; `720 × 576 at 16:11, 1.82`.
        """
        pixels = "" if self.pixel_aspect == 1 else f" at {write_ratio(self.pixel_aspect)}"
        return f"{self.canvas}{pixels}, {aspect(self.raster.display_aspect)}"

    @property
    def line(self) -> str:
        """Size, pixel aspect, rate and scan in one line."""
        parts = [str(self.canvas)]
        if self.pixel_aspect != 1:
            parts.append(write_ratio(self.pixel_aspect))
        parts += [str(each) for each in (self.rate, self.scan) if each is not None]
        return " · ".join(parts)
