"""The match: what each check finds, in figures, and what would put it right."""

import dataclasses
import inspect
from fractions import Fraction

import pytest

from tests.core.scenes import EDIT, EVENT, NAMES, SETUP, context_for, header, plate
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks import (
    canvas,
    colour,
    depth,
    finish,
    media,
    picture,
    stand,
    storing,
    targets,
    time,
)
from zero_slate.core.checks.finding import Finding, Severity, State
from zero_slate.core.checks.match import CHECKS, match, written
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.alignment import lead, left_aside
from zero_slate.core.media.element import Align
from zero_slate.core.media.header import BrokenFrame, OddFrame, Window
from zero_slate.core.presentation.cut_table import cut_row
from zero_slate.core.presentation.drawings.sheet import draw_sheet
from zero_slate.core.presentation.meanings import MEANINGS
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.change import apply
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Departure
from zero_slate.core.time.frames import CountAt, FrameCount, FrameRange, Handles
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import TimecodeKind


def found(context: ShotContext) -> list[str]:
    return [finding.code for finding in match(context).findings]


def the(code: str, context: ShotContext) -> Finding:
    (finding,) = [f for f in match(context).findings if f.code == code]
    return finding


def with_values(**values: object) -> Setup:
    return SETUP.model_copy(update=values)


def test_a_shot_made_from_its_event_follows() -> None:
    result = match(context_for(SETUP, plate(), names=NAMES))
    assert result.findings == ()
    assert result.state is State.FOLLOWS
    assert result.words == "follows the edit"
    assert set(result.states) == set(SETTINGS)


@pytest.mark.parametrize(
    ("values", "code", "setting", "messages"),
    [
        ({"canvas": Size(1998, 1080)}, "canvas.shape", "canvas", "0.961×, leaving 21.08 px bars"),
        ({"canvas": Size(2048, 858)}, "canvas.shape", "canvas", "0.938×, leaving 137.81 px bars"),
        ({"canvas": Size(960, 540)}, "canvas.size", "canvas", "enlarged 2×"),
        ({"canvas": Size(3840, 2160)}, "canvas.size", "canvas", "shrunk 0.5×"),
        ({"scan": ScanMode.UPPER_FIRST}, "scan.differs", "scan", "comb"),
        ({"rate": FrameRate(Fraction(24))}, "rate.differs", "rate", "ahead every 41.7 s"),
        ({"rate": FrameRate(Fraction(25))}, "rate.differs", "rate", "4.42 frames"),
        ({"timecode": TimecodeKind.DROP}, "timecode.impossible", "timecode", "does not exist"),
        ({"count": FrameCount(1)}, "count.differs", "count", "1000 lower"),
        ({"count": FrameCount(1001, CountAt.CUT)}, "count.differs", "count", "at the cut"),
        ({"handles": Handles(8, 4)}, "handles.differ", "handles", "4 fewer at the tail"),
        ({"cut_range": FrameRange(1009, 1096)}, "cut.differs", "cut_range", "4 short at the tail"),
        ({"cut_range": FrameRange(1011, 1102)}, "cut.differs", "cut_range", "2 frames late"),
        ({"work_range": FrameRange(1001, 1104)}, "range.differs", "work_range", "4 short"),
        (
            {"work_range": FrameRange(1010, 1108)},
            "range.cut-outside",
            "work_range",
            "1 frame of the cut lies outside",
        ),
        ({"working_space": "Linear Rec.709"}, "colour.space-differs", "working_space", "shift"),
        (
            {"viewing": Viewing("sRGB - Display", "Raw")},
            "colour.viewing-differs",
            "viewing",
            "judged differently",
        ),
    ],
)
def test_each_difference_is_found_with_its_figures(
    values: dict[str, object], code: str, setting: str, messages: str
) -> None:
    context = context_for(with_values(**values), names=NAMES)
    finding = the(code, context)
    assert finding.setting == setting
    assert messages in finding.sentence.text
    assert all(figure in finding.sentence.text for figure in finding.sentence.strong)
    assert match(context).states[setting] is State.DIFFERS
    # What is offered puts it right.
    assert finding.change is not None
    righted = apply(context.setup, finding.change.values)
    assert code not in found(context_for(righted, names=NAMES))


def test_accumulated_difference_is_the_shots_own() -> None:
    """108 frames at 24 in an edit at 24000/1001: 108 × (1 − 1000/1001) frames."""
    finding = the("rate.differs", context_for(with_values(rate=FrameRate(Fraction(24)))))
    assert Fraction(finding.figures["frames_apart"]) == Fraction(108, 1001)
    assert "0.11 frames (4.5 ms)" in finding.sentence.text


def test_other_pixels_of_the_edits_shape_only_resample() -> None:
    context = context_for(with_values(canvas=Size(1440, 1080), pixel_aspect=Fraction(4, 3)))
    assert found(context) == ["canvas.size", "pixel-aspect.differs"]
    assert "own shape" in the("canvas.size", context).sentence.text
    assert "33.3 % wider" in the("pixel-aspect.differs", context).sentence.text


def test_fields_in_the_wrong_order_and_missing_fields() -> None:
    edit = EditFormat(rate=FrameRate(Fraction(25)), scan=ScanMode.UPPER_FIRST)
    wrong = ShotContext(SETUP.model_copy(update={"scan": ScanMode.LOWER_FIRST}), edit)
    assert "jumps back 20.0 ms" in the("scan.differs", wrong).sentence.text
    none = ShotContext(SETUP, edit)
    assert "half as often as 50 times a second" in the("scan.differs", none).sentence.text


def test_drop_and_non_drop_part_by_108_labels_an_hour() -> None:
    ntsc = FrameRate(Fraction(30000, 1001))
    edit = EditFormat(rate=ntsc, timecode=TimecodeKind.DROP)
    at = ShotContext(SETUP.model_copy(update={"rate": ntsc}), edit)
    assert the("timecode.differs", at).figures["labels_an_hour"] == 108


@pytest.mark.parametrize(
    ("values", "code", "fix"),
    [
        ({"working_space": "ACESc"}, "colour.space-unknown", "Use ACEScg"),
        (
            {"viewing": Viewing("sRGB-Display", "Raw")},
            "colour.display-unknown",
            "Use sRGB - Display · Raw",
        ),
        (
            {"viewing": Viewing("sRGB - Display", "ACES SDR")},
            "colour.view-unknown",
            "Use sRGB - Display · ACES 1.0 - SDR Video",
        ),
    ],
)
def test_names_the_config_has_not_stop_the_shot(
    values: dict[str, object], code: str, fix: str
) -> None:
    finding = the(code, context_for(with_values(**values), names=NAMES))
    assert finding.severity is Severity.STOP
    assert finding.change is not None
    assert finding.change.label == fix


def test_an_alias_is_a_name_too() -> None:
    edit = EDIT.model_copy(update={"working_space": "acescg"})
    context = context_for(with_values(working_space="acescg"), edit=edit, names=NAMES)
    assert found(context) == []


@pytest.mark.parametrize(
    ("present", "codes", "messages"),
    [
        ([FrameRange(1001, 1104)], ["media.missing-tail"], "4 frames short at the tail: 1105–1108"),
        (
            [FrameRange(1003, 1108)],
            ["media.missing-head"],
            "2 frames short at the head: 1001–1002",
        ),
        (
            [FrameRange(1001, 1040), FrameRange(1042, 1108)],
            ["media.missing-middle"],
            "1 frame missing in the middle: 1041",
        ),
        (
            [FrameRange(1002, 1010), FrameRange(1020, 1100)],
            ["media.missing-head", "media.missing-tail", "media.missing-middle"],
            "9 frames missing in the middle: 1011–1019",
        ),
        ([FrameRange(5000, 5010)], ["media.missing-all"], "None of 1001–1108 is on disk"),
    ],
)
def test_missing_frames_are_named(
    present: list[FrameRange], codes: list[str], messages: str
) -> None:
    context = context_for(SETUP, plate(*present, align=Align.NUMBER))
    assert found(context) == codes
    assert any(messages in finding.sentence.text for finding in match(context).findings)


def test_a_plate_is_laid_by_its_timecode_whatever_its_numbers() -> None:
    context = context_for(SETUP, plate(FrameRange(0, 107)))
    assert context.aligned[1].offset == 1001
    assert found(context) == []


def test_a_clip_with_more_before_the_cut_starts_the_count_earlier() -> None:
    """The count's number stands at the clip's first frame: 20 before the cut, not 8."""
    early = plate(FrameRange(1001, 1120), header=header(timecode="04:31:08:13"))
    context = context_for(SETUP, early)
    assert context.required.cut_range == FrameRange(1021, 1112)
    assert found(context) == ["cut.differs", "range.differs", "clip.on-disk", "start.differs"]
    put_right = SETUP.model_copy(
        update={
            "cut_range": FrameRange(1021, 1112),
            "work_range": FrameRange(1013, 1120),
            "clip_range": FrameRange(1001, 1120),
            "start_timecode": "04:31:08:13",
        }
    )
    assert found(context_for(put_right, early)) == []


def test_files_that_disagree_are_found() -> None:
    other = plate(
        header=header(
            size=Size(2048, 1152),
            pixel_aspect=Fraction(2),
            rate=FrameRate(Fraction(25)),
            scan=ScanMode.UPPER_FIRST,
        ),
        odd=(OddFrame(1030, "size", "1998 × 1080", "2048 × 1152"),),
        broken=(BrokenFrame(1050, "the file breaks off"),),
        jumps=(1060,),
        duplicates=(1070,),
        align=Align.NUMBER,
    )
    context = context_for(SETUP, other)
    assert found(context) == [
        "media.size",
        "media.pixel-aspect",
        "media.rate",
        "media.scan",
        "media.odd-frame",
        "media.unreadable",
        "media.duplicate",
        "media.timecode-jumps",
        "media.timecode-aside",
    ]
    assert "Frame 1030" in the("media.odd-frame", context).sentence.text
    assert "Frame 1050" in the("media.unreadable", context).sentence.text


@pytest.mark.parametrize(
    ("about", "event", "words"),
    [
        ({"timecode": "00:00:00:00"}, EVENT, "is 4 h 31 min away"),
        ({"timecode": "04:31:09:30"}, EVENT, "reads 04:31:09:30: 04:31:09:30 has 30 frames"),
        ({"timecode": "00:00:00:00"}, None, "is 00:00:00:00 on frame 1001"),
        (
            {"rate": FrameRate(Fraction(30))},
            EVENT,
            "counts 30 frames a second, the edit's source 24",
        ),
        # 24 and 24000/1001 have the same labels, and are laid by them.
        ({"rate": FrameRate(Fraction(24))}, EVENT, ""),
    ],
)
def test_a_timecode_that_can_not_serve_is_left_aside(
    about: dict[str, object], event: CutEvent | None, words: str
) -> None:
    laid = plate(header=header(**about)).media  # type: ignore[arg-type]
    said = left_aside(laid, event, SETUP.rate)
    assert said.replace("begins at 00:00:00:00, ", "is ").startswith(words)
    assert bool(said) == bool(words)
    assert (lead(laid, event) is None) == (bool(words) or event is None)


def test_drop_frame_is_not_laid_by_labels_that_do_not_drop() -> None:
    ntsc = FrameRate(Fraction(30000, 1001))
    event = dataclasses.replace(EVENT, source_rate=ntsc, source_drop=False)
    laid = plate(header=header(rate=ntsc, timecode="04:31:09;09")).media
    assert left_aside(laid, event, ntsc) == "is drop-frame, the edit's source non-drop"
    same = plate(header=header(rate=ntsc, timecode="00:00:01:00"), jumps=tuple(range(1002, 1109)))
    assert left_aside(same.media, event, ntsc) == "is 00:00:01:00 on every frame"


def test_windows_primaries_and_notes_are_found() -> None:
    other = plate(
        header=header(
            window=Window(-8, -8, 1936, 1090), primaries="BT.709", notes=("its rate is odd",)
        ),
        odd=tuple(
            OddFrame(frame, "data window", f"{frame} × 9 at 0, 0", "not stated")
            for frame in range(1002, 1102)
        ),
    )
    said = {f.code: f.sentence.text for f in match(context_for(SETUP, other)).findings}
    assert said["media.data-window"] == (
        "plate.####.exr has 8 px left and right, 8 px above, 2 px below of overscan: "
        "its data window is 1936 × 1090 at −8, −8."
    )
    assert said["media.odd-window"].startswith("100 frames have another data window than the rest")
    assert "are BT.709, those of ACEScg ACES AP1" in said["media.primaries"]
    assert said["media.note"] == "plate.####.exr: its rate is odd."
    (drawn,) = draw_sheet(context_for(SETUP, other), SETUP, "canvas").canvas.pictures
    assert drawn.window is not None
    assert (drawn.window.width, drawn.rect.width) == (1936, 1920)
    cropped = plate(header=header(window=Window(0, 100, 1920, 880)))
    said_of = the("media.data-window", context_for(SETUP, cropped)).sentence.text
    assert "has no pixels in 100 px above and below" in said_of


def test_files_that_follow_the_edit_are_only_noted() -> None:
    context = context_for(with_values(canvas=Size(1998, 1080)), plate())
    note = the("media.size", context)
    assert note.severity is Severity.NOTE
    assert note.sentence.text == "The plate is 1920 × 1080, as the edit asks."


def test_two_paddings_are_found() -> None:
    assert found(context_for(SETUP, plate(other_paddings=(1,)))) == ["media.padding"]


def test_a_retime_needs_its_own_number_of_source_frames() -> None:
    import dataclasses

    fast = dataclasses.replace(EVENT, speed=Fraction(2))
    context = context_for(SETUP, plate(), event=fast)
    finding = the("media.retime-short", context)
    assert finding.figures == {"needed": 216, "short": 108}


def test_a_reason_excuses_the_value_it_was_written_for_only() -> None:
    setup = with_values(canvas=Size(1998, 1080))
    reason = {"canvas": Departure(written(setup, "canvas"), "shown in a cinema")}
    assert match(context_for(setup), reason).state is State.REASON
    changed = with_values(canvas=Size(2048, 858))
    assert match(context_for(changed), reason).state is State.DIFFERS
    assert match(context_for(SETUP), reason).state is State.FOLLOWS


def test_a_shot_outside_the_cut_is_not_known() -> None:
    result = match(context_for(SETUP, event=None))
    assert result.state is State.UNKNOWN
    assert result.words == "not in the cut"


def test_a_line_of_the_cut_has_what_differs_in_few_words() -> None:
    setup = with_values(canvas=Size(1998, 1080), rate=FrameRate(Fraction(24)))
    context = context_for(setup, plate(FrameRange(1001, 1104)))
    line = cut_row(context, match(context), {})
    assert line.state is State.DIFFERS
    assert {name: cell.text for name, cell in line.cells.items()} == {
        "canvas": "1998 × 1080",
        "rate": "24",
        "range": "4 frames short at the tail",
        "colour": "",
    }
    assert line.bars.work == FrameRange(0, 107)
    assert line.bars.missing == (FrameRange(104, 107),)


def test_every_check_there_is_is_listed_once() -> None:
    written = {
        check
        for module in (
            canvas,
            colour,
            depth,
            finish,
            media,
            picture,
            stand,
            storing,
            targets,
            time,
        )
        for check in vars(module).values()
        if inspect.isfunction(check)
        and check.__module__ == module.__name__
        and list(inspect.signature(check).parameters) == ["context"]
    }
    assert written == set(CHECKS)
    assert len(CHECKS) == len(set(CHECKS))


def test_every_setting_has_a_sentence_that_says_what_it_means() -> None:
    context = context_for(SETUP, plate(), names=NAMES)
    assert set(MEANINGS) == set(SETTINGS)
    said = {key: str(meaning(context)) for key, meaning in MEANINGS.items()}
    assert [key for key, text in said.items() if not text.endswith(".")] == []
