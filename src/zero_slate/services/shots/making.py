"""New shots: from their event in the cut, from several, by hand, or from a setup file."""

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.safe_names import require_code
from zero_slate.core.cut.comp import joined, require_adjoining
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.locks import with_locks
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.shot.by_hand import content_by_hand
from zero_slate.core.shot.change import changed, held
from zero_slate.core.shot.from_event import clip_source, setup_from_event
from zero_slate.core.shot.state import Content
from zero_slate.files.setup_files import SetupDocument
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import ChangedSetting, differences
from zero_slate.services.shots.guards import require_new_code
from zero_slate.services.shots.loading import event_named, load_shot
from zero_slate.services.shots.storing import store_change, store_first
from zero_slate.store import cuts, house, revisions
from zero_slate.store.tables import Production, Shot


@dataclass(frozen=True, slots=True)
class TypedSpan:
    """A shot's stretch as typed: in and out by timecode, a length; empty where nothing is."""

    into: str = ""
    """The first frame, by timecode."""
    out: str = ""
    """The frame after the last, by timecode."""
    length: str = ""
    """The length, in any way that the grammar takes."""


@dataclass(frozen=True, slots=True)
class OpenedSetup:
    """What a setup file would make of a production's shot, before it is taken."""

    code: str
    """The shot's code."""
    title: str
    """The shot's title."""
    shot_id: int | None
    """The shot that would get a new version; None where it would be a new shot."""
    version: int
    """The number of the version that it would be."""
    ranges: str
    """Its work and cut range, in words."""
    changes: tuple[ChangedSetting, ...]
    """What would change; of a new shot, what differs from the edit format."""


class NewShots:
    """Makes the shots of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def set_up_from_event(self, production_id: int, code: str) -> int:
        """Make a shot that follows the edit, from its event in the latest cut; return its id."""
        with self.workspace.writing() as session:
            event = event_named(session, production_id, code)
            if event is None:
                raise NotFound(f"{code} is not in the latest cut.")
            return self.make_from_event(session, production_id, event)

    def make_from_event(self, session: Session, production_id: int, event: CutEvent) -> int:
        """Make a shot that follows the edit, from an event at hand; return its id."""
        edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        _, house_setup = house.latest_house(session)
        content = content_from_event(edit, event, house_setup)
        return self.make(session, production_id, content, f"Set up from the cut: {event.code}")

    def set_up_by_hand(self, production_id: int, code: str, title: str, span: TypedSpan) -> int:
        """Make a shot that isn't in the cut, as long as is typed or as the house setup says."""
        with self.workspace.writing() as session:
            if session.get(Production, production_id) is None:
                raise NotFound(f"There is no production numbered {production_id}.")
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, setup = house.latest_house(session)
            content = content_by_hand(edit, code, title, span.into, span.out, span.length, setup)
            return self.make(session, production_id, content, "Set up by hand")

    def set_up_comp(self, production_id: int, code: str, events: tuple[str, ...]) -> int:
        """Make one shot for adjoining events of the latest cut; return its id. Raises Refusal."""
        require_code(code)
        with self.workspace.writing() as session:
            cut = cuts.latest_cut(session, production_id)
            found = cuts.events_named(session, cut.id, events) if cut else []
            missing = sorted(set(events) - {event.code for event in found})
            if missing:
                raise NotFound(f"{', '.join(missing)} is not in the latest cut.")
            require_adjoining(found)
            event = joined(found, code)
            assert event is not None, "adjoining events make one"
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, house_setup = house.latest_house(session)
            content = content_from_event(edit, event, house_setup)
            # Its source is the edit itself, which moves: the count doesn't go by it.
            update = {"events": tuple(e.code for e in found), "source": None}
            content = content.model_copy(update=update)
            words = f"Set up as a comp of {', '.join(content.events)}"
            return self.make(session, production_id, content, words)

    def preview_document(self, production_id: int, document: SetupDocument) -> OpenedSetup:
        """Say what opening a setup file would make; nothing is stored. Raises as opening does."""
        content = _content_of(document)
        setup = content.setup
        with self.workspace.reading() as session:
            known = _known(session, production_id, setup.code)
            if known is not None:
                loaded = load_shot(session, known)
                after = _onto(loaded.content, content)
                changes = differences(loaded.content, after)
                version = loaded.head.version + 1
            else:
                if session.get(Production, production_id) is None:
                    raise NotFound(f"There is no production numbered {production_id}.")
                require_new_code(session, production_id, setup.code)
                edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
                changes = tuple(
                    ChangedSetting(key, EDIT_SETTINGS[key].label, *values)
                    for key, values in changed(edit, setup, EDIT_SETTINGS).items()
                )
                version = 1
        ranges = f"work {setup.work_range}, cut {setup.cut_range}"
        return OpenedSetup(setup.code, setup.title, known, version, ranges, changes)

    def take_document(self, production_id: int, document: SetupDocument, file_name: str) -> int:
        """Make a shot from a setup file, or a new version where there is one; return its id."""
        content = _content_of(document)
        with self.workspace.writing() as session:
            known = _known(session, production_id, document.setup.code)
            if known is None:
                return self.make(session, production_id, content, f"Opened {file_name}")
            loaded = load_shot(session, known)
            after = _onto(loaded.content, content)
            store_change(self.workspace, session, loaded, after, f"Opened {file_name}: ")
            return known

    def make(self, session: Session, production_id: int, content: Content, what: str) -> int:
        """Store a new shot as the facility's locks leave it; return its id.

        Raises NotFound and Refusal.
        """
        setup = with_locks(content.setup, self.workspace.locks)
        if session.get(Production, production_id) is None:
            raise NotFound(f"There is no production numbered {production_id}.")
        require_new_code(session, production_id, setup.code)
        content = content.model_copy(update={"setup": setup})
        return store_first(self.workspace, session, production_id, content, what)


def content_from_event(edit: EditFormat, event: CutEvent, house_setup: HouseSetup) -> Content:
    """Return a shot that follows the edit in everything, its count going by its source."""
    setup = setup_from_event(edit, event, house=house_setup)
    return Content(setup=setup, source=clip_source(edit, event))


def _content_of(document: SetupDocument) -> Content:
    return Content(
        setup=document.setup,
        departures=document.departures,
        marks=document.marks,
        brief=document.brief,
        format=document.format,
        artwork=document.artwork,
        grade=document.grade,
    )


def _known(session: Session, production_id: int, code: str) -> int | None:
    return session.scalars(
        select(Shot.id).where(Shot.production_id == production_id, Shot.code == code)
    ).first()


def _onto(kept: Content, opened: Content) -> Content:
    """Return a content that was opened as the next of a shot's. Raises Refusal for a lock."""
    refused = held(kept, changed(kept.setup, opened.setup))
    if refused:
        raise refused
    return opened.model_copy(
        update={key: getattr(kept, key) for key in ("lock", "source", "shift", "events", "wanted")}
    )
