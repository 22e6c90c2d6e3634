"""The sheet's ledger: what each setting is asked to be, is, and means."""

from dataclasses import dataclass

from zero_slate.core.checks.finding import State
from zero_slate.core.presentation.printed_sheet import PrintedSheet
from zero_slate.core.presentation.sheet import SheetRow
from zero_slate.files.sheet_pdf.pen import (
    BLUE,
    EDGE,
    FAINT,
    HEAD,
    INK,
    LEDGER,
    POINT,
    RED,
    RULE,
    SOFT,
    TALL,
    Pen,
)

LARGEST, SMALLEST = 7.4, 4.6


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


def draw_ledger(pen: Pen, printed: PrintedSheet) -> None:
    """Write every row at the largest size that fits the page."""
    room = TALL - 2 * EDGE - HEAD - RULE
    size = LARGEST
    while True:
        groups = [
            (group.title, [_line(pen, row, size) for row in group.rows])
            for group in printed.sheet.groups
            if not group.unused
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
        pen.text(EDGE, y, title, size + 0.8, "bold")
        y += step * 0.35
        for line in lines:
            pen.line(EDGE, y, EDGE + LEDGER, y, FAINT, 0.1)
            _row(pen, line, y, size, step)
            y += line.lines * step + 0.9


def _line(pen: Pen, row: SheetRow, size: float) -> _Line:
    value = " ".join(f"{field.before} {field.text}".strip() for field in row.fields if field.text)
    means: list[tuple[str, bool]] = []
    for said in row.messages:
        loud = said.severity in ("stop", "warn") and row.state is State.DIFFERS
        means += [(text, loud) for text in pen.wrapped(said.text, 84, size)]
    if row.reason and row.reason_holds:
        means += [(text, False) for text in pen.wrapped(f"“{row.reason}”", 84, size)]
    return _Line(
        row,
        pen.wrapped(row.required or "", 31, size, "figures"),
        pen.wrapped(value, 35, size, "figures"),
        means,
    )


def _row(pen: Pen, line: _Line, y: float, size: float, step: float) -> None:
    row = line.row
    base = y + size * POINT + 0.55
    _mark(pen, row.state, EDGE + 1.2, base - size * POINT * 0.36, size * POINT * 0.8)
    differs = row.state is State.DIFFERS
    pen.text(EDGE + 4.5, base, row.label, size, "bold" if differs else "words")
    for x, texts, colour in (
        (EDGE + 28, line.required, BLUE),
        (EDGE + 60, line.value, RED if row.value_differs and differs else INK),
    ):
        for n, text in enumerate(texts):
            pen.text(x, base + n * step, text, size, "figures", colour)
    for n, (text, loud) in enumerate(line.means):
        pen.text(EDGE + 97, base + n * step, text, size, "words", RED if loud else SOFT)


def _mark(pen: Pen, state: State, x: float, y: float, size: float) -> None:
    half = size / 2
    if state is State.FOLLOWS:
        pen.line(x - half, y, x - half / 3, y + half * 0.7, width=0.3)
        pen.line(x - half / 3, y + half * 0.7, x + half, y - half * 0.8, width=0.3)
    elif state is State.DIFFERS:
        pen.pdf.set_fill_color(*RED)
        pen.pdf.rect(x - half, y - half, size, size, style="F")
    elif state is State.REASON:
        corners = [(x, y - half), (x + half, y), (x, y + half), (x - half, y)]
        pen.pdf.set_draw_color(*RED)
        pen.pdf.set_line_width(0.3)
        pen.pdf.polygon(corners, style="D")
    else:
        pen.line(x - half, y, x + half, y, width=0.3)
