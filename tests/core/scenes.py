"""Values that many tests start from: an edit, an event, a shot that follows it, its plate."""

from fractions import Fraction

from zero_slate.core.canvas.raster import Size
from zero_slate.core.colour.config_names import ColourNames, ConfigInUse
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import Align, Element
from zero_slate.core.media.header import Channel, Header, Media, MediaKind
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext, clock_of
from zero_slate.core.shot.from_event import clip_source, setup_from_event
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode

FILM = FrameRate(Fraction(24000, 1001))
EDIT = EditFormat(rate=FILM)
SOURCE_IN = Timecode.parse("04:31:09:09", FILM)
EVENT = CutEvent(
    3,
    "FRO_0030",
    "FRO_0030_plate",
    "A002",
    "V1",
    FrameRange.starting(SOURCE_IN.frames, 92),
    FILM,
    False,
    FrameRange.starting(Timecode.parse("01:00:08:10", FILM).frames, 92),
    FILM,
    False,
)
SETUP = setup_from_event(EDIT, EVENT, "Crow reads the frost")
CONTENT = Content(setup=SETUP, source=clip_source(EDIT, EVENT))
CLOCK = clock_of(SETUP, EVENT)
NAMES = ColourNames(
    "a config",
    frozenset({"ACEScg", "acescg", "Linear Rec.709"}),
    ("ACEScg", "Linear Rec.709"),
    {"sRGB - Display": ("ACES 1.0 - SDR Video", "Raw"), "Projector": ("Raw",)},
)


def config_with(names: ColourNames | None, **said: object) -> ConfigInUse:
    """A colour config in use that has these names."""
    known = {"name": "a config", "where": "built in", "version": "2.4", "fingerprint": "0" * 16}
    known |= {"held": "", "problem": "", "nearest": "", **said}
    return ConfigInUse(**known, names=names)  # type: ignore[arg-type]


def header(**said: object) -> Header:
    """A plate's header that agrees with the edit, but for what is said."""
    known = {
        "size": Size(1920, 1080),
        "channels": (Channel("R", "half"),),
        "pixel_aspect": Fraction(1),
        "rate": FILM,
        "timecode": str(SOURCE_IN + -8),
    }
    return Header(**{**known, **said})  # type: ignore[arg-type]


def plate(*present: FrameRange, align: Align = Align.TIMECODE, **about: object) -> Element:
    """A sequence linked as plate: all of 1001–1108 unless said otherwise."""
    said = {"header": header(), "padding": 4, "kind": MediaKind.SEQUENCE, **about}
    media = Media("plate.####.exr", present=present or (FrameRange(1001, 1108),), **said)  # type: ignore[arg-type]
    return Element(1, "plate", media, align)


def working(first: int, last: int, **about: object) -> Setup:
    """SETUP with another work range, its clip going along."""
    run = FrameRange(first, last)
    return SETUP.model_copy(update={"work_range": run, "clip_range": run, **about})


def context_for(setup: Setup = SETUP, *elements: Element, **about: object) -> ShotContext:
    """A shot of EDIT and EVENT."""
    if names := about.pop("names", None):
        about["config"] = config_with(names)
    said = {"edit": EDIT, "event": EVENT, "elements": elements, **about}
    return ShotContext(setup, **said)  # type: ignore[arg-type]
