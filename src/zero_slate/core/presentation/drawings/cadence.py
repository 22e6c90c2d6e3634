"""How frames of another rate, or of a retime, fall among the shot's."""

from dataclasses import dataclass
from functools import lru_cache

from zero_slate.core.base.figures import counted, decimal, seconds
from zero_slate.core.media.element import Element
from zero_slate.core.presentation.drawings.fact import Fact
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.cadence import CadenceCell, Fitted, RateUse, cadence_name, period, strip

# How many elements are drawn, and how many source frames are named.
MOST_DRAWN = 4
NAMED = 4


@dataclass(frozen=True, slots=True)
class CadenceDrawing:
    """A strip of the shot's frames, each with the source frames it shows, and what it comes to."""

    title: str
    """What the drawing shows."""
    corner: str
    """The figure at its corner."""
    use: str
    """How the element's rate is used."""
    fields: bool
    """Whether each frame shows two fields, which `sources` then gives one by one."""
    cells: tuple[CadenceCell, ...]
    """The strip, a cell for each frame of the shot."""
    comes_round: int
    """After how many frames the pattern comes round."""
    facts: tuple[Fact, ...]
    """The figures that belong to it."""


def draw_cadences(context: ShotContext) -> tuple[CadenceDrawing, ...]:
    """Draw the cadence of every element that has one, and of a retime without a plate."""
    drawn = [draw_cadence(context, element) for element in context.elements[:MOST_DRAWN]]
    event = context.event
    if event is not None and event.speed not in (0, 1) and context.plate is None:
        source = Fitted(
            event.source.length, event.source_rate, context.setup.rate, RateUse.TIME, event.speed
        )
        drawn.append(_drawn(source, context.setup.scan.interlaced))
    return tuple(each for each in drawn if each is not None)


def draw_cadence(context: ShotContext, element: Element) -> CadenceDrawing | None:
    """Draw an element's cadence; None where its frames lie one to one."""
    fitted = context.fitted(element)
    return _drawn(fitted, context.setup.scan.interlaced) if fitted is not None else None


def _named(sources: tuple[int, ...], of: int) -> str:
    """Write which source frames, counted from 1 as people do."""
    if not sources:
        return ""
    return f": {', '.join(str(n + 1) for n in sources)}{' …' if of > len(sources) else ''}"


# Most keystrokes leave time alone: the cadences of the shots in hand are kept.
@lru_cache(maxsize=256)
def _drawn(fitted: Fitted, interlaced: bool) -> CadenceDrawing | None:
    if not fitted.pace:
        return None
    fields = interlaced and fitted.use is RateUse.TIME and 0 < fitted.pace <= 1
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
        Fact(
            "Dropped",
            counted(fitted.never, "source frame") + _named(fitted.skipped(NAMED), fitted.never),
            fitted.never > 0,
        ),
        Fact(
            "Repeated",
            counted(fitted.again, "frame") + _named(fitted.repeated(NAMED), fitted.again),
            False,
        ),
    ]
    if fitted.left_over:
        facts.append(Fact("Left over", f"{decimal(fitted.left_over, 2)} frames", False))
    if name and name != "1":
        unit = "fields" if fields else "frames"
        each = "" if ":" in name else "each picture "
        facts.append(Fact("Cadence", f"{each}{name} {unit}", False))
    retime = "" if fitted.retime == 1 else f"{decimal(fitted.retime * 100, 1, trim=True)} % of "
    return CadenceDrawing(
        f"{retime}{fitted.own} in {fitted.rate}",
        f"every {counted(period(fitted), 'frame')}" if period(fitted) > 1 else "",
        str(fitted.use),
        fields,
        strip(fitted, fields=fields) if fitted.pace != 1 else (),
        period(fitted),
        tuple(facts),
    )
