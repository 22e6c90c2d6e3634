"""Everything that a shot is judged by, in one value."""

from dataclasses import dataclass
from functools import cached_property

from zero_slate.core.asks import Asked, asked_of
from zero_slate.core.colour import ColourNames, Probe
from zero_slate.core.cut import CutEvent
from zero_slate.core.media import Element
from zero_slate.core.placing import Placed, lead, place
from zero_slate.core.setup import EditFormat, Setup


@dataclass(frozen=True)
class Situation:
    """A setup, the edit it belongs to, the files tied to it and the colour config in use.

    `event` is None for a shot that isn't in the cut; `names` and `probe` are None where no colour
    config could be read.
    """

    setup: Setup
    edit: EditFormat
    event: CutEvent | None = None
    elements: tuple[Element, ...] = ()
    names: ColourNames | None = None
    probe: Probe | None = None

    @cached_property
    def plate(self) -> Element | None:
        """The element that the clip range comes from."""
        return next((e for e in self.elements if e.role == "plate"), None)

    @cached_property
    def asked(self) -> Asked:
        """What the edit asks of this shot."""
        ahead = lead(self.plate.media, self.event) if self.plate else None
        return asked_of(self.edit, self.event, self.setup.count, ahead)

    @cached_property
    def placed(self) -> dict[int, Placed]:
        """Where each element's files lie, by the element's id."""
        cut, work = self.setup.cut_range, self.setup.work_range
        return {e.id: place(e.media, e.align, cut, work, self.event) for e in self.elements}
