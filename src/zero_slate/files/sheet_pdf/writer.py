"""A shot's sheet written as PDF."""

from datetime import UTC, datetime
from pathlib import Path

from fpdf import FPDF
from fpdf.enums import Align

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.printed_sheet import PrintedSheet
from zero_slate.files.sheet_pdf.canvas import draw_canvas
from zero_slate.files.sheet_pdf.ledger import draw_ledger
from zero_slate.files.sheet_pdf.pen import EDGE, INK, RED, SOFT, WIDE, Pen
from zero_slate.files.sheet_pdf.rule import draw_rule

FONTS = Path(__file__).parents[1] / "fonts"


def write_sheet(printed: PrintedSheet) -> bytes:
    """Return a shot's sheet as one page of PDF; the same sheet gives the same bytes."""
    pdf = FPDF("landscape", "mm", "A4")
    pdf.set_auto_page_break(False)
    pdf.c_margin = 0
    pdf.set_creation_date(datetime.strptime(printed.at, "%Y-%m-%dT%H:%M:%SZ").replace(tzinfo=UTC))
    pdf.set_title(f"{printed.code} {printed.title}".strip())
    pdf.set_creator("Zero Slate")
    for family, cut in (("words", "words"), ("bold", "words-bold"), ("figures", "figures")):
        pdf.add_font(family, fname=FONTS / f"{cut}.ttf")
        pdf.add_font(f"{family}-ext", fname=FONTS / f"{cut}-ext.ttf")
    pdf.set_fallback_fonts(["words-ext"], exact_match=False)
    pdf.add_page()
    pen = Pen(pdf)
    _draw_head(pen, printed)
    draw_ledger(pen, printed)
    draw_canvas(pen, printed)
    draw_rule(pen, printed)
    return bytes(pdf.output())


def _draw_head(pen: Pen, printed: PrintedSheet) -> None:
    """Write code, title and subtitle, the verdict and the version."""
    pen.text(EDGE, EDGE + 5, printed.code, 15, "bold")
    pen.pdf.set_font("bold", size=15)
    beside = EDGE + pen.pdf.get_string_width(printed.code) + 6
    pen.text(beside, EDGE + 3.4, printed.title, 10, "bold")
    pen.text(beside, EDGE + 7.4, printed.subtitle, 8, colour=SOFT)
    right = WIDE - EDGE
    differs = printed.sheet.state is State.DIFFERS
    pen.text(right, EDGE + 3.4, printed.verdict, 10, "bold", RED if differs else INK, Align.R)
    pen.text(
        right,
        EDGE + 7.4,
        f"{printed.production} · {printed.saved}",
        8,
        colour=SOFT,
        align=Align.R,
    )
    pen.line(EDGE, EDGE + 10, right, EDGE + 10, width=0.35)
