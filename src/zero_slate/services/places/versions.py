"""Versions of a shot's files: found on disk, taken so that nobody else gets them, approved."""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.places.layout import (
    FileKind,
    FilesLayout,
    Named,
    path_of,
    rule_of,
    usual_discipline,
)
from zero_slate.core.places.pieces import Piece, version_name
from zero_slate.files.version_search import versions_on_disk
from zero_slate.services.places.layouts import KindPath, Layouts
from zero_slate.services.runtime.workspace import NotFound, VolumeAway
from zero_slate.services.shots.loading import Loaded, changes_since, load_shot
from zero_slate.store.layouts import taken_versions
from zero_slate.store.tables import Shot, TakenVersion

LONGEST_NOTE = 200
MOST_VERSION = 99_999


@dataclass(frozen=True, slots=True)
class VersionLine:
    """A version of some of a shot's files."""

    number: int
    """Its number."""
    name: str
    """The number as names have it: `v003`."""
    on_disk: bool
    """Whether files of it were found."""
    by: str
    """Who took it; or who its name says, where nobody did."""
    at: str
    """When it was taken, as an ISO 8601 moment in UTC; empty where nobody took it."""
    note: str
    """What was said of it."""
    setup_version: int | None
    """The setup's version that it was taken with; None where nobody took it."""
    since: tuple[str, ...]
    """The settings that have changed since then."""
    approved: str
    """Who approved it and when; empty where nobody did."""


@dataclass(frozen=True, slots=True)
class VersionRow:
    """The versions of one kind of file, by one discipline where its path has that piece."""

    kind: str
    """The kind of file, by its key."""
    discipline: str
    """The discipline; empty where its path has none."""
    label: str
    """What it is called."""
    next: str
    """The version that would be taken next."""
    path: str
    """The path of a real frame of that one, below its volume."""
    newest: str
    """The newest version there is; empty where there is none."""
    approved: str
    """The newest that is approved; empty where none is."""
    versions: tuple[VersionLine, ...]
    """All there are, the newest first."""


@dataclass(frozen=True, slots=True)
class ShotFilesPage:
    """Where a shot's files go, and the versions of each kind."""

    production: int
    """The number of its production."""
    layout: str
    """What the production's layout is called."""
    volume: str
    """The volume that it lies on; empty where none is chosen."""
    paths: tuple[KindPath, ...]
    """Where each kind of file goes."""
    rows: tuple[VersionRow, ...]
    """The versions of each kind that has any in its name."""
    trouble: str
    """Why versions on disk can't be told; empty where they can."""


class Versions:
    """The versions of shots' files."""

    def __init__(self, layouts: Layouts):
        self.layouts = layouts
        self.workspace = layouts.workspace

    def page(self, shot_id: int) -> ShotFilesPage:
        """Return where a shot's files go, and their versions. Raises NotFound."""
        with self.workspace.reading() as session:
            loaded, layout, named = self._shot(session, shot_id)
            taken = taken_versions(session, shot_id)
            since = {
                row.setup_version: changes_since(session, loaded, row.setup_version)
                for row in taken
            }
        paths = self.layouts.paths(layout, named)
        rows, trouble = [], ""
        for kind, discipline in _rows(layout):
            try:
                lines = self._lines(layout, kind, discipline, named, taken, since)
            except (VolumeAway, NotFound) as refusal:
                trouble = str(refusal)
                lines = self._lines(layout, kind, discipline, named, taken, since, look=False)
            rows.append(_row(layout, kind, discipline, named, lines))
        return ShotFilesPage(
            loaded.head.production_id, layout.name, layout.volume, paths, tuple(rows), trouble
        )

    def take(self, shot_id: int, kind: FileKind, discipline: str, note: str) -> VersionLine:
        """Take the next version of a kind of file, so that nobody else gets its number.

        Raises NotFound, VolumeAway where what lies on disk can't be told, and Refusal.
        """
        said = one_line(note, "A note", LONGEST_NOTE)
        with self.workspace.writing() as session:
            loaded, layout, named = self._shot(session, shot_id)
            _require(layout, kind, discipline)
            lines = self._lines(
                layout, kind, discipline, named, taken_versions(session, shot_id), {}
            )
            number = _next(lines)
            if number > MOST_VERSION:
                raise Refusal(
                    f"{version_name(number)} is past the most there can be, "
                    f"{version_name(MOST_VERSION)}."
                )
            row = TakenVersion(
                shot_id=shot_id,
                kind=str(kind),
                discipline=discipline,
                number=number,
                setup_version=loaded.head.version,
                note=said,
                who=self.workspace.who,
                at=self.workspace.now(),
            )
            session.add(row)
            session.flush()
            return _line(number, row, None, ())

    def give_back(self, shot_id: int, kind: FileKind, discipline: str, number: int) -> None:
        """Give a version back that was taken and has no files. Raises NotFound and Refusal."""
        with self.workspace.writing() as session:
            _, layout, named = self._shot(session, shot_id)
            row = _taken(session, shot_id, kind, discipline, number)
            if number in self._on_disk(layout, kind, discipline, named):
                raise Refusal(f"{version_name(number)} has files on disk: it stays taken.")
            session.delete(row)

    def approve(
        self, shot_id: int, kind: FileKind, discipline: str, number: int, approved: bool
    ) -> None:
        """Approve a version, or take that back. Raises NotFound."""
        with self.workspace.writing() as session:
            row = _find(session, shot_id, kind, discipline, number)
            if row is None and approved:
                _, layout, named = self._shot(session, shot_id)
                found = self._on_disk(layout, kind, discipline, named)
                if number in found:
                    # What was made elsewhere is taken as well by being approved.
                    row = TakenVersion(
                        shot_id=shot_id, kind=str(kind), discipline=discipline, number=number,
                        setup_version=0, note="", who=found[number], at="",
                    )  # fmt: skip
                    session.add(row)
            if row is None:
                raise NotFound(f"There is no {version_name(number)} of {kind.label.lower()}.")
            row.approved_who = self.workspace.who if approved else None
            row.approved_at = self.workspace.now() if approved else None
            if not approved and not row.at:
                session.delete(row)

    def _shot(self, session: Session, shot_id: int) -> tuple[Loaded, FilesLayout, Named]:
        """Return a shot, where its production's files go, and what its paths are built from."""
        loaded = load_shot(session, shot_id)
        judged, layout = self.layouts.standing(session, loaded.head.production_id)
        return loaded, layout, self.layouts.named(judged, loaded.head.code)

    def _lines(
        self,
        layout: FilesLayout,
        kind: FileKind,
        discipline: str,
        named: Named,
        taken: Iterable[TakenVersion],
        since: dict[int, tuple[str, ...]],
        *,
        look: bool = True,
    ) -> tuple[VersionLine, ...]:
        """Return the versions there are, the newest first. Raises VolumeAway and NotFound."""
        rows = {
            row.number: row for row in taken if (row.kind, row.discipline) == (kind, discipline)
        }
        found = self._on_disk(layout, kind, discipline, named) if look else {}
        return tuple(
            _line(
                number,
                rows.get(number),
                found.get(number),
                since.get(rows[number].setup_version, ()) if number in rows else (),
            )
            for number in sorted(rows.keys() | found.keys(), reverse=True)
        )

    def _on_disk(
        self, layout: FilesLayout, kind: FileKind, discipline: str, named: Named
    ) -> dict[int, str]:
        """Return the versions whose files are on disk, each with who its name says."""
        volume = layout.volume_of(kind)
        if not volume:
            return {}
        root = self.workspace.volume(volume)
        known = replace(named, discipline=discipline).values(kind)
        for piece in (Piece.ARTIST, Piece.ELEMENT, Piece.FRAME, Piece.ENDING):
            del known[piece]
        found: dict[int, str] = {}
        rule = rule_of(layout, kind, named.stored)
        for read in versions_on_disk(root / layout.below(""), rule, known):
            found[int(read[Piece.VERSION][1:])] = read.get(Piece.ARTIST, "")
        return found


def _rows(layout: FilesLayout) -> Iterable[tuple[FileKind, str]]:
    for kind, rule in layout.paths.items():
        if Piece.VERSION not in rule.pieces:
            continue
        if Piece.DISCIPLINE not in rule.pieces:
            yield kind, ""
        elif kind is FileKind.COMP:
            yield kind, usual_discipline(layout, kind)
        else:
            for discipline in layout.disciplines:
                yield kind, discipline


def _require(layout: FilesLayout, kind: FileKind, discipline: str) -> None:
    if Piece.VERSION not in layout.paths[kind].pieces:
        raise Refusal(f"The path of {kind.label.lower()} has no <version>.", part="kind")
    if (kind, discipline) not in set(_rows(layout)):
        known = ", ".join(each for of, each in _rows(layout) if of is kind and each)
        raise Refusal(
            f"{kind.label} have no discipline “{discipline}”: there is {known or 'none'}.",
            part="discipline",
        )


def _row(
    layout: FilesLayout,
    kind: FileKind,
    discipline: str,
    named: Named,
    lines: tuple[VersionLine, ...],
) -> VersionRow:
    version = _next(lines)
    shown = replace(named, discipline=discipline, version=version)
    return VersionRow(
        str(kind),
        discipline,
        f"{kind.label}, {discipline}" if discipline else kind.label,
        version_name(version),
        layout.below(path_of(layout, kind, shown)),
        lines[0].name if lines else "",
        next((each.name for each in lines if each.approved), ""),
        lines,
    )


def _next(lines: Iterable[VersionLine]) -> int:
    return max((each.number for each in lines), default=0) + 1


def _line(
    number: int, row: TakenVersion | None, artist: str | None, since: tuple[str, ...]
) -> VersionLine:
    approved = ""
    if row is not None and row.approved_who:
        approved = f"{row.approved_who}, {row.approved_at}"
    return VersionLine(
        number,
        version_name(number),
        artist is not None,
        row.who if row else artist or "",
        row.at if row else "",
        row.note if row else "",
        row.setup_version or None if row else None,
        since,
        approved,
    )


def _find(
    session: Session, shot_id: int, kind: FileKind, discipline: str, number: int
) -> TakenVersion | None:
    if session.get(Shot, shot_id) is None:
        raise NotFound(f"There is no shot numbered {shot_id}.")
    return (
        session.query(TakenVersion)
        .filter_by(shot_id=shot_id, kind=str(kind), discipline=discipline, number=number)
        .one_or_none()
    )


def _taken(
    session: Session, shot_id: int, kind: FileKind, discipline: str, number: int
) -> TakenVersion:
    row = _find(session, shot_id, kind, discipline, number)
    if row is None:
        raise NotFound(f"Nobody has taken {version_name(number)} of {kind.label.lower()}.")
    return row
