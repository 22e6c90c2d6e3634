"""Data files of any form that is known."""

from typing import BinaryIO

from zero_slate.files.data import csv_rows, json_rows
from zero_slate.files.data.encodings import as_utf_8, two_byte_encoding, writing_as
from zero_slate.files.data.rows import DataRefusal, Layout, Rewriter

START = 4096


def read_layout(source: BinaryIO) -> tuple[Layout, Rewriter]:
    """Return how a data file is laid out, and what writes it again. Raises DataRefusal."""
    source.seek(0)
    start = source.read(START)
    if not start.strip():
        raise DataRefusal("The file is empty.")
    encoding = two_byte_encoding(start)
    if encoding:
        layout, rewrite = read_layout(as_utf_8(source, encoding))
        return layout, writing_as(encoding, rewrite)
    if json_rows.looks_like_json(start):
        return json_rows.layout(source), json_rows.rewrite
    if not csv_rows.looks_like_csv(start):
        raise DataRefusal(
            "The file is not text. Data files are CSV, columns between spaces, or JSON."
        )
    return csv_rows.layout(source), csv_rows.rewrite
