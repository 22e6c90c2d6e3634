"""What frames can be stored as, and what each way holds, by the standards that describe it.

Names are the trade's and the standards': OpenEXR, DPX (SMPTE ST 268-1), TIFF 6.0, PNG (ISO/IEC
15948), JPEG (ITU-T T.81), H.264, H.265, AV1, FFV1 (RFC 9043), RDD 36, VC-3 (ST 2019-1),
JPEG 2000 (ISO/IEC 15444-1), MPEG-2 (ITU-T H.262).
"""

from collections.abc import Iterator
from dataclasses import dataclass
from difflib import get_close_matches
from enum import StrEnum
from fractions import Fraction
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted
from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.depth import Holds, SampleDepth, VideoDepth, holds, video_holds

# ITU-T H.262 table 6-4.
_MPEG2_RATES = tuple(
    Fraction(top, 1001 if odd else 1)
    for top, odd in ((24000, True), (24, False), (25, False), (30000, True), (30, False),
                     (50, False), (60000, True), (60, False))
)  # fmt: skip


class Chroma(StrEnum):
    """How finely colour is sampled."""

    RGB = "RGB"
    FULL = "4:4:4"
    HALF = "4:2:2"
    QUARTER = "4:2:0"

    @property
    def even(self) -> tuple[int, int]:
        """What width and height are multiples of."""
        return {"4:2:2": (2, 1), "4:2:0": (2, 2)}.get(self.value, (1, 1))


@dataclass(frozen=True, slots=True)
class Storage:
    """A way to store frames.

    `writer` is OpenImageIO's name of the format, or FFmpeg's of the encoder. A movie's `pixels` are
    FFmpeg's name of the samples, `options` the encoder's. `smallest` and `largest` are sides in
    pixels, `most` is pixels in all; None where the standard sets no limit that matters.
    """

    name: str
    ending: str
    writer: str
    samples: SampleDepth
    chroma: Chroma = Chroma.RGB
    alpha: bool = False
    layers: bool = False
    lossy: bool = False
    compression: str = ""
    movie: bool = False
    pixels: str = ""
    options: tuple[tuple[str, str], ...] = ()
    fields: bool = False
    timecode: bool = False
    beyond: bool = False
    rates: tuple[Fraction, ...] | None = None
    smallest: int = 1
    largest: int | None = None
    most: int | None = None

    @property
    def holds(self) -> Holds:
        """What its samples hold: light itself, display codes, or video's narrow range."""
        if self.chroma is Chroma.RGB:
            return holds(self.samples)
        bits = min(12, self.bits)
        return video_holds(VideoDepth(f"{bits}-bit"))

    @property
    def bits(self) -> int:
        """The bits of a sample."""
        return {SampleDepth.HALF: 16, SampleDepth.FLOAT: 32}.get(
            self.samples
        ) or self.samples.levels.bit_length() - 1

    @property
    def light(self) -> bool:
        """Whether it is as light to play as a light copy would be."""
        return self.lossy and self.bits == 8


def _pictures() -> Iterator[Storage]:
    """Yield the ways to store a picture a file."""
    # OpenEXR: B44 packs half samples alone; PXR24 rounds floats to 24 bits and halves not at all.
    for samples, also in ((SampleDepth.HALF, ("B44", "B44A")), (SampleDepth.FLOAT, ())):
        for packed in ("none", "RLE", "ZIPS", "ZIP", "PIZ", "PXR24", *also, "DWAA", "DWAB"):
            lossy = packed in ("B44", "B44A", "DWAA", "DWAB") or (
                packed == "PXR24" and samples is SampleDepth.FLOAT
            )
            yield Storage(
                f"OpenEXR {samples} {packed}", "exr", "openexr", samples, alpha=True, layers=True,
                lossy=lossy, compression=packed.lower(), timecode=True, beyond=True,
            )  # fmt: skip
    for samples in (SampleDepth.INT10, SampleDepth.INT16):
        yield Storage(
            f"DPX {samples}", "dpx", "dpx", samples, alpha=samples is SampleDepth.INT16,
            fields=True, timecode=True,
        )  # fmt: skip
    for samples, packed in (
        (SampleDepth.INT8, "ZIP"), (SampleDepth.INT16, "none"), (SampleDepth.INT16, "LZW"),
        (SampleDepth.INT16, "ZIP"), (SampleDepth.FLOAT, "ZIP"),
    ):  # fmt: skip
        yield Storage(
            f"TIFF {samples} {packed}", "tif", "tiff", samples, alpha=True,
            compression=packed.lower(),
        )  # fmt: skip
    for samples in (SampleDepth.INT8, SampleDepth.INT16):
        yield Storage(f"PNG {samples}", "png", "png", samples, alpha=True)
    for chroma in (Chroma.FULL, Chroma.QUARTER):
        yield Storage(
            f"JPEG {chroma}", "jpg", "jpeg", SampleDepth.INT8, chroma, lossy=True,
            compression="jpeg:95", largest=65_535,
        )  # fmt: skip


def _movie(
    name: str, writer: str, samples: SampleDepth, chroma: Chroma, pixels: str, **more: object
) -> Storage:
    return Storage(
        f"{name} {chroma} {samples}", writer=writer, samples=samples, chroma=chroma, movie=True,
        pixels=pixels,
        **{"ending": "mov", "lossy": True, "timecode": True, "fields": True, **more},  # type: ignore[arg-type]
    )  # fmt: skip


def _movies() -> Iterator[Storage]:
    """Yield the ways to store all frames as one movie."""
    eight, ten, twelve, sixteen = (
        SampleDepth.INT8, SampleDepth.INT10, SampleDepth.INT12, SampleDepth.INT16,
    )  # fmt: skip
    full, half, quarter = Chroma.FULL, Chroma.HALF, Chroma.QUARTER
    # Level 6.2 of each: most samples of a picture, and sides of at most √(8 × that).
    h264 = {"most": 139_264 * 256, "largest": 16_880, "options": (("crf", "16"),)}
    h265 = {
        "most": 35_651_584, "largest": 16_888, "options": (("crf", "16"), ("x265-params",
        "log-level=none")),
    }  # fmt: skip
    yield _movie("H.264", "libx264", eight, quarter, "yuv420p", **h264)
    yield _movie("H.264", "libx264", ten, quarter, "yuv420p10le", **h264)
    yield _movie("H.264", "libx264", ten, half, "yuv422p10le", **h264)
    yield _movie("H.264", "libx264", ten, full, "yuv444p10le", **h264)
    yield _movie("H.265", "libx265", ten, quarter, "yuv420p10le", fields=False, **h265)
    yield _movie("H.265", "libx265", ten, half, "yuv422p10le", fields=False, **h265)
    yield _movie("H.265", "libx265", twelve, full, "yuv444p12le", fields=False, **h265)
    # AV1, level 6.3: pictures of 16,384 by 8,704 at most, always progressive.
    yield _movie("AV1", "libsvtav1", ten, quarter, "yuv420p10le", fields=False, ending="mp4",
                 most=35_651_584, largest=16_384, smallest=64, timecode=False,
                 options=(("crf", "20"), ("preset", "8")))  # fmt: skip
    yield _movie("RDD 36", "prores_ks", ten, half, "yuv422p10le", options=(("profile", "3"),))
    yield _movie("RDD 36 alpha", "prores_ks", ten, full, "yuva444p10le", alpha=True,
                 options=(("profile", "4"),))  # fmt: skip
    vc3 = {"smallest": 256, "fields": False}
    yield _movie("VC-3", "dnxhd", eight, half, "yuv422p", options=(("profile", "dnxhr_hq"),), **vc3)
    yield _movie(
        "VC-3", "dnxhd", ten, half, "yuv422p10le", options=(("profile", "dnxhr_hqx"),), **vc3
    )
    yield _movie(
        "VC-3", "dnxhd", ten, full, "yuv444p10le", options=(("profile", "dnxhr_444"),), **vc3
    )
    yield _movie("JPEG 2000", "jpeg2000", twelve, half, "yuv422p12le", fields=False)
    yield _movie("Motion JPEG", "mjpeg", eight, half, "yuvj422p", fields=False, largest=65_535,
                 options=(("q", "2"),))  # fmt: skip
    yield _movie("MPEG-2", "mpeg2video", eight, half, "yuv422p", rates=_MPEG2_RATES, largest=1920,
                 options=(("b", "50000000"), ("g", "1")))  # fmt: skip
    yield _movie("FFV1", "ffv1", ten, half, "yuv422p10le", lossy=False, ending="mkv",
                 timecode=False)  # fmt: skip
    yield _movie("FFV1 alpha", "ffv1", sixteen, full, "yuva444p16le", lossy=False, alpha=True,
                 ending="mkv", timecode=False)  # fmt: skip
    yield _movie("Uncompressed", "v210", ten, half, "yuv422p10le", lossy=False)


STORAGES: dict[str, Storage] = {each.name: each for each in (*_pictures(), *_movies())}
_BY_WORDS = {name.casefold(): name for name in STORAGES}


@dataclass(frozen=True, slots=True)
class StoredAs(TextValue):
    """What finished frames are stored as, by its name."""

    name: str = "OpenEXR half ZIP"

    about: ClassVar[str] = "A way to store frames, by its name."
    examples: ClassVar[tuple[str, ...]] = ("OpenEXR half ZIP", "DPX 10-bit", "RDD 36 4:2:2 10-bit")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read the name of a way to store frames, whatever its capitals. Raises Refusal."""
        said = " ".join(one_line(text, "Stored as").casefold().split())
        said = said.removeprefix("open") if said.startswith("openexr") else said
        known = {each.removeprefix("open"): name for each, name in _BY_WORDS.items()}
        if said in known:
            return cls(known[said])
        near = [each for each in known if each.startswith(said)] or get_close_matches(
            said, known, 1, 0.3
        )
        raise Refusal(
            f"Frames can't be stored as {quoted(text)}: there are {len(STORAGES)} ways, from "
            f"{next(iter(STORAGES))} to {list(STORAGES)[-1]}.",
            nearest=known[near[0]] if near else cls.examples[0],
        )

    @property
    def storage(self) -> Storage:
        """What there is to know of it."""
        return STORAGES[self.name]

    def __str__(self) -> str:
        return self.name


@dataclass(frozen=True, slots=True)
class Trial:
    """What storing some frames came to: bytes and seconds are those of one frame."""

    frames: int
    width: int
    height: int
    bytes: int
    writing: float
    """Seconds that writing a frame took."""
    opening: float
    """Seconds that opening a frame again took."""
    off: float
    """How far display codes are off on average, of 255; alpha apart."""
    greatest: float
    """The greatest value that the frames held."""

    def bytes_at(self, size: Size) -> int:
        """Return what a frame of another size would take: as many times as it has the pixels."""
        return round(Fraction(self.bytes * size.pixels, self.width * self.height))


def uncompressed(storage: Storage, size: Size) -> int:
    """Return the bytes of a frame as a way to store it holds it before it is packed."""
    channels = {Chroma.HALF: Fraction(2), Chroma.QUARTER: Fraction(3, 2)}.get(storage.chroma)
    every = (Fraction(3) if channels is None else channels) + storage.alpha
    return round(size.pixels * every * Fraction(storage.samples.bytes))
