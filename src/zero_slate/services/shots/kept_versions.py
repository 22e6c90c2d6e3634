"""Every version of a shot's setup: listed, compared, named, brought back."""

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import ChangedSetting, differences
from zero_slate.services.shots.guards import require_version
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.storing import store_change
from zero_slate.store import revisions
from zero_slate.store.gone import note_gone
from zero_slate.store.tables import Production, SetupRevision, Shot, VersionName
from zero_slate.store.thinning import thin_out_all, to_go

MOST_LISTED = 1000
LEAST_KEPT, MOST_KEPT = 10, 10_000
LONGEST_NAME = 60


@dataclass(frozen=True, slots=True)
class KeptVersion:
    """A version of a shot's setup."""

    number: int
    """Its number."""
    what: str
    """What changed with it, in words."""
    who: str
    """Who saved it."""
    at: str
    """When, as an ISO 8601 moment in UTC."""
    name: str
    """The name that somebody gave it; empty where nobody did."""


@dataclass(frozen=True, slots=True)
class KeptVersions:
    """The versions of a shot's setup: each save is one, and none is lost."""

    versions: tuple[KeptVersion, ...]
    """The newest first, as many as are listed."""
    all: int
    """How many there are."""
    production: int
    """The production's number."""
    keeps: int | None
    """How many the production keeps besides the named ones; all where it is None."""


@dataclass(frozen=True, slots=True)
class KeepingPlan:
    """What keeping so many versions takes away."""

    keeps: int | None
    """How many are kept besides the named ones; all where it is None."""
    goes: int
    """How many versions of all shots go at once."""
    words: str
    """The same in words."""


@dataclass(frozen=True, slots=True)
class ComparedVersions:
    """Two versions of a shot's setup, one against the other."""

    before: int
    """The number of the one."""
    after: int
    """The number of the other."""
    changes: tuple[ChangedSetting, ...]
    """What differs, from the one to the other."""


class Keeping:
    """The versions that are kept of setups."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def list(self, shot_id: int) -> KeptVersions:
        """Return the versions of a shot's setup. Raises NotFound."""
        with self.workspace.reading() as session:
            production_id = load_shot(session, shot_id).head.production_id
            keeps = _production(session, production_id).keeps
            rows = (
                session.query(
                    SetupRevision.number, SetupRevision.what, SetupRevision.who, SetupRevision.at
                )
                .filter_by(shot_id=shot_id)
                .order_by(SetupRevision.number.desc())
            )
            names = {
                row.number: row.name
                for row in session.query(VersionName).filter_by(shot_id=shot_id)
            }
            count = rows.count()
            found = tuple(
                KeptVersion(number, what, who, at, names.get(number, ""))
                for number, what, who, at in rows.limit(MOST_LISTED)
            )
        return KeptVersions(found, count, production_id, keeps)

    def compare(self, shot_id: int, before: int, after: int) -> ComparedVersions:
        """Return what differs between two versions. Raises NotFound and Unreadable."""
        with self.workspace.reading() as session:
            loaded = load_shot(session, shot_id)
            one, other = (self._content(session, loaded, each) for each in (before, after))
        return ComparedVersions(before, after, differences(one, other))

    def restore(self, shot_id: int, base: int, number: int) -> None:
        """Bring a version back as the newest, made on version `base`; undo takes it away again.

        Raises NotFound, Conflict, Unreadable, and Refusal where it is what stands, or a lock or
        another shot's code is against it.
        """
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            require_version(session, loaded, base)
            content = self._content(session, loaded, number)
            if content == loaded.content:
                raise Refusal(f"v{number:03d} is what stands: there is nothing to bring back.")
            store_change(self.workspace, session, loaded, content, f"v{number:03d} again: ")

    def plan(self, production_id: int, keeps: int | None) -> KeepingPlan:
        """Say what keeping so many versions takes away. Raises NotFound and Refusal."""
        _require_keeps(keeps)
        with self.workspace.reading() as session:
            _production(session, production_id)
            shots = select(Shot.id).where(Shot.production_id == production_id)
            goes = len(session.scalars(to_go(keeps, shots)).all()) if keeps is not None else 0
        return KeepingPlan(keeps, goes, _keeping_words(keeps, goes))

    def keep(self, production_id: int, keeps: int | None) -> KeepingPlan:
        """Keep so many versions of each setup from now on. Raises NotFound and Refusal.

        Named ones stay, and those that a version was taken or handed off from.
        """
        _require_keeps(keeps)
        with self.workspace.writing() as session:
            _production(session, production_id).keeps = keeps
            goes = thin_out_all(session, production_id, keeps) if keeps is not None else 0
            if goes:
                note_gone(session)
        return KeepingPlan(keeps, goes, _keeping_words(keeps, goes))

    def name(self, shot_id: int, number: int, name: str) -> None:
        """Name a version; an empty name takes it away. Raises NotFound and Refusal."""
        said = one_line(name, "A version's name", LONGEST_NAME)
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            self._require(loaded, number)
            known = session.query(VersionName).filter_by(shot_id=shot_id)
            same = known.filter(VersionName.number != number, VersionName.name == said).first()
            if said and same is not None:
                raise Refusal(
                    f"v{same.number:03d} is called “{said}” already.",
                    nearest=f"{said} 2",
                    part="name",
                )
            row = known.filter_by(number=number).one_or_none()
            if not said:
                if row is not None:
                    session.delete(row)
                return
            row = row or VersionName(shot_id=shot_id, number=number)
            row.name, row.who, row.at = said, self.workspace.who, self.workspace.now()
            session.add(row)

    def _content(self, session: Session, loaded: Loaded, number: int) -> Content:
        self._require(loaded, number)
        if number == loaded.head.version:
            return loaded.content
        return revisions.content_of(self._row(session, loaded, number))

    def _require(self, loaded: Loaded, number: int) -> None:
        if not 1 <= number <= loaded.head.version:
            raise NotFound(f"There is no version {number}; the latest is {loaded.head.version}.")

    def _row(self, session: Session, loaded: Loaded, number: int) -> SetupRevision:
        if not revisions.is_kept(session, loaded.head.id, number):
            raise NotFound(f"Version {number} wasn't kept: it is past those that are.")
        return revisions.setup_number(session, loaded.head.id, number)


def _require_keeps(keeps: int | None) -> None:
    if keeps is not None and not LEAST_KEPT <= keeps <= MOST_KEPT:
        raise Refusal(
            f"{keeps:,} versions are out of range: {LEAST_KEPT} to {MOST_KEPT:,} are kept, or all.",
            nearest=str(min(MOST_KEPT, max(LEAST_KEPT, keeps))),
            part="keeps",
        )


def _keeping_words(keeps: int | None, goes: int) -> str:
    if keeps is None:
        return "Every version is kept."
    said = f"The last {keeps} of each setup are kept, and those that are named, taken or handed off"
    return f"{said}: {counted(goes, 'version')} {'goes' if goes == 1 else 'go'} at once."


def _production(session: Session, production_id: int) -> Production:
    row = session.get(Production, production_id)
    if row is None:
        raise NotFound(f"There is no production numbered {production_id}.")
    return row
