"""All shots of a production for others: a table (RFC 4180), JSON, frame ranges, an environment.

Frame ranges and sequences are written as Fileseq reads them: `1001-1108`, `name.1001-1108#.exr`.
"""

import csv
import io
import json
import re
import shlex
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

CSV_TYPE = "text/csv"
_NUMBER = re.compile(r"-?\d+([.,]\d+)*")


@dataclass(frozen=True, slots=True)
class ShotRow:
    """A shot: its code, its values in words by setting, and the paths of its files by kind."""

    code: str
    version: int
    state: str
    values: Mapping[str, str]
    frames: Mapping[str, str]
    paths: Mapping[str, str]


def write_table(rows: Sequence[ShotRow], labels: Mapping[str, str]) -> bytes:
    """Write shots as CSV, a row each, with a byte order mark, by which spreadsheets know UTF-8."""
    made = io.StringIO()
    writer = csv.writer(made)
    writer.writerow(["Code", "Version", "Against the edit", *labels.values()])
    for row in rows:
        values = [_cell(row.values.get(key, "")) for key in labels]
        writer.writerow([_cell(row.code), row.version, row.state, *values])
    return made.getvalue().encode("utf-8-sig")


def write_ranges(rows: Sequence[ShotRow]) -> bytes:
    """Write each shot's ranges as text, a line each: code, cut, work, clip."""
    lines = [
        "\t".join((row.code, *(f"{name} {said}" for name, said in row.frames.items())))
        for row in rows
    ]
    return "".join(f"{line}\n" for line in lines).encode()


def write_rows(production: str, rows: Sequence[ShotRow]) -> bytes:
    """Write shots as JSON."""
    said = {
        "kind": "zero-slate/shots",
        "version": 1,
        "production": production,
        "shots": [
            {
                "code": row.code,
                "version": row.version,
                "state": row.state,
                "settings": dict(row.values),
                "frames": dict(row.frames),
                "paths": dict(row.paths),
            }
            for row in rows
        ],
    }
    return json.dumps(said, indent=1, ensure_ascii=False).encode() + b"\n"


def write_environment(production: str, row: ShotRow) -> bytes:
    """Write a shot as lines that a POSIX shell takes: `export SHOT_CODE=LAN_0010`."""
    said = {
        "PRODUCTION": production,
        "SHOT_CODE": row.code,
        "SHOT_VERSION": str(row.version),
        **{f"SHOT_{key.upper()}": value for key, value in row.values.items()},
        **{f"FRAMES_{key.upper()}": value for key, value in row.frames.items()},
        **{f"PATH_{key.upper()}": value for key, value in row.paths.items()},
    }
    lines = [
        f"export {name}={shlex.quote(' '.join(value.split()))}" for name, value in said.items()
    ]
    return "".join(f"{line}\n" for line in lines).encode()


def _cell(text: str) -> str:
    """Return a text that no spreadsheet takes for a formula."""
    if text[:1] in ("=", "+", "-", "@", "\t", "\r") and not _NUMBER.fullmatch(text):
        return f"'{text}"
    return text
