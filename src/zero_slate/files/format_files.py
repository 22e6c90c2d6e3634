"""Files of own formats: written whole, read so that a broken entry costs only itself."""

import json
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, TypeAdapter, ValidationError

from zero_slate.core.base.ratio import PixelAspect
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.format_library.format import Family, Format
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.setup_files import check_kind, plain_words, read_json

MOST_FORMATS = 5000


class FormatEntry(BaseModel):
    """One format of a file."""

    model_config = ConfigDict(extra="forbid")

    name: str
    canvas: Size
    pixel_aspect: PixelAspect
    rate: FrameRate | None = None
    scan: ScanMode | None = None
    signal: Signal | None = None
    purpose: str = ""

    @classmethod
    def of(cls, each: Format) -> "FormatEntry":
        """Return a format as an entry."""
        return cls(
            name=each.name,
            canvas=each.canvas,
            pixel_aspect=each.pixel_aspect,
            rate=each.rate,
            scan=each.scan,
            signal=each.signal,
            purpose=each.purpose,
        )

    def format(self) -> Format:
        """Return the entry as an own format. Raises Refusal."""
        return Format(
            self.name,
            Family.OWN,
            self.canvas,
            self.pixel_aspect,
            self.rate,
            self.scan,
            self.signal,
            self.purpose,
        )


class FormatsDocument(BaseModel):
    """Formats, for another installation."""

    model_config = ConfigDict(extra="forbid", title="Zero Slate formats")

    kind: Literal["zero-slate/formats"] = "zero-slate/formats"
    version: Literal[1] = 1
    formats: tuple[FormatEntry, ...]


@dataclass(frozen=True, slots=True)
class BrokenEntry:
    """An entry that couldn't be taken: which one, and why."""

    place: int
    """Which entry of the file it is, from 1."""
    name: str
    """The name in it, where it has one."""
    why: str
    """Why it couldn't be taken."""


_ENTRY = TypeAdapter(FormatEntry)


def write_formats(formats: list[Format]) -> bytes:
    """Write formats as JSON that reads back as the same."""
    document = FormatsDocument(formats=tuple(FormatEntry.of(each) for each in formats))
    return (document.model_dump_json(indent=2) + "\n").encode()


def read_formats(content: bytes) -> tuple[list[Format], list[BrokenEntry]]:
    """Read a file of formats: those that can be taken, and those that can't with the reason.

    Raises DocumentRefusal for a file that is no file of formats.
    """
    name = "format file"
    said = read_json(content, name)
    check_kind(said, FormatsDocument, name)
    entries = said.get("formats")
    good: list[Format] = []
    broken: list[BrokenEntry] = []
    for place, entry in enumerate(entries if isinstance(entries, list) else [], 1):
        try:
            if place > MOST_FORMATS:
                raise ValueError(f"a file holds at most {MOST_FORMATS} formats")
            good.append(_ENTRY.validate_json(json.dumps(entry)).format())
        except ValidationError as error:
            broken.append(BrokenEntry(place, _named(entry), plain_words(error)))
        except ValueError as error:
            broken.append(BrokenEntry(place, _named(entry), str(error)))
    return good, broken


def _named(entry: Any) -> str:
    name = entry.get("name") if isinstance(entry, dict) else None
    return name[:60] if isinstance(name, str) else "(no name)"
