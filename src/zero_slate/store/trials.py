"""What ways to store frames came to, as it is stored."""

from contextlib import suppress

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.media.storage import STORAGES, Trial
from zero_slate.store.tables import StorageTrial
from zero_slate.store.unreadable import Unreadable, readable

TRIAL = TypeAdapter(Trial)


def trials_of(session: Session, shot_id: int) -> dict[str, tuple[StorageTrial, Trial]]:
    """Return the trials made of a shot's frames by the way's name, but for unreadable ones."""
    return {
        row.stored_as: (row, trial)
        for row, trial in _read(session, StorageTrial.shot_id == shot_id)
    }


def trials_as_set(session: Session, stored: dict[int, str]) -> dict[int, Trial]:
    """Return the trial of what each shot stores its frames as, by the shot, where one was made."""
    return {
        row.shot_id: trial
        for row, trial in _read(session, StorageTrial.shot_id.in_(stored))
        if stored[row.shot_id] == row.stored_as
    }


def _read(session: Session, which: object) -> list[tuple[StorageTrial, Trial]]:
    found = []
    for row in session.scalars(select(StorageTrial).where(which)):  # type: ignore[arg-type]
        if row.stored_as in STORAGES:
            with suppress(Unreadable):
                trial = readable(row.stored_as, TRIAL.validate_json, row.content)
                found.append((row, trial))
    return found
