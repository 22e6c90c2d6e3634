"""The demo's productions: their edits, their shots and what is wrong with them."""

from dataclasses import dataclass, field

from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.demo.drawing import Scene

Texts = dict[str, dict[str, str]]

DAWN = ((0.42, 0.47, 0.5), (0.5, 0.4, 0.28))
NOON = ((0.5, 0.56, 0.52), (0.35, 0.33, 0.22))
DUSK = ((0.2, 0.16, 0.24), (0.36, 0.2, 0.12))
NIGHT = ((0.02, 0.03, 0.06), (0.07, 0.08, 0.1))


@dataclass(frozen=True, slots=True)
class Later:
    """What becomes of a shot in the last cut: frames gained at both ends, or something else."""

    head: int = 0
    tail: int = 0
    code: str = ""
    speed: int = 100
    gone: bool = False
    new: bool = False


@dataclass(frozen=True, slots=True)
class Shot:
    """A shot of the demo: its place in the edit, its source, and how it was set up."""

    code: str
    title: str
    length: int
    reel: str
    source_in: str
    scene: Scene
    typed: Texts = field(default_factory=dict)
    reasons: dict[str, str] = field(default_factory=dict)
    set_up: bool = True
    plate: str | None = None
    source_rate: str | None = None
    later: Later = Later()
    once: Texts = field(default_factory=dict)
    markers: tuple[tuple[int, str], ...] = ()
    brief: tuple[str, ...] = ()
    locked: bool = False
    grade: str = ""


@dataclass(frozen=True, slots=True)
class Story:
    """A production of the demo."""

    title: str
    kind: str
    volume: str
    code_example: str
    rate: str
    record_in: str
    format: Texts
    shots: tuple[Shot, ...]

    @property
    def frame_rate(self) -> FrameRate:
        """The edit's rate."""
        return FrameRate.parse(self.rate)

    @property
    def start(self) -> Timecode:
        """The timecode of the edit's first frame."""
        return Timecode.parse(self.record_in, self.frame_rate)


def _scene(seed: int, light: tuple[tuple[float, ...], ...], crow: float) -> Scene:
    sky, ground = light
    return Scene(seed, (sky[0], sky[1], sky[2]), (ground[0], ground[1], ground[2]), crow)


_FOUND = "found footage, as scanned"
_VIEW = {"display": "Rec.1886 Rec.709 - Display", "view": "ACES 1.0 - SDR Video"}

ORCHARD = Story(
    "The Tin Orchard",
    "Short film",
    "orchard",
    "FRO_0030",
    "24000/1001",
    "01:00:00:00",
    {
        "canvas": {"width": "1920", "height": "1080"},
        "rate": {"rate": "24000/1001"},
        "count": {"number": "1001", "at": "clip"},
        "handles": {"head": "8", "tail": "8"},
        "working_space": {"name": "ACEScg"},
        "viewing": _VIEW,
    },
    (
        Shot(
            "FRO_0010",
            "First light through the glass leaves",
            122,
            "A001",
            "04:12:30:08",
            _scene(10, DAWN, 0.22),
            plate="exr",
        ),
        Shot(
            "FRO_0020",
            "Sap pump starts",
            80,
            "A001",
            "04:19:02:00",
            _scene(20, DAWN, 0.3),
            plate="exr",
            # Framed for the cinema and for an upright phone too, with room to shake.
            typed={
                "guides": {"text": "action, title, centre, 1.85, 9:16"},
                "overscan": {"text": "5 %"},
            },
        ),
        Shot(
            "FRO_0030",
            "Crow reads the frost",
            92,
            "A002",
            "04:31:09:09",
            _scene(30, DAWN, 0.42),
            {"canvas": {"width": "1998"}, "rate": {"rate": "24"}},
            plate="exr-short",
            markers=((1032, "frost settles"), (1071, "she looks up")),
            brief=(
                "Animate {work range}, {length} with the handles. The cut shows {cut range}.",
                "Breath on the glass from frame 1040",
                "Key in its back turns twice",
                "Check the feathers against {rate}",
            ),
        ),
        Shot(
            "FRO_0040",
            "Wind-up crow, close",
            64,
            "ART",
            "00:00:08:00",
            _scene(40, NOON, 0.7),
            {"canvas": {"width": "640", "height": "360"}},
            {"canvas": "vector artwork, drawn at a third"},
            plate="png-third",
        ),
        Shot(
            "GRA_0010",
            "The grafting bench",
            210,
            "A004",
            "05:02:11:16",
            _scene(50, NOON, 0.26),
            plate="movie",
        ),
        Shot(
            "GRA_0020",
            "Splice with copper bark",
            140,
            "A004",
            "05:07:40:00",
            _scene(60, NOON, 0.34),
            {"rate": {"rate": "25"}},
        ),
        Shot(
            "GRA_0030",
            "Needle swing",
            46,
            "A005",
            "05:21:18:12",
            _scene(70, DUSK, 0.5),
            plate="exr-odd",
        ),
        Shot(
            "GRA_0040",
            "Archive: old orchard",
            118,
            "ARC",
            "10:00:00:00",
            _scene(80, DUSK, 0.2),
            {
                "canvas": {"width": "720", "height": "576"},
                "pixel_aspect": {"ratio": "16:11"},
                "scan": {"choice": "upper field first"},
                "rate": {"rate": "25"},
                "handles": {"head": "0", "tail": "0"},
                "cut_range": {"first": "1001", "last": "1118"},
                "work_range": {"first": "1001", "last": "1118"},
                "start_timecode": {"label": ""},
            },
            dict.fromkeys(
                ("canvas", "pixel_aspect", "scan", "rate", "handles", "work_range"), _FOUND
            ),
            plate="movie-interlaced",
            source_rate="25",
        ),
        Shot(
            "HAR_0010",
            "Night picking",
            301,
            "ART",
            "00:01:00:08",
            _scene(90, NIGHT, 0.3),
            plate="png",
        ),
        Shot(
            "HAR_0020",
            "Basket count",
            88,
            "A007",
            "06:44:05:20",
            _scene(100, NIGHT, 0.24),
            set_up=False,
        ),
        Shot(
            "RIV_0010",
            "Ice under the sluice",
            60,
            "A008",
            "07:02:10:00",
            _scene(110, DAWN, 0.3),
            plate="png",
            later=Later(tail=6),
            once={"count": {"number": "1", "at": "clip"}},
        ),
        Shot(
            "RIV_0020",
            "Crow crosses the ice",
            48,
            "A008",
            "07:09:30:12",
            _scene(120, DAWN, 0.36),
            plate="rates",
            typed={"background": {"colour": "#f2ead8"}},
        ),
        Shot(
            "RIV_0030",
            "Reed and rust",
            72,
            "A009",
            "07:15:00:00",
            _scene(130, NOON, 0.4),
            later=Later(tail=-12),
            locked=True,
        ),
        Shot(
            "RIV_0040",
            "The mill wheel stops",
            90,
            "A009",
            "07:21:42:06",
            _scene(140, NOON, 0.2),
            later=Later(head=-5, tail=5),
        ),
        Shot(
            "RIV_0050",
            "Wheel, held back",
            40,
            "A009",
            "07:22:10:00",
            _scene(150, NOON, 0.3),
            later=Later(tail=40, speed=50),
        ),
        Shot(
            "RIV_0060",
            "Heron, cut away",
            36,
            "A010",
            "07:30:00:18",
            _scene(160, DUSK, 0.3),
            later=Later(gone=True),
        ),
        Shot(
            "RIV_0070",
            "The far bank",
            64,
            "A010",
            "07:34:20:00",
            _scene(170, DUSK, 0.3),
            later=Later(head=-30, tail=30, code="RIV_0075"),
        ),
        Shot(
            "RIV_0080",
            "Lamps on the water",
            54,
            "A011",
            "07:40:00:00",
            _scene(180, NIGHT, 0.3),
            set_up=False,
            later=Later(new=True),
        ),
    ),
)

HARBOUR = Story(
    "Harbour Clock Repairs",
    "Series, episode 3",
    "harbour",
    "HCR_010",
    "25",
    "10:00:00:00",
    {
        "canvas": {"width": "1920", "height": "1080"},
        "scan": {"choice": "upper field first"},
        "rate": {"rate": "25"},
        "count": {"number": "1", "at": "work"},
        "handles": {"head": "12", "tail": "12"},
        "working_space": {"name": "Linear Rec.709 (sRGB)"},
        "viewing": {"display": "Rec.1886 Rec.709 - Display", "view": "Un-tone-mapped"},
    },
    (
        Shot(
            "HCR_010",
            "Titles over the dry dock",
            75,
            "B01",
            "09:10:00:12",
            _scene(210, DAWN, 0.2),
            plate="movie-interlaced",
        ),
        Shot(
            "HCR_020",
            "Pendulum, wide",
            100,
            "B01",
            "09:14:20:00",
            _scene(220, NOON, 0.3),
            plate="movie-wrong-field",
        ),
        Shot(
            "HCR_030",
            "Hands at ten past four",
            60,
            "B02",
            "09:31:00:00",
            _scene(230, NOON, 0.5),
            {"scan": {"choice": "progressive"}},
        ),
        Shot(
            "HCR_040",
            "Escapement, drawn",
            50,
            "ART",
            "00:00:10:00",
            _scene(240, DUSK, 0.4),
            {"scan": {"choice": "progressive"}},
            {"scan": "drawn on ones, no fields wanted"},
        ),
        Shot(
            "HCR_050",
            "Tide bell",
            88,
            "B03",
            "09:52:11:05",
            _scene(250, NIGHT, 0.3),
            set_up=False,
        ),
    ),
)

# The second act: what a compositor takes in before the first render.
LANTERN = Story(
    "The Salt Lantern",
    "Short film",
    "lantern",
    "LAN_0010",
    "24000/1001",
    "01:00:00:00",
    {
        "canvas": {"width": "1920", "height": "1080"},
        "rate": {"rate": "24000/1001"},
        "count": {"number": "1001", "at": "clip"},
        "handles": {"head": "4", "tail": "4"},
        "working_space": {"name": "ACEScg"},
        "viewing": _VIEW,
    },
    (
        Shot("LAN_0010", "The lamp flares", 62, "L001", "02:10:00:00",
             _scene(310, DAWN, 0.34), plate="layers"),
        Shot("LAN_0020", "Both eyes on the stair", 24, "L002", "02:21:12:00",
             _scene(320, NOON, 0.4), plate="eyes",
             grade="(1.12 1.0 0.9)(0.01 0.0 -0.01)(1.0 1.0 1.05) 0.85"),
        Shot("LAN_0030", "What the tide took", 40, "L003", "02:40:00:12",
             _scene(330, DUSK, 0.3), plate="moved"),
        Shot("LAN_0040", "Mist on the gallery", 96, "L004", "02:52:30:00",
             _scene(340, NIGHT, 0.24), plate="growing"),
    ),
)  # fmt: skip

STORIES = (ORCHARD, HARBOUR, LANTERN)
