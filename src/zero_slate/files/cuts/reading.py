"""Reads a cut list of whatever form it has."""

import codecs
import json
import re

import msgspec

from zero_slate.core.cut.events import CodeRule
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.cuts.cut_list import CutList, CutRefusal
from zero_slate.files.cuts.edl import is_edl, read_edl
from zero_slate.files.cuts.timeline import read_otio

LARGEST = 256 * 2**20
# How OpenTimelineIO names the retimes that are read.
RETIMES = (b"LinearTimeWarp", b"FreezeFrame")

# A text of megabytes isn't copied to see how it begins.
_JSON = re.compile(r"\s*[{\[]")


class RateNeeded(CutRefusal):
    """A list that doesn't say its rate, read without one."""


def read_cut_list(
    content: bytes, rule: CodeRule, *, rate: FrameRate | None = None, drop: bool = False
) -> CutList:
    """Read OpenTimelineIO JSON or an EDL, told apart by what stands in it.

    `rate` is needed for an EDL; a list that says its own must agree with it. `drop` says whether
    the edit's labels are drop-frame, for lists that don't. Raises CutRefusal.
    """
    if len(content) > LARGEST:
        raise CutRefusal(f"The file has {len(content):,} bytes; a cut list takes {LARGEST:,}.")
    if not content or content.isspace():
        raise CutRefusal("The file is empty: it holds no cut.")
    text = _decode(content)
    if _JSON.match(text):
        _check_json(content.removeprefix(codecs.BOM_UTF8))
        retimed = any(schema in content for schema in RETIMES)
        read = read_otio(text, drop, rule, retimed=retimed)
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
    if b"\0" in content[:4096]:
        raise CutRefusal(
            "The file is not text. Cut lists are read as OpenTimelineIO JSON (.otio) or as EDL "
            "(CMX 3600, .edl)."
        )
    try:
        return content.decode("utf-8-sig")
    except UnicodeDecodeError:
        # Old systems write EDLs in Latin-1, which every byte belongs to.
        return content.decode("latin-1")


class _Root(msgspec.Struct):
    """What is looked at of a JSON text: all of it is checked, only this is kept."""

    OTIO_SCHEMA: str


_ROOT = msgspec.json.Decoder(_Root)


def _check_json(content: bytes) -> None:
    """Refuse JSON that breaks off or is something else.

    The library itself can't be trusted with it: damaged JSON may end the whole program.
    """
    try:
        _ROOT.decode(content)
        return
    except msgspec.DecodeError:
        pass  # The standard library says where, and takes the NaN that some writers leave.
    try:
        said = json.loads(content)
    except json.JSONDecodeError as error:
        raise CutRefusal(
            f"the JSON breaks off or is damaged here ({error.msg.lower()}).", line=error.lineno
        ) from error
    if not isinstance(said, dict) or "OTIO_SCHEMA" not in said:
        raise CutRefusal("The file is JSON, but nothing in it is an OpenTimelineIO timeline.")
