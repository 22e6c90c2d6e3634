"""The format library: looked through, own formats kept, given to others as a file."""

from dataclasses import dataclass
from functools import lru_cache

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import aspect, decimal
from zero_slate.core.base.ratio import write_ratio
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.format_library.format import Family, Format
from zero_slate.core.format_library.search import by_family, search
from zero_slate.core.format_library.shipped import SHIPPED
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.own_format import (
    FORMAT_SETTINGS,
    own_from,
    read_own,
    require_free_name,
)
from zero_slate.core.settings.reading import Typed
from zero_slate.files.format_files import BrokenEntry, read_formats, write_formats
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.formats import FORMAT, own_formats, read_stored
from zero_slate.store.stamps import formats_stamp
from zero_slate.store.tables import OwnFormat
from zero_slate.store.written import written


@dataclass(frozen=True, slots=True)
class FormatLine:
    """A format as the library shows it: its shape in square pixels, and what it is typed as."""

    name: str
    """The format's name."""
    id: int | None
    """An own format's number; None for one that ships."""
    family: Family
    """The family it belongs to."""
    line: str
    """The format in one line, as it would be typed."""
    shown: str
    """Its shape in words."""
    purpose: str
    """What it is for."""
    width: float
    """The width of its picture in square pixels."""
    height: float
    """The height of its picture in square pixels."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""
    texts: dict[str, dict[str, str]]
    """The fields' texts that set it, by setting."""


@dataclass(frozen=True, slots=True)
class FamilyShown:
    """The formats of a family that were found."""

    family: Family
    """The family."""
    formats: tuple[FormatLine, ...]
    """Its formats that were found."""


@dataclass(frozen=True, slots=True)
class LibraryPage:
    """The formats that were found, by family; `all` is how many there are."""

    families: tuple[FamilyShown, ...]
    """The formats that were found, by family."""
    found: int
    """How many were found."""
    all: int
    """How many there are."""
    damaged: tuple[str, ...]
    """Own formats that can't be read, each by its name with why."""


@dataclass(frozen=True, slots=True)
class ImportedFormats:
    """What a file of formats came to: what was taken, and what wasn't and why."""

    taken: tuple[str, ...]
    """The names of those that were taken."""
    same: tuple[str, ...]
    """The names of those that were here already."""
    broken: tuple[BrokenEntry, ...]
    """The entries that couldn't be taken."""


class Library:
    """The formats of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self._kept: Kept[None, tuple[dict[int, Format], tuple[str, ...]]] = Kept(1)

    def page(self, text: str = "") -> LibraryPage:
        """Return the formats that every word of a text fits."""
        own, damaged = self._read()
        ids = {each.name: number for number, each in own.items()}
        every = [*SHIPPED, *own.values()]
        found = search(every, text)
        families = tuple(
            FamilyShown(family, tuple(_line(each, ids.get(each.name)) for each in some))
            for family, some in by_family(found).items()
        )
        return LibraryPage(families, len(found), len(every), damaged)

    def named(self, name: str) -> Format:
        """Return a format by its name. Raises NotFound."""
        every = (*SHIPPED, *self._own().values())
        found = next((each for each in every if each.name == name), None)
        if found is None:
            raise NotFound(f"There is no format “{name}” in the library.")
        return found

    def begin(self, name: str) -> FormatLine:
        """Make an own format from another, under a name that is free."""
        source = self.named(name)
        with self.workspace.writing() as session:
            known = own_formats(session)
            made = own_from(source, (each.name for each in known.values()))
            return _line(made, self._keep(session, made))

    def save(self, name: str, purpose: str, typed: Typed, own_id: int | None = None) -> FormatLine:
        """Store an own format that is typed: a new one, or in place of one. Raises Refusal."""
        with self.workspace.writing() as session:
            known = own_formats(session)
            if own_id is not None and own_id not in known:
                raise NotFound(f"There is no own format numbered {own_id}.")
            others = [each.name for number, each in known.items() if number != own_id]
            made = read_own(name, purpose, typed, others)
            if own_id is None:
                return _line(made, self._keep(session, made))
            row = session.get_one(OwnFormat, own_id)
            row.name, row.content = made.name, written(FORMAT, made)
            row.who, row.at = self.workspace.who, self.workspace.now()
            return _line(made, own_id)

    def remove(self, own_id: int) -> FormatLine:
        """Delete an own format, and return it so that it can be kept again. Raises NotFound."""
        with self.workspace.writing() as session:
            row = session.get(OwnFormat, own_id)
            if row is None:
                raise NotFound(f"There is no own format numbered {own_id}.")
            gone = FORMAT.validate_json(row.content)
            session.delete(row)
            return _line(gone, None)

    def document(self) -> bytes:
        """Return the own formats as a file."""
        return write_formats(list(self._own().values()))

    def take(self, content: bytes) -> ImportedFormats:
        """Store the formats of a file: the good ones, with the others told. Raises Refusal."""
        good, broken = read_formats(content)
        taken: list[str] = []
        same: list[str] = []
        with self.workspace.writing() as session:
            known = {each.name: each for each in own_formats(session).values()}
            for place, each in enumerate(good, 1):
                if known.get(each.name) == each:
                    same.append(each.name)
                    continue
                try:
                    require_free_name(each.name, known)
                except Refusal as refusal:
                    broken.append(BrokenEntry(place, each.name, str(refusal)))
                    continue
                self._keep(session, each)
                known[each.name] = each
                taken.append(each.name)
        return ImportedFormats(tuple(taken), tuple(same), tuple(broken))

    def _keep(self, session: Session, made: Format) -> int:
        row = OwnFormat(
            name=made.name,
            content=written(FORMAT, made),
            who=self.workspace.who,
            at=self.workspace.now(),
        )
        session.add(row)
        session.flush()
        return row.id

    def _own(self) -> dict[int, Format]:
        return self._read()[0]

    def _read(self) -> tuple[dict[int, Format], tuple[str, ...]]:
        """Return the own formats by their numbers, and why others can't be read."""
        with self.workspace.reading() as session:
            stamp = formats_stamp(session)
            kept = self._kept.get(None, stamp)
            if kept is not None:
                return kept
            return self._kept.put(None, stamp, read_stored(session))


@lru_cache(maxsize=8192)
def _line(each: Format, own_id: int | None) -> FormatLine:
    raster = each.raster
    said = {
        "Size": str(each.canvas),
        "Pixel aspect": write_ratio(each.pixel_aspect),
        "Shown": f"{decimal(raster.shown_width, 2, trim=True)} × {raster.height}",
        "Shape": f"{aspect(raster.display_aspect)} : 1",
        "Rate": str(each.rate or "any"),
        "Scan": str(each.scan or "any"),
        "Monitor signal": str(each.signal or "any"),
    }
    texts = {}
    for key in FORMAT_SETTINGS:
        kind = EDIT_SETTINGS[key].kind
        value = each.values.get(key)
        texts[key] = kind.texts(value) if value is not None else {kind.parts[0].key: ""}
    return FormatLine(
        each.name,
        own_id,
        each.family,
        each.line,
        each.shown,
        each.purpose,
        float(raster.shown_width),
        raster.height,
        tuple(Fact(label, value, False) for label, value in said.items()),
        texts,
    )
