"""The sheet's drawing: the canvas in the edit's frame, its facts, and the brief under it."""

from fpdf.enums import Align

from zero_slate.core.presentation.drawings.canvas import Rect
from zero_slate.core.presentation.printed_sheet import PrintedSheet
from zero_slate.files.sheet_pdf.pen import (
    BLUE,
    BLUELINE,
    EDGE,
    FAINT,
    HEAD,
    INK,
    LEDGER,
    RED,
    RULE,
    SOFT,
    TALL,
    WIDE,
    Pen,
)


def draw_canvas(pen: Pen, printed: PrintedSheet) -> None:
    """Draw the canvas in the edit's frame, its facts, and the brief under it."""
    left = EDGE + LEDGER + 6
    wide = WIDE - EDGE - left
    top = EDGE + HEAD
    drawn = printed.canvas
    caption = drawn.captions["canvas"]
    pen.text(left, top - 2, caption.title, 8, "bold")
    pen.text(WIDE - EDGE, top - 2, caption.corner, 7, "figures", SOFT, Align.R)
    scale = min((wide - 10) / drawn.edit.width, 48 / drawn.edit.height)
    x0 = left + (wide - drawn.edit.width * scale) / 2
    y0 = top + 4

    def box(rect: Rect, colour: tuple[int, int, int], width: float) -> None:
        pen.pdf.set_draw_color(*colour)
        pen.pdf.set_line_width(width)
        pen.pdf.rect(
            x0 + rect.x * scale, y0 + rect.y * scale, rect.width * scale, rect.height * scale
        )

    for bar in drawn.bars:
        _hatched(pen, bar, x0, y0, scale)
    box(drawn.edit, BLUELINE, 0.35)
    for guide in drawn.guides:
        if guide.kind in ("action", "title", "mask"):
            box(guide.rect, INK if guide.kind == "mask" else BLUELINE, 0.12)
    if drawn.overscan:
        box(drawn.overscan, SOFT, 0.12)
    for picture in drawn.pictures:
        box(picture.rect, RED if picture.wrong else SOFT, 0.15)
    box(drawn.canvas, INK, 0.35)
    middle = x0 + drawn.edit.width * scale / 2
    pen.text(middle, y0 - 1.2, drawn.across_edit, 6.5, "figures", BLUE, Align.C)
    y = y0 + max(drawn.edit.height, drawn.canvas.y + drawn.canvas.height) * scale + 4
    pen.text(middle, y, f"{drawn.across_canvas}, {drawn.down_canvas}", 6.5, "figures", INK, Align.C)
    y += 3
    for name in ("canvas", "working"):
        for fact in drawn.captions[name].facts:
            pen.line(left, y, WIDE - EDGE, y, FAINT, 0.1)
            pen.text(left, y + 3.2, fact.label, 6.8, colour=SOFT)
            colour = RED if fact.differs else INK
            pen.text(WIDE - EDGE, y + 3.2, fact.value, 6.8, "figures", colour, Align.R)
            y += 4.4
    _brief(pen, printed, left, y + 5, wide)


def _hatched(pen: Pen, bar: Rect, x0: float, y0: float, scale: float) -> None:
    x, y = x0 + bar.x * scale, y0 + bar.y * scale
    pen.pdf.set_draw_color(*RED)
    pen.pdf.set_line_width(0.12)
    with pen.pdf.rect_clip(x, y, bar.width * scale, bar.height * scale):
        reach = bar.height * scale
        at = x - reach
        while at < x + bar.width * scale:
            pen.pdf.line(at, y + reach, at + reach, y)
            at += 1.2


def _brief(pen: Pen, printed: PrintedSheet, x: float, y: float, wide: float) -> None:
    if not printed.brief and not printed.items:
        return
    pen.text(x, y, "Brief", 8, "bold")
    y += 4
    floor = TALL - EDGE - RULE - 2
    for text in pen.wrapped(printed.brief, wide, 7.2) if printed.brief else []:
        if y > floor:
            return
        pen.text(x, y, text, 7.2)
        y += 3.3
    for item in printed.items:
        for n, text in enumerate(pen.wrapped(item.text, wide - 4, 7.2)):
            if y > floor:
                return
            if n == 0:
                pen.pdf.set_draw_color(*INK)
                pen.pdf.set_line_width(0.2)
                pen.pdf.rect(x, y - 2.1, 2.2, 2.2, style="DF" if item.done else "D")
            pen.text(x + 4, y, text, 7.2)
            y += 3.3
