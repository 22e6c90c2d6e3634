"""The house setup: what a new production or shot starts with on this installation."""

from dataclasses import dataclass
from typing import Any

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.presentation.sheet import SheetRow, edit_rows
from zero_slate.core.settings.colour_names import held_by_names
from zero_slate.core.settings.index import HOUSE_SETTINGS
from zero_slate.core.settings.locks import held_by_locks, shipped_house
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.reading import Reading, Typed, apply_to_edit, read_typed
from zero_slate.core.time.entry.clock import Clock
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.guards import Conflict
from zero_slate.store import revisions
from zero_slate.store.house import latest_house, write_house
from zero_slate.store.tables import HouseRevision, Shot


@dataclass(frozen=True, slots=True)
class HouseChange:
    """A setting of the house setup before and after."""

    key: str
    """The setting's key."""
    label: str
    """The setting's name."""
    before: str
    """Its value as it stands, in words."""
    after: str
    """Its value after the change, in words."""
    taken: bool
    """Whether the change will be made."""


@dataclass(frozen=True, slots=True)
class HousePage:
    """The house setup that stands, and what a change would make of it."""

    number: int
    """Which house setup it is; 0 for the one as shipped."""
    at: str | None
    """When it was saved, as an ISO 8601 moment in UTC; None as shipped."""
    who: str | None
    """Who saved it; None as shipped."""
    length: int
    """How many frames long the shot is that it is shown for."""
    rows: tuple[SheetRow, ...]
    """Its settings, as rows of a sheet."""
    changes: tuple[HouseChange, ...]
    """What would change."""
    apart: tuple[HouseChange, ...]
    """The settings that aren't as shipped: what going back to that would change."""
    problem: str | None
    """Why the change can't be made; None where it can."""


class House:
    """The house setup of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def page(
        self,
        typed: Typed | None = None,
        shot_id: int | None = None,
        shipped: bool = False,
        leave: frozenset[str] = frozenset(),
    ) -> HousePage:
        """Show the house setup with what is typed, or as a shot's setup or the shipped one.

        Nothing is stored. Raises NotFound, and Refusal for a field that there isn't.
        """
        with self.workspace.reading() as session:
            number, setup = latest_house(session)
            row = session.get(HouseRevision, number)
            wanted, reading = self._wanted(session, setup, typed or {}, shot_id, shipped)
        problem = None
        try:
            after = apply_to_edit(setup, {k: v for k, v in wanted.items() if k not in leave})
        except Refusal as refusal:
            after, problem = setup, str(refusal)
        locks = self.workspace.locks
        begins = shipped_house(locks)
        return HousePage(
            number,
            row.at if row else None,
            row.who if row else None,
            setup.length,
            edit_rows(
                after,
                HOUSE_SETTINGS,
                typed or {},
                reading,
                self.workspace.names_for(after),
                locks,
            ),
            _changes(setup, wanted, leave),
            _changes(setup, {key: getattr(begins, key) for key in HOUSE_SETTINGS}, frozenset()),
            problem,
        )

    def change(
        self,
        base: int,
        typed: Typed,
        shot_id: int | None = None,
        shipped: bool = False,
        leave: frozenset[str] = frozenset(),
    ) -> HousePage:
        """Store another house setup, made on version `base`. Raises Refusal."""
        with self.workspace.writing() as session:
            number, setup = latest_house(session)
            if number != base:
                raise Conflict(
                    f"The house setup was changed meanwhile (version {number}); nothing of yours "
                    "was stored."
                )
            wanted, reading = self._wanted(session, setup, typed, shot_id, shipped)
            for key, problem in reading.problems.items():
                raise problem.refusal(key, HOUSE_SETTINGS[key].label)
            after = apply_to_edit(setup, {k: v for k, v in wanted.items() if k not in leave})
            if after != setup:
                session.add(
                    HouseRevision(
                        number=number + 1,
                        content=write_house(after),
                        who=self.workspace.who,
                        at=self.workspace.now(),
                    )
                )
        return self.page()

    def undo(self, base: int) -> HousePage:
        """Bring back the house setup before the latest change, as a new version."""
        with self.workspace.writing() as session:
            number, _ = latest_house(session)
            if number != base or number == 0:
                raise Refusal("There is no change of the house setup to take back.")
            row = session.get(HouseRevision, number - 1)
            content = row.content if row else write_house(HouseSetup())
            session.add(
                HouseRevision(
                    number=number + 1,
                    content=content,
                    who=self.workspace.who,
                    at=self.workspace.now(),
                )
            )
        return self.page()

    def _wanted(
        self,
        session: Session,
        setup: HouseSetup,
        typed: Typed,
        shot_id: int | None,
        shipped: bool,
    ) -> tuple[dict[str, Any], Reading]:
        """Return the values that are asked for, and the reading of what is typed among them."""
        locks = self.workspace.locks
        if shipped:
            begins = shipped_house(locks)
            return {key: getattr(begins, key) for key in HOUSE_SETTINGS}, Reading({}, {})
        if shot_id is not None:
            if session.scalar(select(Shot.id).where(Shot.id == shot_id)) is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            theirs = revisions.content_of(revisions.latest_setup(session, shot_id)).setup
            values = {key: getattr(theirs, key) for key in HOUSE_SETTINGS if hasattr(theirs, key)}
            return {k: v for k, v in values.items() if k not in locks}, Reading({}, {})
        try:
            reading = read_typed(setup, typed, HOUSE_SETTINGS, Clock(setup.rate, setup.drops))
        except KeyError as error:
            raise Refusal(f"A house setup has no field {error}.") from error
        held_by_locks(reading, locks)
        held_by_names(reading, typed, self.workspace.config_of, setup.color_config)
        return dict(reading.values), reading


def _changes(
    before: HouseSetup, values: dict[str, Any], leave: frozenset[str]
) -> tuple[HouseChange, ...]:
    return tuple(
        HouseChange(
            key,
            setting.label,
            setting.kind.show(getattr(before, key)),
            setting.kind.show(values[key]),
            key not in leave,
        )
        for key, setting in HOUSE_SETTINGS.items()
        if key in values and values[key] != getattr(before, key)
    )
