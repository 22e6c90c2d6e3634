"""Signals to a monitor, by the standards that define them."""

from dataclasses import dataclass
from enum import StrEnum
from fractions import Fraction

from zero_slate.core.canvas.raster import Raster
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.time.rate import FrameRate


class Signal(StrEnum):
    """A signal by its lines, and its rate: fields a second with i, frames with p and psf."""

    NONE = "none"
    SD_525 = "525 / 59.94i"
    SD_625 = "625 / 50i"
    HD_720_50 = "720 / 50p"
    HD_720_59 = "720 / 59.94p"
    HD_720_60 = "720 / 60p"
    HD_23 = "1080 / 23.98p"
    HD_24 = "1080 / 24p"
    HD_25 = "1080 / 25p"
    HD_29 = "1080 / 29.97p"
    HD_30 = "1080 / 30p"
    HD_50 = "1080 / 50p"
    HD_59 = "1080 / 59.94p"
    HD_60 = "1080 / 60p"
    HD_50I = "1080 / 50i"
    HD_59I = "1080 / 59.94i"
    HD_23S = "1080 / 23.98psf"
    HD_24S = "1080 / 24psf"
    HD_25S = "1080 / 25psf"
    CINEMA_23 = "2048 / 23.98p"
    CINEMA_24 = "2048 / 24p"
    CINEMA_25 = "2048 / 25p"
    UHD_23 = "2160 / 23.98p"
    UHD_24 = "2160 / 24p"
    UHD_25 = "2160 / 25p"
    UHD_29 = "2160 / 29.97p"
    UHD_30 = "2160 / 30p"
    UHD_50 = "2160 / 50p"
    UHD_59 = "2160 / 59.94p"
    UHD_60 = "2160 / 60p"


@dataclass(frozen=True, slots=True)
class SignalFacts:
    """The picture of a signal: its raster, frames a second, scan, and the standard."""

    raster: Raster
    rate: FrameRate
    scan: ScanMode
    standard: str


_PICTURES = {
    "525": (Raster(720, 486, Fraction(10, 11)), "ITU-R BT.601, SMPTE ST 259"),
    "625": (Raster(720, 576, Fraction(12, 11)), "ITU-R BT.601, SMPTE ST 259"),
    "720": (Raster(1280, 720), "SMPTE ST 296"),
    "1080": (Raster(1920, 1080), "SMPTE ST 274"),
    "2048": (Raster(2048, 1080), "SMPTE ST 2048-2"),
    "2160": (Raster(3840, 2160), "SMPTE ST 2036-1"),
}


def facts_of(signal: Signal) -> SignalFacts | None:
    """Return what a signal carries; None where there is none."""
    if signal is Signal.NONE:
        return None
    lines, written = signal.split(" / ")
    raster, standard = _PICTURES[lines]
    scan = ScanMode.PROGRESSIVE
    if written.endswith("i"):
        # 525-line pictures begin with the lower line (SMPTE ST 170), all others with the upper.
        scan = ScanMode.LOWER_FIRST if signal is Signal.SD_525 else ScanMode.UPPER_FIRST
    return SignalFacts(raster, FrameRate.parse(written), scan, standard)
