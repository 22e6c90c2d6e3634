"""The edit format of a production: read as it is typed, and stored as the next version."""

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.colour_names import held_by_names
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.locks import held_by_locks
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Reading, Typed, apply_to_edit, read_typed
from zero_slate.core.shot.change import changed
from zero_slate.core.time.entry.clock import Clock
from zero_slate.files.setup_files import EditFormatDocument, write_document
from zero_slate.services.productions.judged import production_of
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.guards import Conflict
from zero_slate.store import revisions
from zero_slate.store.tables import EditRevision


def edit_document(workspace: Workspace, production_id: int) -> bytes:
    """Return a production's edit format as a file. Raises NotFound."""
    with workspace.reading() as session:
        production_of(session, production_id)
        edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
    return write_document(EditFormatDocument(edit_format=edit))


def next_edit(
    workspace: Workspace, session: Session, production_id: int, base: int, typed: Typed
) -> tuple[EditFormat, EditFormat, str, int]:
    """Return the edit format before and after what is typed, what changes, and its number.

    It is made on version `base`. Raises Refusal.
    """
    production_of(session, production_id)
    row = revisions.latest_edit(session, production_id)
    if row.number != base:
        raise Conflict(
            f"{row.who} changed the edit format meanwhile (version {row.number}: "
            f"{row.what}); nothing of yours was stored."
        )
    before = revisions.edit_format_of(row)
    after = require_edit(before, typed, workspace)
    return before, after, "; ".join(edit_changes(before, after)), row.number + 1


def edit_revision(
    workspace: Workspace, production_id: int, number: int, edit: EditFormat, what: str
) -> EditRevision:
    """Return a version of an edit format, to be stored."""
    return EditRevision(
        production_id=production_id,
        number=number,
        content=revisions.write_edit_format(edit),
        what=what,
        who=workspace.who,
        at=workspace.now(),
    )


def require_edit(before: EditFormat, typed: Typed, workspace: Workspace) -> EditFormat:
    """Return an edit format with what is typed. Raises Refusal where that can't be taken."""
    reading = read_edit(before, typed, workspace)
    for key, problem in reading.problems.items():
        raise problem.refusal(key, EDIT_SETTINGS[key].label)
    return apply_to_edit(before, reading.values)


def read_edit(edit: EditFormat, typed: Typed, workspace: Workspace) -> Reading:
    """Read what is typed in an edit format. Raises Refusal for a field that there isn't."""
    try:
        reading = read_typed(edit, typed, EDIT_SETTINGS, Clock(edit.rate, edit.drops))
    except KeyError as error:
        raise Refusal(f"An edit format has no field {error}.") from error
    held_by_locks(reading, workspace.locks)
    return held_by_names(reading, typed, workspace.config_of, edit.color_config)


def tried(before: EditFormat, reading: Reading) -> tuple[EditFormat, str | None]:
    """Return the edit format as it would be, and why it can't be where its values clash."""
    try:
        return apply_to_edit(before, reading.values), None
    except Refusal as refusal:
        return before, str(refusal)


def edit_changes(before: EditFormat, after: EditFormat) -> tuple[str, ...]:
    """Return each setting that two edit formats differ in: `Rate 24 → 25`."""
    return tuple(
        f"{EDIT_SETTINGS[key].label} {was} → {now}"
        for key, (was, now) in changed(before, after, EDIT_SETTINGS).items()
    )
