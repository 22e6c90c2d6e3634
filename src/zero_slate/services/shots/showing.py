"""A shot laid out as its page; and that what is stored can be laid out at all."""

from collections.abc import Iterable

from sqlalchemy.orm import Session

from zero_slate.core.checks.match import match
from zero_slate.core.presentation.drawings.sheet import draw_sheet
from zero_slate.core.presentation.frame_rule import build_frame_rule
from zero_slate.core.presentation.sheet import build_sheet
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.change import change
from zero_slate.core.time.frames import FrameRange
from zero_slate.logs import fail
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.pages import ShotPage, brief_shown
from zero_slate.services.shots.typed_sheet import read_sheet
from zero_slate.store.unreadable import Unreadable, reason
from zero_slate.store.written import NotKept

# What reckoning with values that nobody foresaw may raise.
FAILURES = (ValueError, LookupError, TypeError, ArithmeticError, RecursionError, AssertionError)


MOST_LOOKED_AT = 24
_STORED = "shots stored"


def is_stored(session: Session, shot_ids: Iterable[int]) -> None:
    """Note that a session stores a version of some shots: they are looked at before it ends."""
    session.info.setdefault(_STORED, {}).update(dict.fromkeys(shot_ids))


def lay_out(
    workspace: Workspace,
    loaded: Loaded,
    typed: Typed | None = None,
    view: FrameRange | None = None,
    setting: str | None = None,
) -> ShotPage:
    """Lay a shot out as its page, with texts that are typed in place of what is stored.

    Raises Refusal for a field that there isn't, and for what can't be laid out.
    """
    reading = read_sheet(loaded.content, loaded.stored.clock, typed or {}, workspace.locks)
    content = change(loaded.content, reading.values, loaded.stored.anchor)
    context = loaded.context(workspace, content)
    found = match(context, content.departures)
    drawings = draw_sheet(context, loaded.content.setup, setting)
    return ShotPage(
        loaded.head,
        build_sheet(context, found, content.departures, typed or {}, reading, workspace.locks),
        drawings,
        build_frame_rule(context, view),
        brief_shown(content),
        content.lock,
        content.marks,
        workspace.names.config,
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

    Of a change of many shots the first are looked at: it gives all of them the same values.
    """
    for shot_id in list(session.info.get(_STORED, ()))[:MOST_LOOKED_AT]:
        loaded = load_shot(session, shot_id)
        try:
            lay_out(workspace, loaded)
        except FAILURES as error:
            fail("what was to be stored can't be shown", error, shot=shot_id)
            raise NotKept(
                f"Nothing was saved: {loaded.head.code} couldn't be opened again with it. "
                f"{reason(error)}."
            ) from error
