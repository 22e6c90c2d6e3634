"""The kinds of targets, and what each can carry, by the standards that describe it."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.canvas.raster import Size
from zero_slate.core.targets.timing import Counts

_NTSC = Fraction(1000, 1001)
_CINEMA = tuple(Fraction(each) for each in (24, 25, 30, 48, 50, 60))
_BROADCAST = (
    24 * _NTSC, Fraction(24), Fraction(25), 30 * _NTSC, Fraction(30), Fraction(50),
    60 * _NTSC, Fraction(60),
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class TargetKind:
    """A kind of target.

    `sizes` are the only ones it takes, `largest` the longest side otherwise, `most` the most
    pixels; `rates` the only ones. `bits` are those of a sample; `alpha` its bits, 0 where it has
    none. `tags` tells whether it says which colours its codes are. `seconds` and `bytes` are the
    most it can be, None where the standard sets no limit.
    """

    name: str
    standard: str
    bits: int
    alpha: int = 0
    even: tuple[int, int] = (1, 1)
    sizes: tuple[Size, ...] = ()
    largest: int = 2**31 - 1
    most: int = 0
    counts: Counts = Counts.RATES
    rates: tuple[Fraction, ...] = ()
    fields: bool = False
    shaped: bool = False
    sound: bool = False
    tags: bool = True
    layers: bool = False
    eyes: bool = False
    interactive: bool = False
    moving: bool = True
    lossy: bool = False
    light: bool = False
    bytes: int | None = None


_ALL = (
    TargetKind(
        "still frames", "PNG, ISO/IEC 15948", 16, alpha=16, moving=False, shaped=True,
    ),
    TargetKind(
        "H.264 movie", "ITU-T H.264, level 5.2, 4:2:0", 8, even=(2, 2), largest=4096,
        most=9_437_184, fields=True, shaped=True, sound=True, lossy=True,
    ),
    TargetKind(
        "H.265 movie", "ITU-T H.265, Main 10", 10, even=(2, 2), largest=8192, most=35_651_584,
        shaped=True, sound=True, eyes=True, lossy=True,
    ),
    TargetKind(
        "AV1 movie", "AV1, Main profile, 4:2:0", 10, even=(2, 2), largest=16384, most=35_651_584,
        shaped=True, sound=True, lossy=True,
    ),
    TargetKind(
        "intermediate movie", "SMPTE RDD 36, 4:4:4:4", 12, alpha=16, largest=16384, fields=True,
        shaped=True, sound=True, lossy=True,
    ),
    TargetKind(
        "GIF", "GIF89a", 8, alpha=1, largest=65535, counts=Counts.HUNDREDTHS, tags=False,
        lossy=True,
    ),
    TargetKind(
        "APNG", "PNG, third edition (W3C)", 8, alpha=8, counts=Counts.RATIO,
    ),
    TargetKind(
        "WebP", "RFC 9649", 8, alpha=8, largest=16383, counts=Counts.MILLISECONDS, lossy=True,
        bytes=2**32 - 2,
    ),
    TargetKind(
        "vector page", "SVG 2 (W3C)", 8, alpha=8, layers=True, interactive=True, shaped=True,
        moving=False,
    ),
    TargetKind(
        "broadcast file", "MXF OP1a, SMPTE ST 378, with MPEG-2 4:2:2 (ST 381-1)", 8, even=(2, 2),
        sizes=(Size(1920, 1080), Size(1280, 720), Size(720, 576), Size(720, 480)),
        rates=_BROADCAST, fields=True, shaped=True, sound=True, lossy=True,
    ),
    TargetKind(
        "cinema frames", "SMPTE ST 428-1, X′Y′Z′", 12,
        sizes=(
            Size(2048, 1080), Size(1998, 1080), Size(2048, 858),
            Size(4096, 2160), Size(3996, 2160), Size(4096, 1716),
        ),
        rates=_CINEMA, sound=False, eyes=True, light=False,
    ),
    TargetKind(
        "web page", "HTML (WHATWG) with WebP pictures", 8, alpha=8, largest=16383,
        counts=Counts.MILLISECONDS, sound=True, layers=True, interactive=True, lossy=True,
    ),
)  # fmt: skip

KINDS: dict[str, TargetKind] = {kind.name: kind for kind in _ALL}
