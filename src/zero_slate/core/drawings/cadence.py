"""How frames of another rate, or of a retime, fall among the shot's."""

from dataclasses import dataclass
from fractions import Fraction

from zero_slate.core.cadence import Cell, Fitted, RateUse, cadence_name, period, strip
from zero_slate.core.drawings.fact import Fact
from zero_slate.core.figures import counted, decimal, seconds
from zero_slate.core.media import Element, Role
from zero_slate.core.situation import Situation


@dataclass(frozen=True, slots=True)
class CadenceDrawing:
    """A strip of the shot's frames, each with the source frames it shows, and what it comes to."""

    title: str
    corner: str
    use: str
    fields: bool
    cells: tuple[Cell, ...]
    comes_round: int
    facts: tuple[Fact, ...]


def fitted_of(at: Situation, element: Element) -> Fitted | None:
    """Return how an element's frames fall among the shot's; None where they lie one to one."""
    own = element.rate or at.setup.rate
    plate = element.role == Role.PLATE
    retime = at.event.speed if plate and at.event is not None else Fraction(1)
    if own == at.setup.rate and retime == 1:
        return None
    return Fitted(element.media.count, own, at.setup.rate, element.use, retime)


def draw_cadence(at: Situation, element: Element) -> CadenceDrawing | None:
    """Draw an element's cadence; None where its frames lie one to one."""
    fitted = fitted_of(at, element)
    if fitted is None or not fitted.pace:
        return None
    fields = at.setup.scan.interlaced and fitted.use is RateUse.TIME and 0 < fitted.pace <= 1
    name = cadence_name(fitted, fields=fields)
    facts = [
        Fact(
            "Source",
            f"{counted(fitted.frames, 'frame')} at {fitted.own}, "
            f"{seconds(fitted.own.seconds(fitted.frames))}",
            False,
        ),
        Fact("In this shot", f"{counted(fitted.whole, 'frame')}, {seconds(fitted.seconds)}", False),
        Fact("Speed", f"{decimal(fitted.speed, 4, trim=True)}×", fitted.speed != 1),
        Fact("Never shown", counted(fitted.never, "source frame"), fitted.never > 0),
        Fact("Shown again", counted(fitted.again, "frame"), False),
    ]
    if fitted.left_over:
        facts.append(Fact("Left over", f"{decimal(fitted.left_over, 2)} frames", False))
    if name:
        facts.append(Fact("Cadence", f"{name} {'fields' if fields else 'frames'}", False))
    return CadenceDrawing(
        f"{fitted.own} in {fitted.rate}",
        f"every {counted(period(fitted), 'frame')}" if period(fitted) > 1 else "",
        str(fitted.use),
        fields,
        strip(fitted, fields=fields),
        period(fitted),
        tuple(facts),
    )
