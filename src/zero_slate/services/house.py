"""The house setup: what a new shot starts with on this installation."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.entry.clock import Clock, Entry
from zero_slate.core.entry.lengths import read_length
from zero_slate.core.frames import FURTHEST
from zero_slate.core.house import HouseSetup
from zero_slate.core.rate import FrameRate
from zero_slate.core.refusal import Refusal
from zero_slate.services.workspace import Workspace
from zero_slate.store.house import latest_house
from zero_slate.store.tables import HouseRevision


@dataclass(frozen=True, slots=True)
class HousePage:
    """The house setup that stands; number 0 is the shipped one."""

    number: int
    length: int


class House:
    """The house setup of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace

    def page(self) -> HousePage:
        """Return the house setup."""
        with self.workspace.reading() as session:
            number, setup = latest_house(session)
        return HousePage(number, setup.length)

    def change(self, length: str) -> HousePage:
        """Store another usual length, typed in frames, drawings or feet. Raises Refusal."""
        with self.workspace.writing() as session:
            number, setup = latest_house(session)
            clock = Clock(FrameRate(Fraction(24)))
            frames = read_length(length, Entry(clock, setup.length))
            if not 1 <= frames <= FURTHEST:
                raise Refusal(
                    f"A usual length of {frames} frames can't be: it takes 1 to {FURTHEST:,}.",
                    nearest="1" if frames < 1 else str(FURTHEST),
                    part="length",
                )
            content = HouseSetup(length=frames).model_dump_json()
            session.add(
                HouseRevision(
                    number=number + 1,
                    content=content,
                    who=self.workspace.who,
                    at=self.workspace.now(),
                )
            )
        return self.page()
