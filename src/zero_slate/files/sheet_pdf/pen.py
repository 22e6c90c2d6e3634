"""What the sheet is drawn with: the page's measures in millimetres, its inks, lines and texts."""

from fpdf import FPDF
from fpdf.enums import Align, XPos, YPos

# A4 lying down, in millimetres.
WIDE, TALL, EDGE = 297.0, 210.0, 10.0
LEDGER = 182.0
RULE = 42.0
HEAD = 16.0
POINT = 0.3528
INK, SOFT, FAINT = (27, 27, 27), (92, 92, 92), (196, 196, 196)
BLUE, BLUELINE, RED = (18, 100, 140), (95, 180, 220), (184, 42, 26)


class Pen:
    """Writes and draws on a page."""

    def __init__(self, pdf: FPDF):
        self.pdf = pdf

    def text(
        self,
        x: float,
        y: float,
        words: str,
        size: float,
        family: str = "words",
        colour: tuple[int, int, int] = INK,
        align: Align = Align.L,
    ) -> None:
        """Write one line with its base at y; by its right end or middle where `align` says so."""
        self.pdf.set_font(family, size=size)
        self.pdf.set_text_color(*colour)
        width = self.pdf.get_string_width(words)
        x -= width if align is Align.R else width / 2 if align is Align.C else 0
        self.pdf.set_xy(x, y - size * POINT)
        self.pdf.cell(width, size * POINT * 1.2, words, new_x=XPos.RIGHT, new_y=YPos.TOP)

    def line(
        self,
        x: float,
        y: float,
        to_x: float,
        to_y: float,
        colour: tuple[int, int, int] = INK,
        width: float = 0.2,
    ) -> None:
        """Draw a line."""
        self.pdf.set_draw_color(*colour)
        self.pdf.set_line_width(width)
        self.pdf.line(x, y, to_x, to_y)

    def wrapped(self, words: str, width: float, size: float, family: str = "words") -> list[str]:
        """Return a text's lines at a width."""
        self.pdf.set_font(family, size=size)
        lines = self.pdf.multi_cell(
            width, size * POINT * 1.2, words, align="L", dry_run=True, output="LINES"
        )
        assert isinstance(lines, list)
        return [str(line) for line in lines] or [""]
