"""The description of a setting: one place that the sheet, the API and the file schema come from."""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import TYPE_CHECKING, Any, Protocol

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import LONGEST_VALUE, one_line

if TYPE_CHECKING:
    from zero_slate.core.time.entry.clock import Entry

Texts = Mapping[str, str]


@dataclass(frozen=True, slots=True)
class Part:
    """One field of a setting, as a person types it.

    `choices` are the values it takes where it takes only those, `offers` common ones where it takes
    any; `names` says which of the colour config's names are offered. `width` is in figures. A
    `loose` part has no text of its own: what is typed there works on the others, and `hint` says
    what it takes.
    """

    key: str
    label: str
    width: int = 8
    choices: tuple[str, ...] = ()
    names: str | None = None
    before: str = ""
    loose: bool = False
    hint: str = ""
    offers: tuple[str, ...] = ()

    def line(self, text: str, longest: int = LONGEST_VALUE) -> str:
        """Return what is typed here, as a value of one line.

        Raises Refusal, of this field, for one that is too long, and for characters that don't show.
        """
        try:
            return one_line(text, self.label, longest)
        except Refusal as refusal:
            raise refusal.in_part(self.key) from None


class Kind(Protocol):
    """How values of one kind are typed, read and written."""

    parts: tuple[Part, ...]

    def read(self, texts: Texts, entry: "Entry") -> Any:
        """Return the value that the texts of all parts stand for, or raise Refusal."""

    def texts(self, value: Any) -> dict[str, str]:
        """Return the text of each part that isn't loose; `read` takes it back to the value."""

    def show(self, value: Any) -> str:
        """Write the value in one piece for people."""


@dataclass(frozen=True, slots=True)
class Setting:
    """What there is to know of one setting, apart from its field name and type.

    `drawing` names the drawing that explains it: `canvas`, `placing`, `working`, `guides`,
    `background`, `signal`, `rates`, `ranges`, `moments`, `wedge`, `depth` or `stand`.
    `instead` are texts of its first field that a hint tries on the shot, to say what would be
    otherwise; a setting with choices needs none.
    """

    group: str
    label: str
    help: str
    kind: Kind
    drawing: str = "canvas"
    instead: tuple[str, ...] = ()

    @property
    def seldom(self) -> bool:
        """Whether most shots leave it alone: an edit asks for it only where it sets it."""
        return self.group in SELDOM


GROUPS = {
    "canvas": "Canvas",
    "picture": "Picture",
    "time": "Time",
    "colour": "Colour",
    "shot": "Name and title",
    "stand": "Stand",
    "finish": "Finish",
    "targets": "Published as",
}
SELDOM = frozenset(("stand", "finish", "targets"))
