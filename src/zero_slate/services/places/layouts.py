"""Where a production's files go: shown as it is typed, stored, kept for others, given as a file."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from itertools import islice

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe, too_long
from zero_slate.core.base.texts import one_line
from zero_slate.core.media.storage import StoredAs
from zero_slate.core.places.clashes import Clash, clashes
from zero_slate.core.places.layout import (
    FileKind,
    FilesLayout,
    Named,
    path_of,
    rule_of,
    unusual,
)
from zero_slate.core.places.pieces import Piece
from zero_slate.core.places.shipped import SHIPPED
from zero_slate.services.places.typed import LayoutProblem, TypedLayout, read_layout
from zero_slate.services.productions.judged import JudgedProduction, JudgedProductions
from zero_slate.services.runtime.workspace import NotFound, VolumeAway, Workspace
from zero_slate.services.shots.guards import Conflict
from zero_slate.services.shots.loading import Loaded
from zero_slate.store.layouts import LAYOUT, latest_layout, layout_in, own_layouts
from zero_slate.store.tables import LayoutRevision, OwnLayout
from zero_slate.store.unreadable import FAILURES, reason
from zero_slate.store.written import written

MOST_CLASHES = 20
MOST_BYTES = 200_000


@dataclass(frozen=True, slots=True)
class KindPath:
    """Where a kind of file goes."""

    kind: str
    """The kind, by its key."""
    label: str
    """What it is called."""
    rule: str
    """The rule, as it is written."""
    path: str
    """The path of a real frame, below the volume's root."""
    whole: str
    """The same on the disk; empty where no volume is chosen."""
    volume: str
    """The volume that it lies on; empty where none is chosen."""
    problem: str
    """What a system would refuse of it; empty where nothing is."""
    is_frames: bool
    """Whether there is a file for each frame."""


@dataclass(frozen=True, slots=True)
class PieceShown:
    """A piece that paths are put together from."""

    piece: str
    """Its name."""
    about: str
    """What it stands for."""
    built: str
    """What it is for the shot that is shown."""


@dataclass(frozen=True, slots=True)
class LayoutName:
    """A layout that can be taken over."""

    id: int | None
    """The number of one that was kept here; None for one that ships."""
    name: str
    """Its name."""


@dataclass(frozen=True, slots=True)
class LayoutTexts:
    """A layout as it is typed, without where it lies."""

    name: str
    """Its name."""
    paths: dict[str, str]
    """The rule of each kind of file's path, by the kind."""
    folders: tuple[str, ...]
    """The rules of folders that are made besides."""
    disciplines: tuple[str, ...]
    """What is done."""


@dataclass(frozen=True, slots=True)
class LayoutRevisionLine:
    """A version of where files go."""

    number: int
    """Its number."""
    what: str
    """What changed."""
    who: str
    """Who saved it."""
    at: str
    """When, as an ISO 8601 moment in UTC."""


@dataclass(frozen=True, slots=True)
class LayoutPage:
    """Where a production's files go, shown for one of its shots."""

    number: int
    """The version that stands; 0 where none was saved yet."""
    name: str
    """What the layout is called."""
    shot: str
    """The code that it is shown for."""
    volume: str
    """The volume that files lie on; empty where none is chosen."""
    folder: str
    """The folder of it that all lies below."""
    disciplines: tuple[str, ...]
    """What is done in the production."""
    folders: tuple[str, ...]
    """The rules of folders that are made besides."""
    kinds: tuple[KindPath, ...]
    """Where each kind of file goes."""
    pieces: tuple[PieceShown, ...]
    """What paths are put together from."""
    problems: tuple[LayoutProblem, ...]
    """What of the layout as it is typed can't be taken."""
    clashes: tuple[Clash, ...]
    """What would be written twice: the first of them."""
    all_clashes: int
    """How many there are."""
    changes: tuple[str, ...]
    """What differs from the version that stands."""
    layouts: tuple[LayoutName, ...]
    """Layouts that can be taken over."""
    revisions: tuple[LayoutRevisionLine, ...]
    """The versions there are, the newest first."""


class Layouts:
    """Where the files of productions go."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions):
        self.workspace = workspace
        self.judged = judged

    def page(
        self,
        production_id: int,
        typed: TypedLayout | None = None,
        code: str = "",
    ) -> LayoutPage:
        """Show where files go, as it is typed; nothing is stored.

        Raises NotFound.
        """
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
            row, before = latest_layout(session, production_id)
            own = own_layouts(session)
            revisions = _revisions(session, production_id)
        layout, problems = read_layout(
            before, typed or TypedLayout(), tuple(self.workspace.config.volumes)
        )
        codes = codes_of(judged)
        shown = code if code in codes else codes[0]
        named = self.named(judged, shown)
        found = list(islice(clashes(layout, _title(judged), codes), 1000))
        values = named.values(FileKind.RENDER)
        values[Piece.DISCIPLINE] = layout.disciplines[0]
        return LayoutPage(
            row.number if row else 0,
            layout.name,
            shown,
            layout.volume,
            layout.folder,
            layout.disciplines,
            tuple(map(str, layout.folders)),
            self.paths(layout, named),
            tuple(PieceShown(str(each), each.about, values[each]) for each in Piece),
            problems,
            tuple(found[:MOST_CLASHES]),
            len(found),
            layout_changes(before, layout),
            (
                *(LayoutName(None, each.name) for each in SHIPPED),
                *(LayoutName(number, each.name) for number, each in own.items()),
            ),
            revisions,
        )

    def change(
        self,
        production_id: int,
        base: int,
        typed: TypedLayout,
    ) -> int:
        """Store where files go as another version, made on version `base`; return its number.

        Raises NotFound, Conflict, and Refusal where what is typed can't be taken, or where two
        files would be one.
        """
        with self.workspace.writing() as session:
            judged = self.judged.of(session, production_id)
            row, before = latest_layout(session, production_id)
            number = row.number if row else 0
            if number != base:
                who = row.who if row else "somebody"
                raise Conflict(
                    f"{who} changed where files go meanwhile (version {number}); nothing of yours "
                    "was stored."
                )
            layout, problems = read_layout(before, typed, tuple(self.workspace.config.volumes))
            if problems:
                first = problems[0]
                raise Refusal(first.message, nearest=first.nearest or None, part=first.part)
            clash = next(clashes(layout, _title(judged), codes_of(judged)), None)
            if clash is not None:
                raise Refusal(f"{clash.words} ({clash.path})", part="paths")
            what = "; ".join(layout_changes(before, layout))
            if not what and number:
                return number
            self._store(session, production_id, number + 1, layout, what or "as it ships")
        return number + 1

    def restore(self, production_id: int, base: int, number: int) -> int:
        """Bring a version back as the newest; return its number. Raises NotFound and Conflict."""
        with self.workspace.writing() as session:
            row, _ = latest_layout(session, production_id)
            if row is None or row.number != base:
                raise Conflict("Where files go was changed meanwhile; nothing was brought back.")
            found = (
                session.query(LayoutRevision)
                .filter_by(production_id=production_id, number=number)
                .one_or_none()
            )
            if found is None:
                raise NotFound(f"There is no version {number} of where files go.")
            layout = layout_in(found)
            self._store(session, production_id, base + 1, layout, f"Version {number} again")
        return base + 1

    def keep(self, production_id: int, name: str) -> None:
        """Keep a production's layout under a name, for others. Raises NotFound and Refusal."""
        title = one_line(name, "A layout's name", 60)
        with self.workspace.writing() as session:
            _, layout = self.standing(session, production_id)
            taken = {each.name.casefold() for each in (*SHIPPED, *own_layouts(session).values())}
            if title.casefold() in taken:
                raise Refusal(f"There is a layout “{title}” already.", nearest=f"{title} 2",
                              part="name")  # fmt: skip
            kept = _renamed(layout.template, title)
            session.add(
                OwnLayout(
                    name=title,
                    content=written(LAYOUT, kept),
                    who=self.workspace.who,
                    at=self.workspace.now(),
                )
            )

    def remove(self, own_id: int) -> None:
        """Remove a layout that was kept. Raises NotFound."""
        with self.workspace.writing() as session:
            row = session.get(OwnLayout, own_id)
            if row is None:
                raise NotFound(f"There is no kept layout numbered {own_id}.")
            session.delete(row)

    def texts(self, name: str) -> LayoutTexts:
        """Return a layout that ships or was kept, by its name, as it is typed. Raises NotFound."""
        with self.workspace.reading() as session:
            every = (*SHIPPED, *own_layouts(session).values())
        found = next((each for each in every if each.name == name), None)
        if found is None:
            raise NotFound(f"There is no layout “{name}”.")
        return _texts(found)

    def texts_of(self, production_id: int) -> LayoutTexts:
        """Return a production's layout as it is typed, for another one. Raises NotFound."""
        return _texts(self._of(production_id))

    def document(self, production_id: int) -> bytes:
        """Return a production's layout as a file, without where it lies. Raises NotFound."""
        return LAYOUT.dump_json(self._of(production_id).template, indent=1) + b"\n"

    def _of(self, production_id: int) -> FilesLayout:
        with self.workspace.reading() as session:
            return self.standing(session, production_id)[1]

    def from_file(self, content: bytes) -> LayoutTexts:
        """Read a layout from a file, as it is typed. Raises Refusal."""
        if len(content) > MOST_BYTES:
            raise Refusal(
                f"The file has {len(content):,} bytes; a layout has at most {MOST_BYTES:,}."
            )
        try:
            return _texts(LAYOUT.validate_json(content))
        except FAILURES as error:
            raise Refusal(f"The file holds no layout: {reason(error)}.") from error

    def named(self, judged: JudgedProduction, code: str) -> Named:
        """Return what the paths of a shot of a production are built from."""
        known = judged.shots.get(code)
        frame, version, element = 1001, 1, "plate"
        stored = StoredAs().storage
        if known is not None:
            stored = known.context.setup.stored_as.storage
            frame, version = known.context.setup.work_range.first, max(1, known.version)
            if known.context.elements:
                element = known.context.elements[0].short_name(code)
        return Named(
            _title(judged), code, self.workspace.initials, element, "", version, frame, stored
        )

    def standing(
        self, session: Session, production_id: int
    ) -> tuple[JudgedProduction, FilesLayout]:
        """Return a production with the layout that stands. Raises NotFound."""
        judged = self.judged.of(session, production_id)
        return judged, latest_layout(session, production_id)[1]

    def ruled(self, loaded: Loaded, kind: FileKind) -> tuple[str, str] | None:
        """Return the volume and the path of a shot's file; None where no volume was chosen."""
        with self.workspace.reading() as session:
            judged, layout = self.standing(session, loaded.head.production_id)
        volume, code = layout.volume_of(kind), loaded.content.setup.code
        if not volume or code not in judged.shots:
            return None
        # It is the version that was loaded, whatever was judged a moment ago.
        named = replace(self.named(judged, code), version=loaded.head.version)
        return volume, layout.below(path_of(layout, kind, named))

    def paths(self, layout: FilesLayout, named: Named) -> tuple[KindPath, ...]:
        """Return where each kind of a shot's files goes."""
        return tuple(self._kind(layout, kind, named) for kind in FileKind)

    def _kind(self, layout: FilesLayout, kind: FileKind, named: Named) -> KindPath:
        rule = layout.paths[kind]
        path = layout.below(path_of(layout, kind, named))
        volume = layout.volume_of(kind)
        root = self.workspace.config.volumes.get(volume)
        problem = unusual(path)
        if not problem and root is not None:
            problem = too_long([path], str(root))
        return KindPath(
            str(kind),
            kind.label,
            str(rule),
            path,
            f"{root}/{path}" if root else "",
            volume,
            problem,
            Piece.FRAME in rule_of(layout, kind, named.stored).pieces,
        )

    def _store(
        self, session: Session, production_id: int, number: int, layout: FilesLayout, what: str
    ) -> None:
        session.add(
            LayoutRevision(
                production_id=production_id,
                number=number,
                content=written(LAYOUT, layout),
                what=what[:400],
                who=self.workspace.who,
                at=self.workspace.now(),
            )
        )


def require_volume(workspace: Workspace, layout: FilesLayout, kind: FileKind) -> str:
    """Return the volume that a kind of file lies on. Raises Refusal where none is chosen."""
    volume = layout.volume_of(kind)
    if not volume:
        raise Refusal("No volume is chosen for the production's files: choose one first.")
    if volume not in workspace.config.volumes:
        raise VolumeAway(f"The volume “{volume}” isn't configured here any more: choose another.")
    return volume


def codes_of(judged: JudgedProduction) -> Sequence[str]:
    """Return the codes of a production's shots, in the cut or set up; at least one."""
    codes = dict.fromkeys(made_safe(each.code).safe for each in judged.events)
    codes |= dict.fromkeys(judged.shots)
    return tuple(codes) or (judged.production.code_example,)


def layout_changes(before: FilesLayout, after: FilesLayout) -> tuple[str, ...]:
    """Return in words what differs between two layouts."""
    found = [
        f"{kind.label} {before.paths[kind]} → {after.paths[kind]}"
        for kind in FileKind
        if before.paths[kind] != after.paths[kind]
    ]

    def told(what: str, was: Sequence[object], now: Sequence[object]) -> None:
        if list(was) != list(now):
            found.append(f"{what} {', '.join(map(str, was))} → {', '.join(map(str, now))}")

    told("folders", before.folders, after.folders)
    told("disciplines", before.disciplines, after.disciplines)
    where = [f"{each.volume or 'no volume'}:{each.folder}" for each in (before, after)]
    if where[0] != where[1]:
        found.append(f"lies on {where[0]} → {where[1]}")
    for kind in FileKind:
        was, now = before.volume_of(kind), after.volume_of(kind)
        if was != now and now != after.volume:
            found.append(f"{kind.label} on {now}")
    return tuple(found)


def _texts(layout: FilesLayout) -> LayoutTexts:
    paths = {str(kind): str(rule) for kind, rule in layout.paths.items()}
    return LayoutTexts(layout.name, paths, tuple(map(str, layout.folders)), layout.disciplines)


def _renamed(layout: FilesLayout, name: str) -> FilesLayout:
    return FilesLayout(name, layout.paths, layout.folders, layout.disciplines)


def _title(judged: JudgedProduction) -> str:
    return judged.production.title


def _revisions(session: Session, production_id: int) -> tuple[LayoutRevisionLine, ...]:
    rows = (
        session.query(LayoutRevision)
        .filter_by(production_id=production_id)
        .order_by(LayoutRevision.number.desc())
        .limit(50)
    )
    return tuple(LayoutRevisionLine(row.number, row.what, row.who, row.at) for row in rows)
