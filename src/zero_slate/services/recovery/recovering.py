"""Bringing back a version that can be opened, where the one that stands can't be."""

from collections.abc import Iterator
from contextlib import suppress

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.shot.state import Content
from zero_slate.services.productions.edit_formats import edit_revision
from zero_slate.services.productions.judged import production_of
from zero_slate.services.recovery.salvage import salvage
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import load_shot
from zero_slate.services.shots.showing import lay_out_stored
from zero_slate.services.shots.storing import store_restored
from zero_slate.store import revisions
from zero_slate.store.tables import EditRevision, SetupRevision, Shot
from zero_slate.store.unreadable import Unreadable


class Recovery:
    """Brings back what can be opened: each time as a new version, so that nothing is lost."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def shot(self, shot_id: int) -> None:
        """Bring back the newest version of a shot, and of its edit format, that can be opened.

        Where no version can be, what can still be read of the newest stands, with the edit's
        values for the rest. Raises NotFound, and Refusal where there is nothing to mend or
        nothing that could be opened.
        """
        with self.workspace.writing() as session:
            shot = session.get(Shot, shot_id)
            if shot is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            mended = self._mend_edit(session, shot.production_id)
            if not self._mend_shot(session, shot) and not mended:
                raise Refusal(f"{shot.code} can be opened: nothing needs bringing back.")

    def edit_format(self, production_id: int) -> None:
        """Bring back the newest version of an edit format that can be read. Raises as `shot`."""
        with self.workspace.writing() as session:
            production = production_of(session, production_id)
            if not self._mend_edit(session, production_id):
                raise Refusal(
                    f"The edit format of {production.title} can be read: nothing needs bringing "
                    "back."
                )

    def _mend_edit(self, session: Session, production_id: int) -> bool:
        broken, *former = revisions.edits_of(session, production_id)
        with suppress(Unreadable):
            revisions.edit_format_of(broken)
            return False
        edit, source = _edit_to_stand(broken, former)
        what = f"{source}: v{broken.number:03d} couldn't be opened"
        session.add(edit_revision(self.workspace, production_id, broken.number + 1, edit, what))
        session.flush()
        return True

    def _mend_shot(self, session: Session, shot: Shot) -> bool:
        with suppress(Unreadable):
            lay_out_stored(self.workspace, load_shot(session, shot.id))
            return False
        edit = revisions.edit_format_of(revisions.latest_edit(session, shot.production_id))
        broken, *former = revisions.setups_of(session, shot.id)
        for content, source in _contents_to_stand(broken, former, edit):
            with suppress(Unreadable), session.begin_nested():
                store_restored(self.workspace, session, shot, broken, content, source)
                lay_out_stored(self.workspace, load_shot(session, shot.id))
                return True
        raise Refusal(f"Nothing of the {len(former) + 1} versions of {shot.code} can be opened.")


def _contents_to_stand(
    broken: SetupRevision, former: list[SetupRevision], edit: EditFormat
) -> Iterator[tuple[Content, str]]:
    """Yield what could stand in place of a shot's version, the best first, and what it is."""
    for row in former:
        with suppress(Unreadable):
            yield revisions.content_of(row), f"Brought back v{row.number:03d}"
    instead = edit.model_dump(mode="json")
    for row in (broken, *former):
        saved = salvage(revisions.CONTENT, row.content, instead)
        if saved:
            yield saved, f"What can be read of v{row.number:03d}, the rest from the edit format"


def _edit_to_stand(broken: EditRevision, former: list[EditRevision]) -> tuple[EditFormat, str]:
    """Return what stands in place of an edit format's version, and what it is."""
    for row in former:
        with suppress(Unreadable):
            return revisions.edit_format_of(row), f"Brought back v{row.number:03d}"
    saved = salvage(revisions.EDIT_FORMAT, broken.content, EditFormat().model_dump(mode="json"))
    return saved or EditFormat(), f"What can be read of v{broken.number:03d}"
