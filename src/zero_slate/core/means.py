"""What a setting means where it follows the edit: one plain sentence with its figures."""

from __future__ import annotations

from fractions import Fraction
from typing import TYPE_CHECKING

from zero_slate.core.figures import aspect, counted, decimal, megabytes, seconds
from zero_slate.core.film import FeetFrames, drawings
from zero_slate.core.finding import Sentence
from zero_slate.core.frames import CountAt
from zero_slate.core.scan import Scan

if TYPE_CHECKING:
    from zero_slate.core.situation import Situation

# 10-bit RGB packed in 32 bits a pixel (SMPTE ST 268-1).
BYTES_10_BIT_RGB = 4
# Half-float RGBA: four channels of two bytes.
BYTES_HALF_RGBA = 8


def canvas(at: Situation) -> Sentence:
    """Say what a frame weighs."""
    pixels = at.setup.canvas.pixels
    rate = Fraction(pixels * BYTES_10_BIT_RGB) * at.setup.rate.fraction / 10**6
    return Sentence(
        f"{megabytes(pixels * BYTES_10_BIT_RGB)} a frame as 10-bit RGB, {decimal(rate, 1)} MB/s; "
        f"{megabytes(pixels * BYTES_HALF_RGBA)} as half RGBA."
    )


def pixel_aspect(at: Situation) -> Sentence:
    """Say what the canvas looks like with its pixels' shape."""
    raster = at.setup.raster
    return Sentence(
        f"Shown {decimal(raster.shown_width, 2, trim=True)} × {raster.height}, "
        f"{aspect(raster.display_aspect)} : 1."
    )


def scan(at: Situation) -> Sentence:
    """Say how many pictures a frame holds."""
    if at.setup.scan.interlaced:
        fields = decimal(at.setup.rate.fraction * 2, 2, trim=True)
        first = "upper" if at.setup.scan is Scan.UPPER_FIRST else "lower"
        return Sentence(
            f"Two fields a frame, {fields} a second: {at.setup.work_range.length * 2} in the work "
            f"range, the {first} lines first."
        )
    return Sentence("One picture a frame.")


def rate(at: Situation) -> Sentence:
    """Say how long a frame and a second are."""
    fps = at.setup.rate
    said = f"A frame lasts {decimal(1000 / fps.fraction, 2)} ms."
    if fps.fraction.denominator == 1:
        return Sentence(said)
    slow = fps.seconds(fps.nominal * 3600) - 3600
    behind = "behind" if slow > 0 else "ahead of"
    return Sentence(
        f"{said} Non-drop timecode is {decimal(abs(slow), 1)} s {behind} the clock after an hour."
    )


def timecode(at: Situation) -> Sentence:
    """Say how labels are counted."""
    if at.setup.drops:
        left_out = at.setup.rate.nominal // 15
        return Sentence(
            f"{left_out} labels are left out at each minute but every tenth, to keep with the "
            "clock."
        )
    return Sentence(f"Every label from 0 to {at.setup.rate.nominal - 1} in each second.")


def count(at: Situation) -> Sentence:
    """Say which moment the number stands at."""
    setup = at.setup
    if setup.count.at.from_source:
        known = at.anchor.file if setup.count.at is CountAt.FILE else at.anchor.timecode
        if known is None:
            return Sentence("Not known until files are tied; numbered as it was until then.")
        said = "As in the files' names" if setup.count.at is CountAt.FILE else "Frames of timecode"
        return Sentence(f"{said}: the cut begins at {setup.cut_range.first}.")
    what = f"The {setup.count.at}'s first frame" + (
        " as it was counted"
        if setup.count.at is CountAt.CLIP and setup.clip_range.first != setup.count.number
        else ""
    )
    if at.event is None:
        return Sentence(f"{what} is {setup.count.number}.")
    return Sentence(
        f"{what} is {setup.count.number}; source {at.event.source_in} is {setup.cut_range.first}."
    )


def handles(at: Situation) -> Sentence:
    """Say what the handles add."""
    asked = at.setup.handles
    extra = asked.head + asked.tail
    return Sentence(
        f"{counted(extra, 'frame')} beyond the cut, {seconds(at.setup.rate.seconds(extra))}."
    )


def cut_range(at: Situation) -> Sentence:
    """Say how long the cut is."""
    frames = at.setup.cut_range.length
    said = f"{counted(frames, 'frame')}, {seconds(at.setup.rate.seconds(frames))}"
    if at.event is None:
        return Sentence(said + ".")
    return Sentence(f"{said}; in the edit from {at.event.record_in}.")


def work_range(at: Situation) -> Sentence:
    """Say how long the work range is, in the trade's lengths."""
    setup = at.setup
    frames = setup.delivered_length
    blank = f", {setup.work_range.length} and a blank one" if setup.closing.frames else ""
    locked = f" Locked by {at.lock.who}." if at.lock else ""
    return Sentence(
        f"{counted(frames, 'frame')}{blank}, {seconds(setup.rate.seconds(frames))}, "
        f"{FeetFrames(frames)} feet; {counted(drawings(setup.work_range.length, 2), 'drawing')} "
        f"on twos.{locked}"
    )


def clip_range(at: Situation) -> Sentence:
    """Say what the clip has beyond the work range."""
    clip, work = at.setup.clip_range, at.setup.work_range
    head, tail = work.first - clip.first, clip.last - work.last
    if head == tail == 0:
        return Sentence(f"{counted(clip.length, 'frame')}, the work range and no more.")
    return Sentence(
        f"{counted(clip.length, 'frame')}: {head} more at the head and {tail} at the tail than "
        "the work range."
    )


def closing(at: Situation) -> Sentence:
    """Say how long the delivery is."""
    setup = at.setup
    if setup.closing.frames:
        return Sentence(
            f"Delivered: {counted(setup.delivered_length, 'frame')}, blank at "
            f"{setup.work_range.last + 1}."
        )
    return Sentence(f"Delivered: {counted(setup.delivered_length, 'frame')}, the work range.")


def start_timecode(at: Situation) -> Sentence:
    """Say which frame the label stands at."""
    label = at.setup.start_label
    if label is None:
        return Sentence("None of its own; timecode is the edit's and the source's.")
    last = label + (at.setup.clip_range.length - 1)
    return Sentence(
        f"Frame {at.setup.clip_range.first} of the clip; its last, {at.setup.clip_range.last}, "
        f"is {last}."
    )


def working_space(at: Situation) -> Sentence:
    """Say what 18 % grey becomes on the display."""
    if at.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"18 % grey is 0.180 here and {at.probe.grey:.2f} on the display.")


def viewing(at: Situation) -> Sentence:
    """Say what white becomes on the display."""
    if at.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"White at 1.0 is {at.probe.white:.2f} on the display.")


def code(at: Situation) -> Sentence:
    """Say where the code is used."""
    return Sentence(f"Files begin with {at.setup.code}.")


def title(at: Situation) -> Sentence:
    """Say where the title is printed."""
    return Sentence("Printed on sheets and slates.")


def subtitle(at: Situation) -> Sentence:
    """Say where the subtitle is printed."""
    return Sentence("Printed under the title.")
