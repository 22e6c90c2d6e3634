"""A shot that isn't in the cut: its start timecode, and in and out points or a length."""

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.anchor import Anchor
from zero_slate.core.shot.from_event import SHIPPED, values_of
from zero_slate.core.shot.required import required_cut
from zero_slate.core.shot.state import Content
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.entry.lengths import read_length
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.timecode import Timecode, frames_in_a_day


def read_cut_length(
    edit: EditFormat, into: str, out: str, length: str, usual: int
) -> tuple[int, str]:
    """Return a cut's length and its first label, from what was typed of in, out and length.

    Out is the last frame shown. In and out together set the length; with one of them and a length
    the other follows; with nothing typed the length is `usual`. Raises Refusal.
    """
    clock = Clock(edit.rate, edit.drops)
    first, last = (_label(text, edit, part) for text, part in ((into, "in"), (out, "out")))
    frames = None
    if length.strip():
        try:
            frames = read_length(length, Entry(clock, usual))
        except Refusal as refusal:
            raise refusal.in_part("length") from None
        if frames < 1:
            raise Refusal(
                f"A length of {frames} frames is out of range: it takes at least 1.",
                nearest=str(usual),
                part="length",
            )
    if first is not None and last is not None:
        spans = last.frames - first.frames + 1
        if spans < 1:
            raise Refusal(
                f"Out at {last} comes before in at {first}.",
                nearest=str(first),
                nearest_parts={"in": str(last), "out": str(first)},
                part="out",
            )
        if frames is not None and frames != spans:
            raise Refusal(
                f"In and out make {counted(spans, 'frame')}, and the length says {frames}: leave "
                "one empty.",
                nearest=str(spans),
                part="length",
            )
        return spans, str(first)
    frames = usual if frames is None else frames
    if frames > frames_in_a_day(edit.rate, edit.drops):
        raise Refusal(f"A length of {frames} frames is longer than a day.", part="length")
    if last is not None:
        return frames, str(last + (1 - frames))
    return frames, str(first) if first is not None else ""


def content_by_hand(
    edit: EditFormat,
    code: str,
    title: str,
    into: str,
    out: str,
    length: str,
    house: HouseSetup = SHIPPED,
) -> Content:
    """Return a shot that follows the edit but isn't in its cut. Raises Refusal."""
    frames, label = read_cut_length(edit, into, out, length, house.length)
    cut = required_cut(frames, edit, edit.count, Anchor())
    work: FrameRange = cut.widened(edit.handles)
    start = ""
    if label:
        first = Timecode.parse(label, edit.rate)
        start = str(first + (work.first - cut.first))
    setup = Setup(
        code=require_code(code.strip()),
        title=title.strip(),
        cut_range=cut,
        work_range=work,
        clip_range=work,
        start_timecode=start,
        **values_of(edit, house),
    )
    return Content(setup=setup)


def _label(text: str, edit: EditFormat, part: str) -> Timecode | None:
    if not text.strip():
        return None
    try:
        return Clock(edit.rate, edit.drops).read_label(text)
    except Refusal as refusal:
        raise refusal.in_part(part) from None
