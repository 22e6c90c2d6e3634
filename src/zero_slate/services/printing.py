"""The printed sheet and the framing chart of a shot."""

from zero_slate.core.base.safe_names import printed_title
from zero_slate.core.checks.match import match
from zero_slate.core.places.layout import FileKind
from zero_slate.core.presentation.drawings.canvas import draw_canvas
from zero_slate.core.presentation.printed_sheet import PrintedItem, PrintedSheet
from zero_slate.files.framing_chart import write_chart
from zero_slate.files.sheet_pdf.writer import write_sheet
from zero_slate.services.places.layouts import Layouts
from zero_slate.services.shots.sheets import Shots


class Printing:
    """Makes what is printed, or loaded as a layer."""

    def __init__(self, layouts: Layouts, shots: Shots):
        self.workspace = layouts.workspace
        self.layouts = layouts
        self.shots = shots

    def sheet(self, shot_id: int) -> tuple[str, bytes]:
        """Return a shot's sheet as a PDF of one page, named as the path rules say."""
        loaded = self.shots.load(shot_id)
        page = self.shots.page(shot_id)
        context = loaded.context(self.workspace)
        head, setup = loaded.head, loaded.content.setup
        brief = page.brief
        printed = PrintedSheet(
            setup.code,
            printed_title(setup.code, setup.title),
            setup.subtitle or head.production,
            head.production,
            match(context, loaded.content.departures).words,
            f"v{head.version:03d}, {head.saved_at.replace('T', ' ').removesuffix('Z')} UTC by "
            f"{head.saved_by}",
            head.saved_at,
            page.sheet,
            draw_canvas(context),
            page.rule,
            "".join(piece.text for piece in brief.pieces),
            tuple(
                PrintedItem("".join(piece.text for piece in pieces), item.done)
                for item, pieces in zip(brief.brief.items, brief.items, strict=True)
            ),
        )
        ruled = self.layouts.ruled(loaded, FileKind.SHEET)
        name = ruled[1].rpartition("/")[2] if ruled else f"{setup.code}_v{head.version:03d}.pdf"
        return name, write_sheet(printed)

    def chart(self, shot_id: int, form: str) -> tuple[str, bytes]:
        """Return a shot's framing chart as `png` or `exr`, with its name. Raises Refusal."""
        setup = self.shots.load(shot_id).content.setup
        return f"{setup.code}_framing.{form}", write_chart(setup, form)
