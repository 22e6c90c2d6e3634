"""One change to several shots: seen before it is made, stored whole, taken back whole."""

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.settings.locks import lock_refusal
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.proposal import carry_out
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.batches import add_versions, store_batch
from zero_slate.services.changes.effects import Window, effect_of
from zero_slate.services.changes.sources import ResolvedSource, Source, Sources
from zero_slate.services.productions.edit_formats import edit_revision
from zero_slate.services.productions.judged import (
    JudgedProductions,
    JudgedShot,
    production_of,
    shots_of,
)
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import differences
from zero_slate.services.shots.storing import give_codes
from zero_slate.store import revisions
from zero_slate.store.tables import Batch, EditRevision, SetupRevision

MOST_NAMED = 20


@dataclass(frozen=True, slots=True)
class TouchedShot:
    """What a change would do to one of several shots; `refused` says why it can't."""

    id: int
    """The shot's number."""
    code: str
    """The shot's code."""
    before: State
    """How it stands to the edit now."""
    after: State
    """How it would stand to the edit."""
    changes: tuple[str, ...]
    """What would change, a sentence each."""
    appear: tuple[str, ...]
    """The findings that would come about."""
    vanish: tuple[str, ...]
    """The findings that would go."""
    refused: str | None
    """Why it can't be changed; None where it can."""


@dataclass(frozen=True, slots=True)
class BatchPage:
    """A change of several shots before it is made."""

    label: str
    """What the change is called, as the shots' histories will say."""
    touched: tuple[TouchedShot, ...]
    """The shots that it would change, from `offset`."""
    touches: int
    """How many it would change in all."""
    refused: int
    """How many of those can't be changed."""
    offset: int
    """Which shot `touched` begins with, from 0."""
    same: tuple[str, ...]
    """The codes of the first of those it wouldn't change."""
    stays: int
    """How many it wouldn't change."""


@dataclass(frozen=True, slots=True)
class BatchEntry:
    """A change of several shots that was made."""

    id: int
    """The change's number."""
    what: str
    """What was changed, in words."""
    who: str
    """Who made it."""
    at: str
    """When, as an ISO 8601 moment in UTC."""
    shots: int
    """How many shots it changed."""
    undone_at: str | None
    """When it was taken back; None where it stands."""


@dataclass(frozen=True, slots=True)
class UndoneBatch:
    """What taking a change back came to: `kept` were changed since, and stay."""

    shots: int
    """How many shots were taken back."""
    kept: tuple[str, ...]
    """The codes of those that were changed since, and stay."""


@dataclass(frozen=True, slots=True)
class _Made:
    """A shot with what a source makes of it, why it can't, and what that is called."""

    known: JudgedShot
    after: Content
    refused: str | None
    label: str


class Batches:
    """Changes to several shots of a production at once."""

    def __init__(self, workspace: Workspace, judged: JudgedProductions, sources: Sources):
        self.workspace = workspace
        self.judged = judged
        self.sources = sources

    def page(
        self,
        production_id: int,
        source: Source,
        shots: list[int],
        leave: frozenset[str],
        window: Window = Window(),  # noqa: B008
    ) -> BatchPage:
        """Show what a source would make of some shots. Nothing is stored."""
        resolved = self.sources.resolve(source)
        with self.workspace.reading() as session:
            chosen = shots_of(self.judged.of(session, production_id), shots)
        made = [self._made(known, resolved, leave) for known in chosen]
        touched: list[_Made] = []
        same: list[str] = []
        for each in made:
            if each.after != each.known.content or each.refused:
                touched.append(each)
            else:
                same.append(each.known.content.setup.code)
        return BatchPage(
            made[0].label if made else "",
            tuple(map(_touched, touched[window.of(touched)])),
            len(touched),
            sum(each.refused is not None for each in touched),
            window.offset,
            tuple(same[:MOST_NAMED]),
            len(same),
        )

    def take(
        self, production_id: int, source: Source, shots: list[int], leave: frozenset[str]
    ) -> int:
        """Store what a source makes of some shots as one change; return its number.

        Raises Refusal where one of them can't be changed so: then none is.
        """
        resolved = self.sources.resolve(source)
        with self.workspace.writing() as session:
            judged = self.judged.of(session, production_id)
            made = [self._made(known, resolved, leave) for known in shots_of(judged, shots)]
            for each in made:
                if each.refused:
                    raise Refusal(f"{each.known.content.setup.code}: {each.refused}")
            taken = [(e.known, e.after) for e in made if e.after != e.known.content]
            if not taken:
                raise Refusal("None of these shots would be changed by it.")
            return store_batch(self.workspace, session, production_id, made[0].label, taken)

    def undo(self, batch_id: int) -> UndoneBatch:
        """Take a change back whole. Shots that were changed since stay, and are named."""
        with self.workspace.writing() as session:
            batch = session.get(Batch, batch_id)
            if batch is None:
                raise NotFound(f"There is no change numbered {batch_id}.")
            if batch.undone_at:
                raise Refusal("This change was taken back already.")
            if batch.edit_number is not None:
                self._undo_edit(session, batch)
            now = self.workspace.now()
            rows = session.scalars(
                select(SetupRevision).where(SetupRevision.batch_id == batch_id)
            ).all()
            latest = revisions.latest_setups(session, [row.shot_id for row in rows])
            before = revisions.before_batch(session, batch_id)
            kept, adding = [], []
            undone = {}
            for row in rows:
                if latest[row.shot_id].number != row.number:
                    kept.append(revisions.content_of(row).setup.code)
                    continue
                undone[row.shot_id] = before[row.shot_id]
                adding.append(
                    {
                        "shot_id": row.shot_id,
                        "number": row.number + 1,
                        "content": before[row.shot_id].content,
                        "action": str(Action.UNDO),
                        "restores": row.number - 1,
                        "what": f"Undo: {row.what}",
                        "who": self.workspace.who,
                        "at": now,
                        "batch_id": None,
                    }
                )
            add_versions(session, adding, now)
            give_codes(session, revisions.renamed_since(session, undone))
            batch.undone_at = now
            return UndoneBatch(len(adding), tuple(sorted(kept)))

    def _undo_edit(self, session: Session, batch: Batch) -> None:
        latest = revisions.latest_edit(session, batch.production_id)
        if latest.number != batch.edit_number:
            raise Refusal(
                f"The edit format was changed again since (version {latest.number}): take that "
                "back first."
            )
        former = session.scalars(
            select(EditRevision).where(
                EditRevision.production_id == batch.production_id,
                EditRevision.number == latest.number - 1,
            )
        ).one()
        edit = revisions.edit_format_of(former)
        number, what = latest.number + 1, f"Undo: {latest.what}"
        session.add(edit_revision(self.workspace, batch.production_id, number, edit, what))

    def latest(
        self,
        production_id: int,
        window: Window = Window(0, 10),  # noqa: B008
    ) -> tuple[BatchEntry, ...]:
        """Return the last changes to several shots, the newest first. Raises NotFound."""
        with self.workspace.reading() as session:
            production_of(session, production_id)
            rows = session.scalars(
                select(Batch)
                .where(Batch.production_id == production_id)
                .order_by(Batch.id.desc())
                .offset(window.offset)
                .limit(window.limit)
            ).all()
            shots = revisions.revisions_in_batches(session, [row.id for row in rows])
            return tuple(
                BatchEntry(
                    row.id,
                    row.what,
                    row.who,
                    row.at,
                    shots.get(row.id, 0),
                    row.undone_at,
                )
                for row in rows
            )

    def _made(self, known: JudgedShot, resolved: ResolvedSource, leave: frozenset[str]) -> "_Made":
        """Return a shot with what a source makes of it."""
        content = known.content
        request = resolved.request_for(known.context, content)
        outcome = carry_out(known.context, content, request, leave, None)
        refused = outcome.refused or lock_refusal(
            content.setup, outcome.after.setup, self.workspace.locks
        )
        return _Made(known, outcome.after, str(refused) if refused else None, request.label)


def _touched(made: "_Made") -> TouchedShot:
    known, after = made.known, made.after
    effect = effect_of(known, known.context.with_content(after), after)
    return TouchedShot(
        known.shot_id,
        known.content.setup.code,
        effect.before,
        effect.after,
        tuple(f"{c.label} {c.before} → {c.after}" for c in differences(known.content, after)),
        effect.appear,
        effect.vanish,
        made.refused,
    )
