"""Reads a cut list of whatever form it has."""

import json
import sqlite3
from contextlib import closing

from zero_slate.core.cut import CodeRule
from zero_slate.core.rate import FrameRate
from zero_slate.formats.cuts.cut_list import CutList, CutRefusal
from zero_slate.formats.cuts.edl import is_edl, read_edl
from zero_slate.formats.cuts.timeline import read_otio

LARGEST = 256 * 2**20


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
    if not content.strip():
        raise CutRefusal("The file is empty: it holds no cut.")
    text = _decode(content)
    if text.lstrip()[:1] in "{[":
        _check_json(text)
        read = read_otio(text, drop, rule)
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


def _check_json(text: str) -> None:
    """Refuse JSON that breaks off or is something else.

    The library itself can't be trusted with it: damaged JSON may end the whole program. SQLite's
    check is the quickest at hand; what it finds wrong, or is too strict about, is looked at again.
    """
    if "\0" not in text and _is_json(text) and '"OTIO_SCHEMA"' in text:
        return
    try:
        json.loads(text)
    except json.JSONDecodeError as error:
        raise CutRefusal(
            f"the JSON breaks off or is damaged here ({error.msg.lower()}).", line=error.lineno
        ) from error
    if '"OTIO_SCHEMA"' not in text:
        raise CutRefusal("The file is JSON, but nothing in it is an OpenTimelineIO timeline.")


def _is_json(text: str) -> bool:
    with closing(sqlite3.connect(":memory:")) as checker:
        try:
            (valid,) = checker.execute("SELECT json_valid(?)", (text,)).fetchone()
        except sqlite3.Error:
            return False
    return bool(valid)
