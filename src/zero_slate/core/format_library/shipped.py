"""The formats that ship: sizes, pixel aspects, rates and scans from open standards."""

from collections.abc import Iterator
from fractions import Fraction

from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.format_library.format import Family, Format
from zero_slate.core.time.rate import FrameRate

P, UPPER, LOWER = ScanMode.PROGRESSIVE, ScanMode.UPPER_FIRST, ScanMode.LOWER_FIRST


def _rate(text: str) -> FrameRate:
    return FrameRate.parse(text)


def _broadcast(
    family: Family, name: str, size: tuple[int, int], lines: str, rates: tuple[str, ...], why: str
) -> Iterator[Format]:
    for rate in rates:
        scan = UPPER if rate.endswith("i") else P
        yield Format(
            f"{name} {rate}",
            family,
            Size(*size),
            Fraction(1),
            _rate(rate),
            scan,
            Signal(f"{lines} / {rate}"),
            why,
        )


def _hd() -> Iterator[Format]:
    yield from _broadcast(
        Family.HD,
        "HD 1080",
        (1920, 1080),
        "1080",
        ("23.98p", "24p", "25p", "29.97p", "30p", "50p", "59.94p", "50i", "59.94i"),
        "Broadcast and streaming masters (SMPTE ST 274)",
    )
    yield from _broadcast(
        Family.HD,
        "HD 720",
        (1280, 720),
        "720",
        ("50p", "59.94p"),
        "Broadcast with quick movement (SMPTE ST 296)",
    )
    yield Format(
        "HD 1080 thin raster 25p",
        Family.HD,
        Size(1440, 1080),
        Fraction(4, 3),
        _rate("25"),
        P,
        Signal.HD_25,
        "Wide pixels on tape and in long-GOP files, shown 1920 × 1080",
    )


def _uhd() -> Iterator[Format]:
    yield from _broadcast(
        Family.UHD,
        "UHD 2160",
        (3840, 2160),
        "2160",
        ("23.98p", "24p", "25p", "29.97p", "50p", "59.94p"),
        "Ultra-high definition masters (SMPTE ST 2036-1, ITU-R BT.2020)",
    )
    for rate in ("25p", "50p", "59.94p"):
        yield Format(
            f"UHD 4320 {rate}",
            Family.UHD,
            Size(7680, 4320),
            Fraction(1),
            _rate(rate),
            P,
            None,
            "The larger ultra-high definition raster (SMPTE ST 2036-1)",
        )


def _cinema() -> Iterator[Format]:
    for name, width, height, why in (
        ("2K container", 2048, 1080, "The whole 2K container"),
        ("2K flat 1.85", 1998, 1080, "Wide-screen features, 1.85 in the 2K container"),
        ("2K scope 2.39", 2048, 858, "Scope features, 2.39 in the 2K container"),
        ("4K container", 4096, 2160, "The whole 4K container"),
        ("4K flat 1.85", 3996, 2160, "Wide-screen features, 1.85 in the 4K container"),
        ("4K scope 2.39", 4096, 1716, "Scope features, 2.39 in the 4K container"),
    ):
        signal = Signal.CINEMA_24 if width <= 2048 else None
        for rate in ("24", "48") if "2K" in name else ("24",):
            yield Format(
                f"D-cinema {name} {rate}p",
                Family.CINEMA,
                Size(width, height),
                Fraction(1),
                _rate(rate),
                P,
                signal if rate == "24" else None,
                f"{why} (SMPTE ST 428-1, ST 429-2)",
            )


def _sd() -> Iterator[Format]:
    for lines, family, pixels, wide, rate, scan, signal in (
        (486, Family.SD_525, (10, 11), (40, 33), "59.94i", LOWER, Signal.SD_525),
        (480, Family.SD_525, (10, 11), (40, 33), "59.94i", LOWER, Signal.SD_525),
        (576, Family.SD_625, (12, 11), (16, 11), "50i", UPPER, Signal.SD_625),
    ):
        for shape, pixel_aspect in (("4:3", pixels), ("16:9", wide)):
            yield Format(
                f"SD {lines} {shape} {rate}",
                family,
                Size(720, lines),
                Fraction(*pixel_aspect),
                _rate(rate),
                scan,
                signal,
                f"{family.split()[0]}-line pictures, {shape} (ITU-R BT.601)",
            )
    yield Format(
        "SD 576 16:9 25p",
        Family.SD_625,
        Size(720, 576),
        Fraction(16, 11),
        _rate("25"),
        P,
        Signal.SD_625,
        "625-line pictures, 16:9, one moment a frame",
    )


def _film() -> Iterator[Format]:
    for name, width, height, pixel_aspect, why in (
        ("2K full aperture", 2048, 1556, 1, "The whole 35 mm 4-perf negative"),
        ("2K academy", 1828, 1332, 1, "The sound aperture, 1.37"),
        ("2K anamorphic", 1828, 1556, 2, "Squeezed 2:1 on the negative, shown 2.35"),
        ("4K full aperture", 4096, 3112, 1, "The whole 35 mm 4-perf negative"),
        ("4K academy", 3656, 2664, 1, "The sound aperture, 1.37"),
        ("4K anamorphic", 3656, 3112, 2, "Squeezed 2:1 on the negative, shown 2.35"),
        ("2K 3-perf", 2048, 1152, 1, "35 mm 3-perf negative, 1.78"),
        ("2K 16 mm wide", 2048, 1240, 1, "Single-perf 16 mm negative, 1.65"),
    ):
        yield Format(
            f"Scan {name}",
            Family.FILM,
            Size(width, height),
            Fraction(pixel_aspect),
            _rate("24"),
            P,
            None,
            f"{why}; DPX by SMPTE ST 268-1",
        )


def _web() -> Iterator[Format]:
    for name, width, height, rate, why in (
        ("Upright phone 9:16", 1080, 1920, "30", "Full screen on a phone held upright"),
        ("Upright phone 9:16, 25p", 1080, 1920, "25", "Full screen on a phone held upright"),
        ("Upright small 9:16", 720, 1280, "30", "Upright at a lower rate of data"),
        ("Upright 4:5", 1080, 1350, "30", "A tall picture in a feed"),
        ("Upright 2:3", 1080, 1620, "30", "A tall picture in a feed or a poster"),
        ("Square 1:1", 1080, 1080, "30", "A square picture in a feed"),
        ("Wide web 16:9", 1920, 1080, "30", "Players on the web"),
        ("Wide web 16:9, 60p", 1920, 1080, "60", "Players on the web, quick movement"),
        ("Ultra-wide banner 3:1", 1920, 640, "30", "A banner at the head of a page"),
    ):
        yield Format(name, Family.WEB, Size(width, height), Fraction(1), _rate(rate), P, None, why)


def _small() -> Iterator[Format]:
    for width, height, why in (
        (960, 540, "Half of HD 1080: previews to look at together"),
        (640, 360, "A third of HD 1080: thumbnails that move"),
        (480, 270, "A quarter of HD 1080: contact sheets"),
        (320, 180, "A sixth of HD 1080: story reels over slow lines"),
        (512, 288, "A quarter of the 2K container's width, 16:9"),
        (270, 480, "A quarter of the upright phone"),
    ):
        yield Format(
            f"Preview {width} × {height}",
            Family.SMALL,
            Size(width, height),
            Fraction(1),
            None,
            P,
            None,
            why,
        )


SHIPPED: tuple[Format, ...] = (
    *_hd(),
    *_uhd(),
    *_cinema(),
    *_sd(),
    *_film(),
    *_web(),
    *_small(),
)
