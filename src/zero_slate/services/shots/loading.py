"""A shot as it is stored, with all it is judged by."""

from dataclasses import dataclass
from functools import cached_property

from sqlalchemy.orm import Session

from zero_slate.core.checks.match import rate_warning
from zero_slate.core.cut.comp import joined
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import Element
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.history import History, history
from zero_slate.core.shot.state import Content
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.chains import not_seen
from zero_slate.services.shots.differences import differences
from zero_slate.services.shots.pages import ShotHead
from zero_slate.store import cuts, elements, revisions
from zero_slate.store.tables import Cut, Production, Shot
from zero_slate.store.unreadable import Unreadable


@dataclass(frozen=True)
class Loaded:
    """A shot as it is stored, with all it is judged by."""

    head: ShotHead
    content: Content
    edit: EditFormat
    event: CutEvent | None
    elements: tuple[Element, ...]
    history: History

    def context(self, workspace: Workspace, content: Content | None = None) -> ShotContext:
        """Return what a content, the stored one or another, is judged by."""
        content = content or self.content
        return ShotContext.of(
            content,
            self.edit,
            self.event,
            self.elements,
            workspace.config_of(content.setup.color_config),
            workspace.probe(content.setup),
            workspace.background(content.setup),
            not_seen(workspace, content, self.event),
        )

    def edit_words(self, key: str) -> str:
        """Say who asks a setting on the edit's side: its cut, or its format."""
        if key in EDIT_SETTINGS:
            return "Edit format"
        return f"Cut {self.head.cut_number:02d}" if self.head.cut_number else "Edit"

    @cached_property
    def stored(self) -> ShotContext:
        """What the stored content is judged by, colours apart."""
        return ShotContext.of(self.content, self.edit, self.event, self.elements)


def load_shot(session: Session, shot_id: int) -> Loaded:
    """Return a shot with all it is judged by. Raises NotFound."""
    shot = session.get(Shot, shot_id)
    if shot is None:
        raise NotFound(f"There is no shot numbered {shot_id}.")
    production = session.get_one(Production, shot.production_id)
    row = revisions.latest_setup(session, shot_id)
    content = revisions.content_of(row)
    cut = cuts.latest_cut(session, production.id)
    event = event_for(session, cut, content) if cut else None
    edit = revisions.edit_format_of(revisions.latest_edit(session, production.id))
    linked = elements.elements_of(elements.element_rows(session, shot_id))
    past = history(revisions.steps_of(session, shot_id))
    head = ShotHead(
        shot.id,
        shot.code,
        content.setup.title,
        content.setup.subtitle,
        production.id,
        production.title,
        cut.number if cut else None,
        row.number,
        row.at,
        row.who,
        row.what,
        past.undo,
        past.redo,
        rate_warning(content.setup, edit, content.departures),
    )
    return Loaded(head, content, edit, event, linked, past)


def changes_since(session: Session, loaded: Loaded, version: int) -> tuple[str, ...]:
    """Return in words what has changed in a shot since one of its versions."""
    if not 0 < version < loaded.head.version:
        return ()
    try:
        then = revisions.content_of(revisions.setup_number(session, loaded.head.id, version))
    except Unreadable:
        return (f"version {version} of the setup can't be read",)
    return tuple(
        f"{each.label} {each.before or 'none'} → {each.after or 'none'}"
        for each in differences(then, loaded.content)
    )


def event_named(session: Session, production_id: int, code: str) -> CutEvent | None:
    """Return a code's first event in the latest cut."""
    cut = cuts.latest_cut(session, production_id)
    return next(iter(cuts.events_named(session, cut.id, [code])), None) if cut else None


def event_for(session: Session, cut: Cut, content: Content) -> CutEvent | None:
    """Return a shot's event in a cut, or those of a comp as one; the first where it repeats."""
    code = content.setup.code
    found = cuts.events_named(session, cut.id, content.events or [code])
    return joined(found if content.events else found[:1], code)
