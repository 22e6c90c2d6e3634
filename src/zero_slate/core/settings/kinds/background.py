"""Background, line colour and alpha."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.background import Background, DisplayColour
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry


@dataclass(frozen=True, slots=True)
class BackgroundKind:
    """Background colour, line colour, and whether alpha is kept."""

    parts = (
        Part("colour", "Background colour", 8),
        Part("line", "Line colour", 8, before="line"),
        Part("alpha", "Alpha", 7, ("alpha", "opaque")),
    )

    def read(self, texts: Texts, entry: Entry) -> Background:
        """Return the background."""
        colours = {}
        for part in self.parts[:2]:
            try:
                colours[part.key] = DisplayColour.parse(texts[part.key])
            except Refusal as refusal:
                raise refusal.in_part(part.key) from None
        kept = texts["alpha"].strip()
        if kept not in self.parts[2].choices:
            raise Refusal(f"“{kept}” is neither alpha nor opaque.", nearest="alpha", part="alpha")
        return Background(colours["colour"], colours["line"], kept == "alpha")

    def texts(self, value: Background) -> dict[str, str]:
        """Return both colours in hex digits, and alpha or opaque."""
        colour, line, alpha = str(value).split()
        return {"colour": colour, "line": line, "alpha": alpha}

    def show(self, value: Background) -> str:
        """Write as `#ffffff, line #000000, alpha`."""
        colour, line, alpha = str(value).split()
        return f"{colour}, line {line}, {alpha}"
