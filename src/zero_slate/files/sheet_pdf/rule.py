"""The sheet's frame rule: its scales, and the bands between them."""

from collections.abc import Callable, Iterator

from zero_slate.core.presentation.frame_rule import Band
from zero_slate.core.presentation.printed_sheet import PrintedSheet
from zero_slate.files.sheet_pdf.pen import (
    BLUE,
    BLUELINE,
    EDGE,
    INK,
    RED,
    RULE,
    SOFT,
    TALL,
    WIDE,
    Pen,
)

Place = Callable[[float], float]


def draw_rule(pen: Pen, printed: PrintedSheet) -> None:
    """Draw the frame rule: its scales, and the bands between them."""
    rule = printed.rule
    top = TALL - EDGE - RULE + 4
    left, right = EDGE + 22, WIDE - EDGE
    frames = rule.last - rule.first + 1
    pen.line(EDGE, top - 3, right, top - 3, width=0.35)

    def at(frame: float) -> float:
        return left + (frame - rule.first) / frames * (right - left)

    y = top
    split = next((n for n, s in enumerate(rule.scales) if s.key != "edit"), 0)
    rows: list[tuple[str, int]] = [("scale", n) for n in range(split)]
    rows += [("band", n) for n in range(len(rule.bands))]
    rows += [("scale", n) for n in range(split, len(rule.scales))]
    step = min(5.2, (TALL - EDGE - top) / max(1, len(rows)))
    for kind, n in rows:
        if kind == "band":
            _band(pen, rule.bands[n], y, at, left)
        else:
            scale = rule.scales[n]
            colour = BLUE if scale.key == "edit" else INK
            pen.text(EDGE, y + 2.6, scale.label, 6, colour=SOFT)
            for mark in scale.marks:
                x = at(mark.at)
                pen.line(x, y, x, y + (0.7, 1.2, 1.8)[mark.level], colour, 0.12)
                if mark.label:
                    pen.text(x + 0.6, y + 3.4, mark.label, 5.6, "figures", colour)
        y += step
    for flag in rule.marks:
        x = at(flag.frame + 0.5)
        pen.line(x, top, x, y, SOFT, 0.12)
        pen.text(x + 0.5, y + 0.5, flag.name, 5.2, colour=SOFT)


def _band(pen: Pen, band: Band, y: float, at: Place, left: float) -> None:
    pen.text(EDGE, y + 2.4, band.label, 6, colour=SOFT)
    colour = BLUELINE if band.tone == "blue" else INK if band.tone == "ink" else SOFT
    tall = 0.7 if band.tone == "disk" else 2.0
    pen.pdf.set_fill_color(*colour)
    for run in band.runs:
        x, to = max(at(run.first), left), min(at(run.last + 1), WIDE - EDGE)
        if to > x:
            pen.pdf.rect(x, y + 0.9, to - x, tall, style="F")
    for x, to in _gaps(band, at, left):
        pen.pdf.set_draw_color(*RED)
        pen.pdf.set_line_width(0.2)
        pen.pdf.rect(x, y + 0.9, to - x, 2.0)


def _gaps(band: Band, at: Place, left: float) -> Iterator[tuple[float, float]]:
    for run in band.missing:
        x, to = max(at(run.first), left), min(at(run.last + 1), WIDE - EDGE)
        if to > x:
            yield x, to
