"""Room and speed: how many frames a volume holds, and whether it plays them in real time.

A frame's bytes are those of the shot's own files where there are any, or else what its pixels take
without compression (SMPTE ST 268-1, OpenEXR). MB is 10⁶ bytes.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.base.figures import counted, decimal, gigabytes, whole
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.sizes import BYTES_10_BIT_RGB
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.storage import Trial, uncompressed
from zero_slate.core.places.layout import FileKind
from zero_slate.core.settings.models.setup import Setup

# The share of a volume under which it is nearly full.
NEARLY_FULL = Fraction(1, 20)
MADE = (FileKind.ARTWORK, FileKind.RENDER, FileKind.COMP)
_ROLES = {
    FileKind.PLATE: (Role.PLATE, Role.BACKGROUND),
    FileKind.ARTWORK: (Role.ARTWORK,),
    FileKind.RENDER: (Role.RENDER, Role.DATA, Role.MATTE),
}


@dataclass(frozen=True, slots=True)
class FrameBytes:
    """What one frame of a kind of file takes."""

    kind: str
    """The kind of file, by its key."""
    label: str
    """What it is called."""
    bytes: int
    """Bytes a frame."""
    why: str
    """How that is known: `measured on …`, or what it is reckoned as."""


def frame_bytes(
    setup: Setup,
    elements: Iterable[Element],
    measured: Mapping[int, int],
    trial: Trial | None = None,
) -> tuple[FrameBytes, ...]:
    """Return what a frame of each kind takes.

    `measured` is bytes a file by element's number; `trial` what storing frames as the setup says
    came to, where it was tried.
    """
    try:
        drawn = setup.picture_sizes.drawn
    except Refusal:
        drawn = setup.canvas
    artwork, stored = setup.artwork_depth, setup.stored_as
    made = {FileKind.RENDER: drawn, FileKind.COMP: setup.canvas}
    reckoned = {
        FileKind.PLATE: (setup.canvas.pixels * BYTES_10_BIT_RGB, "10-bit RGB, uncompressed"),
        FileKind.ARTWORK: (
            round(drawn.pixels * 4 * artwork.bytes),
            f"{artwork} RGBA, uncompressed",
        ),
    } | {
        kind: (uncompressed(stored.storage, size), f"{stored}, before it is packed")
        if trial is None
        else (trial.bytes_at(size), f"{stored}, measured on {counted(trial.frames, 'frame')}")
        for kind, size in made.items()
    }
    every = tuple(elements)
    found = []
    for kind, (size, why) in reckoned.items():
        like = [
            each
            for role in _ROLES.get(kind, ())
            for each in every
            if each.role == role and measured.get(each.id)
        ]
        of = next(iter(like), None)
        # What is made is stored as the setup says, whatever it was stored as before.
        if of is not None and not (kind in made and trial is not None):
            size, why = measured[of.id], f"measured on {of.short_name(setup.code)}"
        found.append(FrameBytes(kind, kind.label, size, why))
    return tuple(found)


@dataclass(frozen=True, slots=True)
class Speed:
    """What a speed test measured, in bytes and frames a second."""

    frame_bytes: int
    """The bytes of the frames that were written and read."""
    frames: int
    """How many there were."""
    written: float
    """MB a second written."""
    read: float
    """MB a second read."""

    def frames_a_second(self, size: int) -> float:
        """Return how many frames of so many bytes are read a second."""
        return self.read * 10**6 / size if size else 0.0


def real_time(size: int, rate: Fraction) -> Fraction:
    """Return the MB a second that frames of so many bytes take at a rate."""
    return size * rate / 10**6


@dataclass(frozen=True, slots=True)
class VolumeFacts:
    """What is known of a volume; None where it can't be."""

    there: bool
    total: int | None
    free: int | None
    system: str
    tells_case: bool | None
    longest_name: int | None
    may_write: bool | None
    why_not: str


@dataclass(frozen=True, slots=True)
class VolumeFinding:
    """Something about a volume that stands in the way of the work."""

    code: str
    """What it is, as `volume.full`."""
    severity: str
    """`stop`, `warn` or `note`."""
    words: str
    """The same in a sentence."""


def volume_findings(
    facts: VolumeFacts,
    speed: Speed | None,
    sizes: Iterable[FrameBytes],
    rate: Fraction,
    planned: int,
    beside: tuple[str, ...] = (),
) -> tuple[VolumeFinding, ...]:
    """Return what stands in the way.

    `planned` are the bytes that all shots will make on its disk: with those of the volumes
    `beside` it, which lie on the same one.
    """
    if not facts.there:
        return (
            VolumeFinding("volume.away", "stop", f"It isn't there: {facts.why_not}."),
        )  # fmt: skip
    found = []
    if facts.may_write is False:
        found.append(
            VolumeFinding("volume.read-only", "stop", f"You can't write to it: {facts.why_not}.")
        )
    if facts.free is not None and planned > facts.free:
        short = gigabytes(planned - facts.free)
        also = f", with {' and '.join(beside)} on the same disk," if beside else ""
        words = (
            f"What is planned{also} takes {gigabytes(planned)} and {gigabytes(facts.free)} are "
            f"free: {short} short."
        )
        found.append(VolumeFinding("volume.too-small", "stop", words))
    elif facts.free is not None and facts.total and facts.free < facts.total * NEARLY_FULL:
        percent = decimal(Fraction(facts.free * 100, facts.total), 1)
        found.append(
            VolumeFinding("volume.nearly-full", "warn", f"Only {percent} % of it is free.")
        )
    if facts.tells_case is False:
        words = "It doesn't tell capitals apart: names that differ in them alone are one."
        found.append(VolumeFinding("volume.case", "note", words))
    if speed is not None:
        for each in sizes:
            needed = real_time(each.bytes, rate)
            if speed.read < needed:
                words = (
                    f"{each.label} play at {speed.frames_a_second(each.bytes):.1f} frames a second "
                    f"of {decimal(rate, 2, trim=True)}: they need {decimal(needed, 0)} MB/s, and "
                    f"it reads {speed.read:.0f}."
                )
                found.append(VolumeFinding("volume.slow", "warn", words))
    return tuple(found)


def frames_words(free: int, size: int, length: int) -> str:
    """Say how many frames fit, and how many times a work range so long."""
    frames = free // size if size else 0
    times = decimal(Fraction(frames, length), 1 if frames < 100 * length else 0) if length else "0"
    return f"{whole(frames)} frames, {times} × the work range of {counted(length, 'frame')}"
