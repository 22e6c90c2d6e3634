"""What is said of a recut: its shots, what each needs, and what taking it did."""

from dataclasses import dataclass

from zero_slate.core.cut.comparison import CutChange, UncertainMatch


@dataclass(frozen=True, slots=True)
class RecutStretch:
    """A stretch of source frames, counted from the earlier of both cuts' first."""

    first: int
    """The first source frame."""
    last: int
    """The last source frame; it is a part of the stretch."""


@dataclass(frozen=True, slots=True)
class RecutLine:
    """A shot of a recut: what became of it, and what it needs."""

    code: str
    """The code the shot has in the new cut, or had in the former."""
    former_code: str
    """The code it had in the former cut, where that is another; empty where it isn't."""
    change: CutChange
    """What became of it."""
    word: str
    """The same in a word."""
    shot_id: int | None
    """The shot's number; None where it isn't set up."""
    title: str
    """The shot's title."""
    edit_in: str
    """Its first frame in the cut that `code` is from, by timecode."""
    length_before: int | None
    """Its length in the former cut, in frames; None where it wasn't in it."""
    length_after: int | None
    """Its length in the new cut, in frames; None where it isn't in it."""
    head: int
    """How many frames were added at its head; negative for those cut off."""
    tail: int
    """How many frames were added at its tail; negative for those cut off."""
    moved: int
    """By how many frames it lies later in the cut; negative for earlier."""
    speed: str
    """What its speed was and is, in words; empty where that is unchanged."""
    before: RecutStretch | None
    """The source frames the former cut shows; None where it wasn't in it."""
    after: RecutStretch | None
    """The source frames the new cut shows, on the same scale; None where it isn't in it."""
    work_before: str
    """The work range the shot has."""
    work_after: str
    """The work range the new cut asks for."""
    short_head: int
    """How many frames of that its clip and files don't have at the head."""
    short_tail: int
    """How many frames of that its clip and files don't have at the tail."""
    holes: int
    """How many frames of that are missing in between."""
    anew: int
    """How many frames a new plate has to have; 0 where the shot's own source is shown."""
    ask: str
    """How many frames to ask for, in words, or what it lacked before; empty for none."""
    locked_by: str
    """Who locked its work range; empty where nobody did."""
    taken: bool
    """Whether the shot has it already."""
    takes: bool
    """Whether taking the recut would change the shot."""
    warning: str
    """What speaks against taking it; empty where nothing does."""
    uncertain: UncertainMatch | None
    """Which former shot it may be, where that isn't sure; None where it is."""
    renamed_to: str
    """The code that the shot was given since; empty where it has the one of the cut."""
    notes: tuple[str, ...]
    """What else became of it: what is new of its source, its uses, where it was split from."""


@dataclass(frozen=True, slots=True)
class ChangeCount:
    """How many shots something became of."""

    change: CutChange
    """What became of them."""
    word: str
    """The same in a word."""
    shots: int
    """How many there are."""


@dataclass(frozen=True, slots=True)
class RecutPage:
    """A recut: the cuts it lies between, its shots and how many there are of each change."""

    production_id: int
    """The production's number."""
    title: str
    """The production's title."""
    before: int
    """The former cut's number."""
    after: int
    """The new cut's number."""
    rates: str
    """What is said first where the rate has changed; empty where it hasn't."""
    numbers: tuple[int, ...]
    """The numbers of all its cuts."""
    lines: tuple[RecutLine, ...]
    """Its shots, in the order of the new cut."""
    counts: tuple[ChangeCount, ...]
    """How many there are of each change."""
    frames_before: int
    """The former cut's length in frames."""
    frames_after: int
    """The new cut's length in frames."""
    to_take: int
    """How many shots taking it would change."""
    to_ask: int
    """How many frames the recut needs that aren't there."""


@dataclass(frozen=True, slots=True)
class RecutResult:
    """What taking a recut did: codes taken, set up anew, and left with why."""

    taken: tuple[str, ...]
    """The codes of the shots that were changed."""
    made: tuple[str, ...]
    """The codes of those that were set up anew."""
    left: dict[str, str]
    """Why each that was left was left, by its code."""
    batch: int | None
    """The number of the change, to take it back by; None where no shot was changed."""
