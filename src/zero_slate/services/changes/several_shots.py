"""One change to several shots: seen before it is made, stored whole, taken back whole."""

from collections.abc import Iterable
from dataclasses import dataclass

from sqlalchemy import insert, select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.checks.match import match
from zero_slate.core.presentation.change_preview import propose
from zero_slate.core.settings.locks import lock_refusal
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.change import follow
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.sources import Source, Sources
from zero_slate.services.productions_all import JudgedShot, Productions
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import differences, what_changed
from zero_slate.store import revisions
from zero_slate.store.tables import Batch, EditRevision, SetupRevision, SharedSetup, Shot

LONGEST_NAME = 60


@dataclass(frozen=True, slots=True)
class TouchedShot:
    """What a change would do to one of several shots; `refused` says why it can't."""

    id: int
    code: str
    before: State
    after: State
    changes: tuple[str, ...]
    appear: tuple[str, ...]
    vanish: tuple[str, ...]
    refused: str | None


@dataclass(frozen=True, slots=True)
class BatchPage:
    """A change of several shots before it is made; `same` are those it wouldn't change."""

    label: str
    touched: tuple[TouchedShot, ...]
    same: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BatchEntry:
    """A change of several shots that was made."""

    id: int
    what: str
    who: str
    at: str
    shots: int
    undone_at: str | None


@dataclass(frozen=True, slots=True)
class UndoneBatch:
    """What taking a change back came to: `kept` were changed since, and stay."""

    shots: int
    kept: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class SharedLine:
    """A setup that several shots share."""

    id: int
    name: str
    shots: tuple[int, ...]
    codes: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class _Made:
    """A shot with what a source makes of it, why it can't, and what that is called."""

    known: JudgedShot
    after: Content
    refused: str | None
    label: str


class Batches:
    """Changes to several shots of a production at once."""

    def __init__(self, workspace: Workspace, productions: Productions, sources: Sources):
        self.workspace = workspace
        self.productions = productions
        self.sources = sources

    def page(
        self, production_id: int, source: Source, shots: list[int], leave: frozenset[str]
    ) -> BatchPage:
        """Show what a source would make of some shots. Nothing is stored."""
        with self.workspace.reading() as session:
            edit, placed = self.productions.placed(session, production_id)
            made = list(self._made(session, placed, source, shots, leave))
        touched = [each for each in made if each.after != each.known.content or each.refused]
        return BatchPage(
            made[0].label if made else "",
            tuple(_touched(each.known, edit, each.after, each.refused) for each in touched),
            tuple(each.known.context.setup.code for each in made if each not in touched),
        )

    def take(
        self, production_id: int, source: Source, shots: list[int], leave: frozenset[str]
    ) -> int:
        """Store what a source makes of some shots as one change; return its number.

        Raises Refusal where one of them can't be changed so: then none is.
        """
        with self.workspace.writing() as session:
            _, placed = self.productions.placed(session, production_id)
            made = list(self._made(session, placed, source, shots, leave))
            for each in made:
                if each.refused:
                    raise Refusal(f"{each.known.context.setup.code}: {each.refused}")
            taken = [(e.known, e.after) for e in made if e.after != e.known.content]
            if not taken:
                raise Refusal("None of these shots would be changed by it.")
            return self._store(session, production_id, made[0].label, taken)

    def change_edit_format(
        self, production_id: int, base: int, typed: Typed, along: bool, out: frozenset[int]
    ) -> int | None:
        """Store a changed edit format with the shots that follow it, but those left `out`.

        It is one change, whose number is returned; None where nothing changes. Raises Refusal.
        """
        with self.workspace.writing() as session:
            before, after, what, number = self.productions.new_edit_revision(
                session, production_id, base, typed
            )
            if after == before:
                return None
            made = []
            if along:
                _, placed = self.productions.placed(session, production_id)
                for known in placed.values():
                    if known.shot_id in out:
                        continue
                    context = known.context
                    content = follow(
                        known.content,
                        before,
                        after,
                        context.event,
                        context.anchor,
                        context.required,
                    )
                    refused = lock_refusal(context.setup, content.setup, self.workspace.locks)
                    if content != known.content and not refused:
                        made.append((known, content))
            self.productions.add_edit_revision(session, production_id, number, after, what)
            label, said = f"Edit format: {what}", "Along with the edit format"
            return self._store(session, production_id, label, made, number, said)

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
            before = revisions.setups_numbered(
                session, [(row.shot_id, row.number - 1) for row in rows]
            )
            kept, adding = [], []
            for row in rows:
                if latest[row.shot_id].number != row.number:
                    kept.append(revisions.content_of(row).setup.code)
                    continue
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
            if adding:
                session.execute(insert(SetupRevision), adding)
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
        self.productions.add_edit_revision(
            session, batch.production_id, latest.number + 1, edit, f"Undo: {latest.what}"
        )

    def latest(self, production_id: int) -> tuple[BatchEntry, ...]:
        """Return the last changes to several shots of a production, the newest first."""
        with self.workspace.reading() as session:
            rows = session.scalars(
                select(Batch)
                .where(Batch.production_id == production_id)
                .order_by(Batch.id.desc())
                .limit(10)
            ).all()
            return tuple(
                BatchEntry(
                    row.id,
                    row.what,
                    row.who,
                    row.at,
                    revisions.revisions_in_batch(session, row.id),
                    row.undone_at,
                )
                for row in rows
            )

    def share(self, production_id: int, name: str, shots: list[int]) -> int:
        """Let several shots share a setup, under a name; return its number. Raises Refusal."""
        name = name.strip()
        if not 0 < len(name) <= LONGEST_NAME:
            raise Refusal(
                f"A shared setup's name takes 1 to {LONGEST_NAME} characters; this has "
                f"{len(name)}.",
                part="name",
            )
        with self.workspace.writing() as session:
            rows = _shots(session, production_id, shots)
            if len(rows) < 2:
                raise Refusal("A shared setup takes two or more shots.")
            known = session.scalars(
                select(SharedSetup).where(
                    SharedSetup.production_id == production_id, SharedSetup.name == name
                )
            ).first()
            if known is None:
                known = SharedSetup(production_id=production_id, name=name)
                session.add(known)
                session.flush()
            for row in rows:
                row.shared_id = known.id
            return known.id

    def unshare(self, production_id: int, shots: list[int]) -> None:
        """Let shots go of the setup that they share; one that none has left is gone."""
        with self.workspace.writing() as session:
            for row in _shots(session, production_id, shots):
                row.shared_id = None
            session.flush()
            used = select(Shot.shared_id).where(Shot.shared_id.is_not(None))
            for left in session.scalars(
                select(SharedSetup).where(
                    SharedSetup.production_id == production_id, SharedSetup.id.not_in(used)
                )
            ):
                session.delete(left)

    def shared(self, production_id: int) -> tuple[SharedLine, ...]:
        """Return the setups that shots of a production share, by name."""
        with self.workspace.reading() as session:
            found = session.scalars(
                select(SharedSetup)
                .where(SharedSetup.production_id == production_id)
                .order_by(SharedSetup.name)
            ).all()
            shots = session.execute(
                select(Shot.shared_id, Shot.id, Shot.code)
                .where(Shot.production_id == production_id, Shot.shared_id.is_not(None))
                .order_by(Shot.code)
            ).all()
        return tuple(
            SharedLine(
                each.id,
                each.name,
                tuple(shot for shared, shot, _ in shots if shared == each.id),
                tuple(code for shared, _, code in shots if shared == each.id),
            )
            for each in found
        )

    def _made(
        self,
        session: Session,
        placed: dict[str, JudgedShot],
        source: Source,
        shots: list[int],
        leave: frozenset[str],
    ) -> Iterable["_Made"]:
        """Yield each shot with what a source makes of it."""
        wanted_ids = set(shots)
        for known in placed.values():
            if known.shot_id not in wanted_ids:
                continue
            wanted = self.sources.wanted(session, known.context, known.content, source)
            proposal, after = propose(known.context, known.content, wanted, leave, None)
            refused = proposal.refused or lock_refusal(
                known.content.setup, after.setup, self.workspace.locks
            )
            yield _Made(known, after, str(refused) if refused else None, proposal.label)

    def _store(
        self,
        session: Session,
        production_id: int,
        label: str,
        made: list[tuple[JudgedShot, Content]],
        edit_number: int | None = None,
        said: str = "",
    ) -> int:
        now, who = self.workspace.now(), self.workspace.who
        batch = Batch(
            production_id=production_id, edit_number=edit_number, what=label, who=who, at=now
        )
        session.add(batch)
        session.flush()
        rows = [
            {
                "shot_id": known.shot_id,
                "number": known.version + 1,
                "content": after.model_dump_json(),
                "action": str(Action.EDIT),
                "restores": None,
                "what": f"{said or label}: {what_changed(known.content, after)}",
                "who": who,
                "at": now,
                "batch_id": batch.id,
            }
            for known, after in made
        ]
        if rows:
            session.execute(insert(SetupRevision), rows)
        return batch.id


def _touched(
    known: JudgedShot, edit: EditFormat, after: Content, refused: str | None
) -> TouchedShot:
    context = known.context
    then = match(
        ShotContext.of(after, edit, context.event, context.elements, context.names, context.probe),
        after.departures,
    )
    old = {finding.sentence.text for finding in known.found.findings}
    new = {finding.sentence.text for finding in then.findings}
    return TouchedShot(
        known.shot_id,
        context.setup.code,
        known.found.state,
        then.state,
        tuple(f"{c.label} {c.before} → {c.after}" for c in differences(known.content, after)),
        tuple(f.sentence.text for f in then.findings if f.sentence.text not in old),
        tuple(f.sentence.text for f in known.found.findings if f.sentence.text not in new),
        refused,
    )


def _shots(session: Session, production_id: int, shots: list[int]) -> list[Shot]:
    found = session.scalars(
        select(Shot).where(Shot.production_id == production_id, Shot.id.in_(shots))
    ).all()
    missing = set(shots) - {row.id for row in found}
    if missing:
        raise NotFound(f"Shot {min(missing)} isn't in this production.")
    return list(found)
