"""A shot laid out as its page; and that what is stored can be laid out at all."""

from collections.abc import Iterable, Iterator
from contextlib import suppress
from dataclasses import replace

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.checks.match import match
from zero_slate.core.presentation.colour_words import config_words
from zero_slate.core.presentation.drawings.sheet import draw_sheet
from zero_slate.core.presentation.frame_rule import build_frame_rule
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Reading, Typed
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange
from zero_slate.logs import fail
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.pages import ShotPage, brief_shown
from zero_slate.services.shots.typed_sheet import read_sheet
from zero_slate.store.tables import Shot
from zero_slate.store.unreadable import FAILURES, Unreadable, reason
from zero_slate.store.written import NotKept

MOST_LOOKED_AT = 24
_STORED = "shots stored"
_EDITS = "edit formats stored"


def is_stored(session: Session, shot_ids: Iterable[int]) -> None:
    """Note that a session stores a version of some shots: they are looked at before it ends."""
    session.info.setdefault(_STORED, {}).update(dict.fromkeys(shot_ids))


def edit_is_stored(session: Session, production_id: int, before: EditFormat) -> None:
    """Note that a session stores an edit format: its shots are looked at before it ends."""
    session.info.setdefault(_EDITS, {}).setdefault(production_id, before)


def context_as_typed(workspace: Workspace, loaded: Loaded, typed: Typed | None) -> ShotContext:
    """Return what a shot is judged by, with texts that are typed in place of what is stored.

    What can't be taken stands as it is stored. Raises Refusal for a field that there isn't.
    """
    return loaded.context(workspace, _typed(workspace, loaded, typed)[0])


def _typed(workspace: Workspace, loaded: Loaded, typed: Typed | None) -> tuple[Content, Reading]:
    reading = read_sheet(
        loaded.content, loaded.stored.clock, typed or {}, workspace.locks, workspace.config_of
    )
    return change(loaded.content, reading.values, loaded.stored.anchor), reading


def lay_out(
    workspace: Workspace,
    loaded: Loaded,
    typed: Typed | None = None,
    view: FrameRange | None = None,
    setting: str | None = None,
    frame: int | None = None,
) -> ShotPage:
    """Lay a shot out as its page, with texts that are typed in place of what is stored.

    Raises Refusal for a field that there isn't, and for what can't be laid out.
    """
    content, reading = _typed(workspace, loaded, typed)
    context = loaded.context(workspace, content)
    found = match(context, content.departures)
    stored = loaded.content.setup
    was = workspace.probe(stored) if typed else None
    drawings = draw_sheet(context, stored, setting, was, frame)
    return ShotPage(
        loaded.head,
        build_sheet(context, found, content.departures, typed or {}, reading, workspace.locks),
        drawings,
        build_frame_rule(context, view),
        brief_shown(content),
        content.lock,
        content.marks,
        config_words(workspace.config_of(content.setup.color_config)),
    )


def lay_out_stored(workspace: Workspace, loaded: Loaded) -> ShotPage:
    """Lay a shot out as it is stored. Raises Unreadable where that can't be."""
    try:
        return lay_out(workspace, loaded)
    except FAILURES as error:
        fail("a shot can't be shown", error, shot=loaded.head.id)
        raise Unreadable(f"Version {loaded.head.version}", reason(error)) from error


def require_shown(workspace: Workspace, session: Session) -> None:
    """Refuse to keep what a session has stored of shots where a page of it can't be laid out.

    Of a change of many shots the first are looked at: it gives all of them the same values. So are
    the first shots of an edit format; one that couldn't be laid out by the former either is no
    fault of the new.
    """
    for shot_id in list(session.info.get(_STORED, ()))[:MOST_LOOKED_AT]:
        loaded = load_shot(session, shot_id)
        error = _fault(workspace, loaded)
        if error is not None:
            raise _not_kept(error, loaded)
    for production_id, before in session.info.get(_EDITS, {}).items():
        for loaded in _some_shots(session, production_id):
            error = _fault(workspace, loaded)
            if error is not None and not _fault(workspace, replace(loaded, edit=before)):
                raise _not_kept(error, loaded)


def _some_shots(session: Session, production_id: int) -> Iterator[Loaded]:
    rows = select(Shot.id).where(Shot.production_id == production_id).order_by(Shot.id)
    for shot_id in session.scalars(rows.limit(MOST_LOOKED_AT)).all():
        with suppress(Unreadable):
            yield load_shot(session, shot_id)


def _fault(workspace: Workspace, loaded: Loaded) -> Exception | None:
    try:
        lay_out(workspace, loaded)
    except FAILURES as error:
        return error
    return None


def _not_kept(error: Exception, loaded: Loaded) -> NotKept:
    fail("what was to be stored can't be shown", error, shot=loaded.head.id)
    said = f"Nothing was saved: {loaded.head.code} couldn't be opened again with it. "
    return NotKept(f"{said}{reason(error)}.")
