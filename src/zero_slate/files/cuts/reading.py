"""Reads a cut list of whatever form it has."""

import codecs
import re
from collections.abc import Iterable, Iterator
from dataclasses import replace

from zero_slate.core.cut.events import CodeRule, CutEvent, codes_that_repeat
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.bundle import is_bundle, timeline_in
from zero_slate.files.cuts.cut_list import CutList, CutRefusal, RateNeeded
from zero_slate.files.cuts.edl import is_edl, read_edl
from zero_slate.files.cuts.timeline import read_otio

# Some 200,000 events.
LARGEST = 64 * 2**20

# A text of megabytes isn't copied to see how it begins.
_JSON = re.compile(r"\s*[{\[]")


def read_cut_list(
    content: bytes, rule: CodeRule, *, rate: FrameRate | None = None, drop: bool | None = None
) -> CutList:
    """Read OpenTimelineIO JSON, a bundle that holds it, or an EDL, told apart by what is in it.

    `rate` is needed for an EDL; a list that says its own must agree with it. `drop` says whether
    the edit's labels are drop-frame, for lists that don't; None where that isn't known. Raises
    CutRefusal.
    """
    if is_bundle(content):
        content = timeline_in(content, LARGEST)
    if len(content) > LARGEST:
        raise CutRefusal(f"The file has {len(content):,} bytes; a cut list takes {LARGEST:,}.")
    if not content or content.isspace():
        raise CutRefusal("The file is empty: it holds no cut.")
    read = _read(_decode(content), rule, rate, bool(drop))
    notes = list(read.notes)
    if drop is not None and read.drop != drop:
        kinds = ("non-drop", "drop-frame")
        labels = f"The list's labels are {kinds[read.drop]}, the edit format's {kinds[drop]}."
        notes.insert(0, labels)
    return replace(read, notes=(*notes, *_alike(read.events), *_repeats(read.events)))


def _read(text: str, rule: CodeRule, rate: FrameRate | None, drop: bool) -> CutList:
    if _JSON.match(text):
        read = read_otio(text, rate, drop, rule)
        if rate is not None and read.rate != rate:
            raise CutRefusal(
                f"The list is at {read.rate} and {rate} was asked: they are not the same edit.",
                nearest=str(read.rate),
            )
        return read
    if not is_edl(text):
        form = "XML" if text.lstrip().startswith("<") else "text of another form"
        raise CutRefusal(
            f"The file is {form}. Cut lists are read as OpenTimelineIO JSON (.otio) or as EDL "
            "(CMX 3600, .edl), and no line of it is an EDL event."
        )
    if rate is None:
        raise RateNeeded("An EDL doesn't say its rate. Give the rate of the edit.")
    return read_edl(text, rate, rule)


def _decode(content: bytes) -> str:
    if content.startswith((codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE)):
        return content.decode("utf-16", errors="replace")
    if b"\0" in content[:4096]:
        raise CutRefusal(
            "The file is not text. Cut lists are read as OpenTimelineIO JSON (.otio, .otioz) or as "
            "EDL (CMX 3600, .edl)."
        )
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        # Old systems write EDLs in Latin-1, which every byte belongs to.
        return content.decode("latin-1")


def _alike(events: Iterable[CutEvent]) -> Iterator[str]:
    """Tell codes that differ in capitals alone."""
    written: dict[str, dict[str, None]] = {}
    for event in events:
        written.setdefault(event.code.casefold(), {})[event.code] = None
    for codes in written.values():
        if len(codes) > 1:
            yield (
                f"{' and '.join(codes)} differ in capitals alone: on some systems their files "
                "would have one name."
            )


def _repeats(events: Iterable[CutEvent]) -> Iterator[str]:
    """Tell codes that several events have."""
    for code, found in codes_that_repeat(events).items():
        places = ", ".join(str(each.position) for each in found)
        yield f"{code} appears {len(found)} times in the cut: events {places}"
