"""What passes found on disk for productions."""

from collections.abc import Iterable

from sqlalchemy import delete, func, or_, select, update
from sqlalchemy.orm import Session

from zero_slate.store.revisions import MOST_VARIABLES, batched
from zero_slate.store.tables import Cut, Event, FoundMedia, MediaPass, Shot


def latest_pass(session: Session, production_id: int) -> MediaPass | None:
    """Return a production's last pass."""
    passes = select(MediaPass).where(MediaPass.production_id == production_id)
    return session.scalar(passes.order_by(MediaPass.id.desc()).limit(1))


def found_rows(session: Session, production_id: int) -> list[FoundMedia]:
    """Return all that was found for a production, by folder and name."""
    rows = select(FoundMedia).where(FoundMedia.production_id == production_id)
    return list(session.scalars(rows.order_by(FoundMedia.folder, FoundMedia.name)))


def stamps_of(session: Session, production_id: int, volume: str) -> dict[tuple[str, str], str]:
    """Return what tells files on a volume apart, as they were found, by folder and name."""
    rows = session.execute(
        select(FoundMedia.folder, FoundMedia.name, FoundMedia.stamp).where(
            FoundMedia.production_id == production_id, FoundMedia.volume == volume
        )
    )
    return {(row.folder, row.name): row.stamp for row in rows}


def see_again(
    session: Session, production_id: int, volume: str, of_pass: int, seen: set[tuple[str, str]]
) -> None:
    """Note that a pass saw what is as it was found before."""
    rows = session.execute(
        select(FoundMedia.id, FoundMedia.folder, FoundMedia.name).where(
            FoundMedia.production_id == production_id, FoundMedia.volume == volume
        )
    )
    again = [row.id for row in rows if (row.folder, row.name) in seen]
    for ids in batched(again, MOST_VARIABLES):
        session.execute(update(FoundMedia).where(FoundMedia.id.in_(ids)).values(last_pass=of_pass))


def forget_gone(
    session: Session, production_id: int, volume: str, folder: str, of_pass: int
) -> int:
    """Let go of what lay below a folder and isn't there any more; return how many."""
    gone = delete(FoundMedia).where(
        FoundMedia.production_id == production_id,
        FoundMedia.volume == volume,
        FoundMedia.last_pass < of_pass,
    )
    if folder:
        below = FoundMedia.folder.startswith(f"{folder}/", autoescape=True)
        gone = gone.where(or_(FoundMedia.folder == folder, below))
    done = session.execute(gone.execution_options(synchronize_session=False))
    return int(done.rowcount)  # type: ignore[attr-defined]


def codes_of(session: Session, production_id: int) -> dict[str, int | None]:
    """Return the codes of a production: those set up with their shots, those in the cut without."""
    cut = session.scalar(select(func.max(Cut.id)).where(Cut.production_id == production_id))
    codes: dict[str, int | None] = {}
    if cut is not None:
        codes = dict.fromkeys(
            session.scalars(select(Event.code).where(Event.cut_id == cut).order_by(Event.position))
        )
    shots = session.execute(select(Shot.code, Shot.id).where(Shot.production_id == production_id))
    for code, shot_id in shots:
        codes[code] = shot_id
    return codes


def by_ids(session: Session, production_id: int, ids: Iterable[int]) -> dict[int, FoundMedia]:
    """Return some of what was found for a production, by its numbers."""
    rows: dict[int, FoundMedia] = {}
    for some in batched(list(ids), MOST_VARIABLES):
        for row in session.scalars(
            select(FoundMedia).where(
                FoundMedia.production_id == production_id, FoundMedia.id.in_(some)
            )
        ):
            rows[row.id] = row
    return rows
