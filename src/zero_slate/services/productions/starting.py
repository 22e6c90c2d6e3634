"""Starting a production with an edit format, and how its cut lists are read."""

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.presentation.sheet import SheetRow, edit_rows
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.locks import with_locks
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Typed
from zero_slate.core.time.rate import FrameRate
from zero_slate.services.productions.edit_formats import (
    edit_revision,
    read_edit,
    require_edit,
    tried,
)
from zero_slate.services.productions.judged import production_of
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.store import revisions
from zero_slate.store.gone import next_id
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Production

LONGEST_TITLE = 120


class Productions:
    """Starts the productions of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def start(self, title: str, kind: str, typed: Typed, code_example: str | None = None) -> int:
        """Start a production with an edit format; return its id. Raises Refusal."""
        title = one_line(title, "A production's title", 10 * LONGEST_TITLE)
        if not 0 < len(title) <= LONGEST_TITLE:
            raise Refusal(
                f"A production's title takes 1 to {LONGEST_TITLE} characters; this has "
                f"{len(title)}.",
                part="title",
            )
        try:
            kind = one_line(kind, "The kind of job", LONGEST_TITLE, keeps=True)
        except Refusal as refusal:
            raise refusal.in_part("kind") from None
        rule = CodeRule() if code_example is None else CodeRule.typed(code_example)
        edit = require_edit(self._new_format(), typed, self.workspace)
        with self.workspace.writing() as session:
            now = self.workspace.now()
            production = Production(
                id=next_id(session, Production),
                title=title,
                kind=kind,
                code_example=rule.example,
                created_at=now,
            )
            session.add(production)
            session.flush()
            session.add(edit_revision(self.workspace, production.id, 1, edit, "Started"))
            return production.id

    def new_edit_format(self, typed: Typed) -> tuple[tuple[SheetRow, ...], str | None]:
        """Return the rows of an edit format that is being typed for a new production."""
        begins = self._new_format()
        reading = read_edit(begins, typed, self.workspace)
        after, problem = tried(begins, reading)
        names, locks = self.workspace.names_for(after), self.workspace.locks
        return edit_rows(after, EDIT_SETTINGS, typed, reading, names, locks), problem

    def _new_format(self) -> EditFormat:
        """Return what a new production's edit format begins with: what the house setup says."""
        with self.workspace.reading() as session:
            _, setup = latest_house(session)
        said = EditFormat(**{key: getattr(setup, key) for key in EDIT_SETTINGS})
        return with_locks(said, self.workspace.locks)

    def rule(self, production_id: int) -> tuple[CodeRule, FrameRate, bool]:
        """Return how a production's cut lists are read: code rule, rate, drop-frame or not."""
        with self.workspace.reading() as session:
            production = production_of(session, production_id)
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
        return CodeRule(production.code_example), edit.rate, edit.drops
