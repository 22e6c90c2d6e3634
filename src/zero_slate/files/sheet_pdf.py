"""The printed sheet: one page of PDF, drawn in lines and text."""

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path

from fpdf import FPDF
from fpdf.enums import Align, XPos, YPos

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.drawings.canvas import Rect
from zero_slate.core.presentation.frame_rule import Band
from zero_slate.core.presentation.printed_sheet import PrintedSheet
from zero_slate.core.presentation.sheet import SheetRow

FONTS = Path(__file__).parent / "fonts"
# A4 lying down, in millimetres.
WIDE, TALL, EDGE = 297.0, 210.0, 10.0
LEDGER = 182.0
RULE = 42.0
HEAD = 16.0
INK, SOFT, FAINT = (27, 27, 27), (92, 92, 92), (196, 196, 196)
BLUE, BLUELINE, RED = (18, 100, 140), (95, 180, 220), (184, 42, 26)
LARGEST, SMALLEST = 7.4, 4.6
POINT = 0.3528  # millimetres

Place = Callable[[float], float]


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
    page = _Page(pdf)
    page.head(printed)
    page.ledger(printed)
    page.drawing(printed)
    page.rule(printed)
    return bytes(pdf.output())


@dataclass(frozen=True, slots=True)
class _Line:
    """A row of the ledger as it is set: its texts, wrapped."""

    row: SheetRow
    required: list[str]
    value: list[str]
    means: list[tuple[str, bool]]

    @property
    def lines(self) -> int:
        return max(len(self.required), len(self.value), len(self.means), 1)


class _Page:
    """A page being drawn."""

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

    def head(self, printed: PrintedSheet) -> None:
        """Write code, title and subtitle, the verdict and the version."""
        self.text(EDGE, EDGE + 5, printed.code, 15, "bold")
        self.pdf.set_font("bold", size=15)
        beside = EDGE + self.pdf.get_string_width(printed.code) + 6
        self.text(beside, EDGE + 3.4, printed.title, 10, "bold")
        self.text(beside, EDGE + 7.4, printed.subtitle, 8, colour=SOFT)
        right = WIDE - EDGE
        differs = printed.sheet.state is State.DIFFERS
        self.text(right, EDGE + 3.4, printed.verdict, 10, "bold", RED if differs else INK, Align.R)
        self.text(
            right,
            EDGE + 7.4,
            f"{printed.production} · {printed.saved}",
            8,
            colour=SOFT,
            align=Align.R,
        )
        self.line(EDGE, EDGE + 10, right, EDGE + 10, width=0.35)

    def ledger(self, printed: PrintedSheet) -> None:
        """Write every row at the largest size that fits the page."""
        room = TALL - 2 * EDGE - HEAD - RULE
        size = LARGEST
        while True:
            groups = [
                (group.title, [self._line(row, size) for row in group.rows])
                for group in printed.sheet.groups
            ]
            step = size * POINT * 1.28
            tall = sum(
                step * 1.7 + sum(line.lines * step + 0.9 for line in lines) for _, lines in groups
            )
            if tall <= room or size <= SMALLEST:
                break
            size -= 0.2
        y = EDGE + HEAD - 2.5
        for title, lines in groups:
            y += step * 1.35
            self.text(EDGE, y, title, size + 0.8, "bold")
            y += step * 0.35
            for line in lines:
                self.line(EDGE, y, EDGE + LEDGER, y, FAINT, 0.1)
                self._row(line, y, size, step)
                y += line.lines * step + 0.9

    def _line(self, row: SheetRow, size: float) -> _Line:
        value = " ".join(
            f"{field.before} {field.text}".strip() for field in row.fields if field.text
        )
        means: list[tuple[str, bool]] = []
        for said in row.messages:
            loud = said.severity in ("stop", "warn") and row.state is State.DIFFERS
            means += [(text, loud) for text in self.wrapped(said.text, 84, size)]
        if row.reason and row.reason_holds:
            means += [(text, False) for text in self.wrapped(f"“{row.reason}”", 84, size)]
        return _Line(
            row,
            self.wrapped(row.required or "", 31, size, "figures"),
            self.wrapped(value, 35, size, "figures"),
            means,
        )

    def _row(self, line: _Line, y: float, size: float, step: float) -> None:
        row = line.row
        base = y + size * POINT + 0.55
        self._mark(row.state, EDGE + 1.2, base - size * POINT * 0.36, size * POINT * 0.8)
        differs = row.state is State.DIFFERS
        self.text(EDGE + 4.5, base, row.label, size, "bold" if differs else "words")
        for x, texts, colour in (
            (EDGE + 28, line.required, BLUE),
            (EDGE + 60, line.value, RED if row.value_differs and differs else INK),
        ):
            for n, text in enumerate(texts):
                self.text(x, base + n * step, text, size, "figures", colour)
        for n, (text, loud) in enumerate(line.means):
            self.text(EDGE + 97, base + n * step, text, size, "words", RED if loud else SOFT)

    def _mark(self, state: State, x: float, y: float, size: float) -> None:
        half = size / 2
        if state is State.FOLLOWS:
            self.line(x - half, y, x - half / 3, y + half * 0.7, width=0.3)
            self.line(x - half / 3, y + half * 0.7, x + half, y - half * 0.8, width=0.3)
        elif state is State.DIFFERS:
            self.pdf.set_fill_color(*RED)
            self.pdf.rect(x - half, y - half, size, size, style="F")
        elif state is State.REASON:
            corners = [(x, y - half), (x + half, y), (x, y + half), (x - half, y)]
            self.pdf.set_draw_color(*RED)
            self.pdf.set_line_width(0.3)
            self.pdf.polygon(corners, style="D")
        else:
            self.line(x - half, y, x + half, y, width=0.3)

    def drawing(self, printed: PrintedSheet) -> None:
        """Draw the canvas in the edit's frame, its facts, and the brief under it."""
        left = EDGE + LEDGER + 6
        wide = WIDE - EDGE - left
        top = EDGE + HEAD
        drawn = printed.canvas
        caption = drawn.captions["canvas"]
        self.text(left, top - 2, caption.title, 8, "bold")
        self.text(WIDE - EDGE, top - 2, caption.corner, 7, "figures", SOFT, Align.R)
        scale = min((wide - 10) / drawn.edit.width, 48 / drawn.edit.height)
        x0 = left + (wide - drawn.edit.width * scale) / 2
        y0 = top + 4

        def box(rect: Rect, colour: tuple[int, int, int], width: float) -> None:
            self.pdf.set_draw_color(*colour)
            self.pdf.set_line_width(width)
            self.pdf.rect(
                x0 + rect.x * scale, y0 + rect.y * scale, rect.width * scale, rect.height * scale
            )

        for bar in drawn.bars:
            self._hatched(bar, x0, y0, scale)
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
        self.text(middle, y0 - 1.2, drawn.across_edit, 6.5, "figures", BLUE, Align.C)
        y = y0 + max(drawn.edit.height, drawn.canvas.y + drawn.canvas.height) * scale + 4
        self.text(
            middle, y, f"{drawn.across_canvas}, {drawn.down_canvas}", 6.5, "figures", INK, Align.C
        )
        y += 3
        for name in ("canvas", "working"):
            for fact in drawn.captions[name].facts:
                self.line(left, y, WIDE - EDGE, y, FAINT, 0.1)
                self.text(left, y + 3.2, fact.label, 6.8, colour=SOFT)
                colour = RED if fact.differs else INK
                self.text(WIDE - EDGE, y + 3.2, fact.value, 6.8, "figures", colour, Align.R)
                y += 4.4
        self._brief(printed, left, y + 5, wide)

    def _hatched(self, bar: Rect, x0: float, y0: float, scale: float) -> None:
        x, y = x0 + bar.x * scale, y0 + bar.y * scale
        self.pdf.set_draw_color(*RED)
        self.pdf.set_line_width(0.12)
        with self.pdf.rect_clip(x, y, bar.width * scale, bar.height * scale):
            reach = bar.height * scale
            at = x - reach
            while at < x + bar.width * scale:
                self.pdf.line(at, y + reach, at + reach, y)
                at += 1.2

    def _brief(self, printed: PrintedSheet, x: float, y: float, wide: float) -> None:
        if not printed.brief and not printed.items:
            return
        self.text(x, y, "Brief", 8, "bold")
        y += 4
        floor = TALL - EDGE - RULE - 2
        for text in self.wrapped(printed.brief, wide, 7.2) if printed.brief else []:
            if y > floor:
                return
            self.text(x, y, text, 7.2)
            y += 3.3
        for item in printed.items:
            for n, text in enumerate(self.wrapped(item.text, wide - 4, 7.2)):
                if y > floor:
                    return
                if n == 0:
                    self.pdf.set_draw_color(*INK)
                    self.pdf.set_line_width(0.2)
                    self.pdf.rect(x, y - 2.1, 2.2, 2.2, style="DF" if item.done else "D")
                self.text(x + 4, y, text, 7.2)
                y += 3.3

    def rule(self, printed: PrintedSheet) -> None:
        """Draw the frame rule: its scales, and the bands between them."""
        rule = printed.rule
        top = TALL - EDGE - RULE + 4
        left, right = EDGE + 22, WIDE - EDGE
        frames = rule.last - rule.first + 1
        self.line(EDGE, top - 3, right, top - 3, width=0.35)

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
                self._band(rule.bands[n], y, at, left)
            else:
                scale = rule.scales[n]
                colour = BLUE if scale.key == "edit" else INK
                self.text(EDGE, y + 2.6, scale.label, 6, colour=SOFT)
                for mark in scale.marks:
                    x = at(mark.at)
                    self.line(x, y, x, y + (0.7, 1.2, 1.8)[mark.level], colour, 0.12)
                    if mark.label:
                        self.text(x + 0.6, y + 3.4, mark.label, 5.6, "figures", colour)
            y += step
        for flag in rule.marks:
            x = at(flag.frame + 0.5)
            self.line(x, top, x, y, SOFT, 0.12)
            self.text(x + 0.5, y + 0.5, flag.name, 5.2, colour=SOFT)

    def _band(self, band: Band, y: float, at: Place, left: float) -> None:
        self.text(EDGE, y + 2.4, band.label, 6, colour=SOFT)
        colour = BLUELINE if band.tone == "blue" else INK if band.tone == "ink" else SOFT
        tall = 0.7 if band.tone == "disk" else 2.0
        self.pdf.set_fill_color(*colour)
        for run in band.runs:
            x, to = max(at(run.first), left), min(at(run.last + 1), WIDE - EDGE)
            if to > x:
                self.pdf.rect(x, y + 0.9, to - x, tall, style="F")
        for x, to in self._gaps(band, at, left):
            self.pdf.set_draw_color(*RED)
            self.pdf.set_line_width(0.2)
            self.pdf.rect(x, y + 0.9, to - x, 2.0)

    def _gaps(self, band: Band, at: Place, left: float) -> Iterator[tuple[float, float]]:
        for run in band.missing:
            x, to = max(at(run.first), left), min(at(run.last + 1), WIDE - EDGE)
            if to > x:
                yield x, to
