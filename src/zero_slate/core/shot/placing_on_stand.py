"""What is taken hold of on the stand and put elsewhere: the setting that it becomes."""

from dataclasses import replace
from fractions import Fraction
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.stand.distances import FARTHEST, NEAREST, Distances, Standing
from zero_slate.core.stand.moves import Move

FOCUS, CONVERGE = "focus", "converge"


def put_at(
    setup: Setup, what: str, metres: Fraction, frame: int, *, keyed: bool
) -> tuple[str, Any]:
    """Return the setting, and its value, with something of the stand so many metres away.

    `what` is `focus`, `converge`, or an element by its name after `element:`. What moves, or is
    `keyed`, is put there at the frame; what stays is there at every moment. Raises Refusal.
    """
    metres = Fraction(round(metres * 100), 100)
    if not NEAREST <= metres <= FARTHEST:
        near = min(FARTHEST, max(NEAREST, metres))
        raise Refusal(
            f"{float(metres):g} m is out of range: the stand goes from 0.01 m to "
            f"{int(FARTHEST):,} m.",
            nearest=f"{float(near):g}", part="metres",
        )  # fmt: skip
    if what == CONVERGE:
        if not setup.eyes.are_there:
            raise Refusal("There is one eye: nothing converges.", part="what")
        return "eyes", replace(setup.eyes, converge=metres)
    if what == FOCUS:
        if not setup.focus.is_there:
            raise Refusal("Nothing is focused: write a focus first.", part="what")
        return FOCUS, setup.focus.pulled(_put(setup.focus.move, metres, frame, keyed))
    if not what.startswith("element:"):
        raise Refusal("It takes focus, converge, or an element as element:keeper.", part="what")
    name = what.removeprefix("element:")
    # An element is said from the camera's mark, whatever way the camera has gone.
    mark = metres + setup.travel.move.at(frame)
    known = setup.distances.get(name)
    move = _put(known, mark, frame, keyed) if known else Move.still(mark)
    found = [
        Standing(each.name, move) if each.name.casefold() == name.casefold() else each
        for each in setup.distances
    ]
    if known is None:
        found.append(Standing(name, move))
    # What is put there has to be written, and read again, like all else.
    return "distances", Distances.parse(str(Distances(tuple(found))))


def _put(move: Move, metres: Fraction, frame: int, keyed: bool) -> Move:
    if move.moves or keyed:
        return move.with_moment(frame, metres)
    return Move.still(metres)
