"""What each setting means, in a sentence: every figure reckoned by hand from the standard's."""

from dataclasses import replace
from fractions import Fraction

import pytest

from tests.core.scenes import EVENT, SETUP, context_for, header, plate, working
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import Guides
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.region import Region
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.canvas.working_scale import WorkingScale
from zero_slate.core.colour.config_names import Probe
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.shot.state import WorkRangeLock
from zero_slate.core.time.frames import CountAt, FrameCount, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import ClosingFrame, TimecodeKind

PAL = FrameRate(Fraction(25))
NTSC = FrameRate(Fraction(30000, 1001))


def meant(key: str, setting: dict[str, object], **about: object) -> str:
    return MEANINGS[key](context_for(SETUP.model_copy(update=setting), **about)).text


@pytest.mark.parametrize(
    ("key", "setting", "words"),
    [
        # 1920 · 1080 · 4 bytes = 8,294,400; × 24000 ÷ 1001 = 198.9 MB/s; · 8 bytes = 16.6 MB.
        ("canvas", {}, "8.3 MB a frame as 10-bit RGB, 198.9 MB/s; 16.6 MB as half RGBA."),
        ("pixel_aspect", {}, "Shown 1920 × 1080, 1.78 : 1."),
        (
            "pixel_aspect",
            {"canvas": Size(720, 576), "pixel_aspect": Fraction(12, 11)},
            # 720 · 12 ÷ 11 = 785.45; ÷ 576 = 1.364.
            "Shown 785.45 × 576, 1.36 : 1.",
        ),
        ("scan", {}, "One picture a frame."),
        (
            "scan",
            {"scan": ScanMode.UPPER_FIRST, "rate": PAL},
            "Two fields a frame, 50 a second: 216 in the work range, the upper lines first.",
        ),
        (
            "scan",
            {"scan": ScanMode.LOWER_FIRST, "rate": NTSC},
            "Two fields a frame, 59.94 a second: 216 in the work range, the lower lines first.",
        ),
        ("signal", {"signal": Signal.NONE}, "No monitor: judged on the screen alone."),
        (
            "signal",
            {"signal": Signal.HD_25},
            "1920 × 1080 at 25, by SMPTE ST 274.",
        ),
        (
            "signal",
            {"signal": Signal.SD_525},
            "720 × 486 at 30000/1001, lower field first, by ITU-R BT.601, SMPTE ST 259.",
        ),
        ("overscan", {}, "Nothing is drawn beyond the canvas."),
        (
            "overscan",
            {"overscan": Overscan.parse("64x36")},
            # (2048 · 1152) ÷ (1920 · 1080) − 1 = 13.8 %.
            "64 px left and right, 36 px above and below: 2048 × 1152 is drawn, 13.8 % more "
            "pixels.",
        ),
        (
            "working_scale",
            {},
            "Drawn at 1920 × 1080, 16.6 MB a frame as half RGBA; fills and backgrounds take this "
            "size.",
        ),
        (
            "working_scale",
            {"working_scale": WorkingScale.parse("half")},
            # 960 · 540 · 8 = 4.1 MB; three quarters of 2,073,600 pixels are saved.
            "Drawn at 960 × 540, 4.1 MB a frame as half RGBA, saves 75 %: 1,555,200 pixels, "
            "12.4 MB. Fills and backgrounds take this size.",
        ),
        (
            "working_scale",
            {"working_scale": WorkingScale.parse("2")},
            "Drawn at 3840 × 2160, 66.4 MB a frame as half RGBA, costs 300 %: 6,220,800 pixels, "
            "49.8 MB. Fills and backgrounds take this size.",
        ),
        ("guides", {"guides": Guides.parse("none")}, "None with a size of its own."),
        ("guides", {"guides": Guides.parse("thirds, centre")}, "None with a size of its own."),
        (
            "guides",
            {"guides": Guides.parse("action, fields, 9:16")},
            # 1080 · 9 ÷ 16 = 607 whole columns: 607 ÷ 1920 = 31.6 %.
            "Action 1785.6 × 1004.4; a field is 160 × 116.67 px; 9:16 keeps 607 × 1080, 31.6 %.",
        ),
        ("region", {}, "All of the canvas is worked on."),
        (
            "region",
            {"region": Region.parse("960x540 at 480,270")},
            "960 × 540 of 1920 × 1080: saves 12.4 MB a frame as half RGBA, 75 %.",
        ),
        (
            # Of what is worked, at half: 960 × 540 less 480 × 270 pixels of 8 bytes.
            "region",
            {"region": Region.parse("960x540"), "working_scale": WorkingScale(Fraction(1, 2))},
            "480 × 270 of 960 × 540: saves 3.1 MB a frame as half RGBA, 75 %.",
        ),
        (
            # With a tenth of overscan 2112 × 1188 is worked.
            "region",
            {"region": Region.parse("960x540"), "overscan": Overscan.parse("10%")},
            "960 × 540 of 2112 × 1188: saves 15.9 MB a frame as half RGBA, 79.3 %.",
        ),
        (
            "rate",
            {},
            # 86,400 labels of 24 an hour at 24000 ÷ 1001 last 3603.6 s.
            "A frame lasts 41.71 ms. Non-drop timecode is 3.6 s behind the clock after an hour.",
        ),
        ("rate", {"rate": PAL}, "A frame lasts 40.00 ms."),
        (
            "rate",
            {"rate": FrameRate(Fraction(25, 2))},
            # 13 labels a second at 12.5: an hour of labels lasts 3744 s.
            "A frame lasts 80.00 ms. Non-drop timecode is 144.0 s behind the clock after an hour.",
        ),
        (
            "rate",
            {"rate": FrameRate(Fraction(61, 5))},
            # 12 labels a second at 12.2: 43,200 ÷ 12.2 = 3541 s.
            "A frame lasts 81.97 ms. Non-drop timecode is 59.0 s ahead of the clock after an hour.",
        ),
        ("timecode", {}, "Every label from 0 to 23 in each second."),
        (
            "timecode",
            {"rate": NTSC, "timecode": TimecodeKind.DROP},
            "2 labels are left out at each minute but every tenth, to keep with the clock.",
        ),
        # 16 ÷ (24000 ÷ 1001) = 0.667 s.
        ("handles", {}, "16 frames beyond the cut, 0.67 s."),
        ("handles", {"handles": Handles(1, 0)}, "1 frame beyond the cut, 41.7 ms."),
        # 92 frames last 3.837 s.
        ("cut_range", {}, "92 frames, 3.84 s; in the edit from 01:00:08:10."),
        (
            "work_range",
            {},
            # 108 = 6 · 16 + 12.
            "108 frames, 4.50 s, 6+12 feet; 54 drawings on twos.",
        ),
        (
            "work_range",
            {"closing": ClosingFrame.BLANK},
            "109 frames, 108 and a blank one, 4.55 s, 6+13 feet; 54 drawings on twos.",
        ),
        ("closing", {}, "Delivered: 108 frames, the work range."),
        (
            "closing",
            {"closing": ClosingFrame.BLANK},
            "Delivered: 109 frames, blank at 1109.",
        ),
        (
            "start_timecode",
            {"start_timecode": ""},
            "None of its own; timecode is the edit's and the source's.",
        ),
        (
            "start_timecode",
            {"start_timecode": "01:00:00:00"},
            "Frame 1001 of the clip; its last, 1108, is 01:00:04:11.",
        ),
        # A label that the rate hasn't is none: the row says why.
        (
            "start_timecode",
            {"start_timecode": "01:00:00:24"},
            "None of its own; timecode is the edit's and the source's.",
        ),
        ("clip_range", {}, "108 frames, the work range and no more."),
        ("code", {}, "Files begin with FRO_0030."),
        ("title", {}, "Printed on sheets and slates."),
        ("title", {"title": ""}, "Printed as “FRO 0030”, from the code."),
        ("subtitle", {}, "The production's title is printed under the title."),
        ("subtitle", {"subtitle": "Second pass"}, "Printed under the title."),
        ("placing", {}, "All of a picture is seen; bars where its shape differs."),
        (
            "placing",
            {"placing": FitMode.PIXELS},
            "A pixel stays a pixel; bars or cut off all round.",
        ),
        (
            "viewing",
            {},
            "What it looks like can't be worked out until every name is known.",
        ),
    ],
)
def test_a_setting_means(key: str, setting: dict[str, object], words: str) -> None:
    assert meant(key, setting) == words


def test_every_setting_means_something() -> None:
    assert set(MEANINGS) == set(SETTINGS)
    for key, say in MEANINGS.items():
        said = say(context_for()).text
        assert said.endswith("."), key
        assert said[0] == said[0].upper(), key


def test_a_size_past_a_canvass_limits_is_said_in_place_of_figures() -> None:
    # 32,768 is the longest side: twice 20,000 is past it, and so is 20,000 with 200 % more.
    wide = {"canvas": Size(20000, 1080)}
    for key, setting in (
        ("working_scale", {"working_scale": WorkingScale.parse("2")}),
        ("overscan", {"overscan": Overscan.parse("200 %")}),
    ):
        assert "32768" in meant(key, {**wide, **setting})


def test_the_figures_that_differ_are_set_off() -> None:
    half = SETUP.model_copy(update={"working_scale": WorkingScale.parse("half")})
    said = MEANINGS["working_scale"](context_for(half))
    assert said.strong == ("saves 75 %",)
    assert all(figure in said.text for figure in said.strong)


@pytest.mark.parametrize(
    ("count", "words"),
    [
        (
            FrameCount(1001, CountAt.CLIP),
            "The clip's first frame is 1001; source 04:31:09:09 is 1009.",
        ),
        (
            FrameCount(993, CountAt.CLIP),
            "The clip's first frame as it was counted is 993; source 04:31:09:09 is 1009.",
        ),
        (
            FrameCount(1009, CountAt.CUT),
            "The cut's first frame is 1009; source 04:31:09:09 is 1009.",
        ),
        (
            FrameCount(0, CountAt.FILE),
            "Not known until files are linked; numbered as it was until then.",
        ),
    ],
)
def test_a_count_says_which_moment_its_number_stands_at(count: FrameCount, words: str) -> None:
    assert meant("count", {"count": count}) == words


def test_a_count_from_the_files_says_where_the_cut_begins() -> None:
    setup = SETUP.model_copy(update={"count": FrameCount(0, CountAt.FILE)})
    said = MEANINGS["count"](context_for(setup, plate()))
    assert said.text == "As in the files' names: the cut begins at 1009."


def test_a_shot_that_is_not_in_the_cut_says_nothing_of_the_edit() -> None:
    about = {"event": None}
    assert meant("count", {}, **about) == "The clip's first frame is 1001."
    assert meant("cut_range", {}, **about) == "92 frames, 3.84 s."


def test_a_locked_work_range_says_by_whom() -> None:
    lock = WorkRangeLock(who="mara", at="2026-01-01T00:00:00Z")
    assert meant("work_range", {}, lock=lock).endswith("54 drawings on twos. Locked by mara.")


def test_a_clip_says_what_it_has_beyond_the_work_range() -> None:
    clip = working(1001, 1108).clip_range
    longer = {"clip_range": replace(clip, first=989, last=1110)}
    assert meant("clip_range", longer) == (
        "122 frames: 12 more at the head and 2 at the tail than the work range."
    )


def test_colours_are_probed_where_every_name_is_known() -> None:
    # 18 % grey through the sRGB curve is 0.461.
    probe = Probe(grey=0.461, white=1.0)
    assert meant("working_space", {}, probe=probe) == (
        "18 % grey is 0.180 here and 0.46 on the display."
    )
    assert meant("viewing", {}, probe=probe) == "White at 1.0 is 1.00 on the display."


def test_the_background_says_its_colour_in_the_working_space() -> None:
    without = meant("background", {})
    assert without.endswith("its value in the working space isn't known.")
    known = meant("background", {}, background=(1.0, 0.5, 0.25))
    assert known.startswith(f"1.000 0.500 0.250 in {SETUP.working_space}. The line stands at ")


def test_pictures_are_placed_by_name_or_counted() -> None:
    one = plate(header=header(size=Size(1998, 1080)))
    said = meant("placing", {})
    assert said == "All of a picture is seen; bars where its shape differs."
    alone = MEANINGS["placing"](context_for(SETUP, one)).text
    assert alone.startswith("plate.####.exr: ")
    other = replace(plate(), id=2, placing=FitMode.COVER)
    both = MEANINGS["placing"](context_for(SETUP, one, other)).text
    assert both == "2 elements in 2 sizes, 1 placed its own way; each stands beside."
    alike = MEANINGS["placing"](context_for(SETUP, plate(), replace(plate(), id=2))).text
    assert alike == "2 elements in 1 size; each stands beside."


def test_the_event_is_of_the_cut_that_is_shown() -> None:
    assert str(EVENT.record_in) in meant("cut_range", {})
