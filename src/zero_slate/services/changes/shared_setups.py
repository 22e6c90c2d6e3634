"""Setups that several shots share: named, and changed in all of them at once."""

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.services.productions.judged import production_of
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.tables import SharedSetup, Shot

LONGEST_NAME = 60


@dataclass(frozen=True, slots=True)
class SharedLine:
    """A setup that several shots share."""

    id: int
    """The setup's number."""
    name: str
    """The setup's name."""
    shots: tuple[int, ...]
    """The numbers of the shots that share it."""
    codes: tuple[str, ...]
    """Their codes, in the same order."""


class SharedSetups:
    """The setups that shots of a production share."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def share(self, production_id: int, name: str, shots: list[int]) -> int:
        """Let several shots share a setup, under a name; return its number. Raises Refusal."""
        name = one_line(name, "A shared setup's name", 10 * LONGEST_NAME)
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
        """Return the setups that shots of a production share, by name. Raises NotFound."""
        with self.workspace.reading() as session:
            production_of(session, production_id)
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


def _shots(session: Session, production_id: int, shots: list[int]) -> list[Shot]:
    production_of(session, production_id)
    found = session.scalars(
        select(Shot).where(Shot.production_id == production_id, Shot.id.in_(shots))
    ).all()
    missing = set(shots) - {row.id for row in found}
    if missing:
        raise NotFound(f"Shot {min(missing)} isn't in this production.")
    return list(found)
