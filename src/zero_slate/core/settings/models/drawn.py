"""How a shot is drawn: the settings that the edit doesn't ask."""

from typing import Annotated

from pydantic import BaseModel, ConfigDict

from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.working_scale import WorkingScale
from zero_slate.core.colour.background import Background
from zero_slate.core.settings.kinds.background import BackgroundKind
from zero_slate.core.settings.kinds.choice import ChoiceKind
from zero_slate.core.settings.kinds.texts import ShortKind
from zero_slate.core.settings.schema import Setting


class Drawn(BaseModel):
    """How a shot is drawn: what the edit doesn't ask, and the house setup says."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    placing: Annotated[
        FitMode,
        Setting(
            "picture",
            "Placement",
            "How pictures that are brought in meet the canvas; an element can have its own.",
            ChoiceKind("Placement", FitMode, 14),
            "placing",
        ),
    ] = FitMode.INSIDE
    working_scale: Annotated[
        WorkingScale,
        Setting(
            "picture",
            "Working scale",
            "The fraction of the delivered size that is drawn at: half, 2/3, 50 %; 1/64 to 4.",
            ShortKind("Working scale", WorkingScale, 7),
            "working",
            instead=("half", "1"),
        ),
    ] = WorkingScale()
    overscan: Annotated[
        Overscan,
        Setting(
            "picture",
            "Overscan",
            "Drawn beyond each edge, in pixels (64, 64x36), or larger in all by per cent (10 %).",
            ShortKind("Overscan", Overscan, 10),
            "working",
            instead=("10 %", "64"),
        ),
    ] = Overscan()
    guides: Annotated[
        Guides,
        Setting(
            "picture",
            "Guides",
            "action, title, r95 action, r95 graphics, fields, thirds, centre, and shapes to mask "
            "for (1.85, 9:16), with commas.",
            ShortKind("Guides", Guides, 22),
            "guides",
            instead=("action, title, 1.85", "thirds"),
        ),
    ] = Guides()
    background: Annotated[
        Background,
        Setting(
            "picture",
            "Background",
            "The colour behind the drawing as the display shows it, the line work's colour, and "
            "whether alpha is kept.",
            BackgroundKind(),
            "background",
            instead=("#808080", "#000000"),
        ),
    ] = Background()
