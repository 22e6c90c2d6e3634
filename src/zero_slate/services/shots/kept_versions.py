"""Every version of a shot's setup: listed, compared, named, brought back."""

from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import ChangedSetting, differences
from zero_slate.services.shots.guards import require_version
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.storing import store_change
from zero_slate.store import revisions
from zero_slate.store.tables import SetupRevision, VersionName

MOST_LISTED = 1000
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
            load_shot(session, shot_id)
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
        return KeptVersions(found, count)

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
        return revisions.content_of(revisions.setup_number(session, loaded.head.id, number))

    def _require(self, loaded: Loaded, number: int) -> None:
        if not 1 <= number <= loaded.head.version:
            raise NotFound(f"There is no version {number}; the latest is {loaded.head.version}.")
