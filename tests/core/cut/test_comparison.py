"""A later cut against the one before."""

import dataclasses
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import CONTENT, EDIT, EVENT, context_for, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.cut.comp import joined, require_adjoining
from zero_slate.core.cut.comparison import CutChange, compare, gained, tally
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange
from zero_slate.core.time.rate import FrameRate

import pytest  # isort: skip


def again(head: int = 0, tail: int = 0, moved: int = 0, **about: object) -> CutEvent:
    """EVENT in a later cut: frames gained at both ends, moved in the edit."""
    source = FrameRange(EVENT.source.first - head, EVENT.source.last + tail)
    record = FrameRange.starting(EVENT.record.first + moved, source.length)
    return dataclasses.replace(EVENT, source=source, record=record, **about)  # type: ignore[arg-type]


@pytest.mark.parametrize(
    ("event", "change", "head", "tail"),
    [
        (again(), CutChange.UNCHANGED, 0, 0),
        (again(moved=12), CutChange.MOVED, 0, 0),
        (again(head=4), CutChange.LONGER, 4, 0),
        (again(head=-2, tail=6), CutChange.LONGER, -2, 6),
        (again(tail=-10), CutChange.SHORTER, 0, -10),
        (again(head=-5, tail=5), CutChange.SLIPPED, -5, 5),
        (again(speed=Fraction(1, 2)), CutChange.RETIMED, 0, 0),
    ],
)
def test_what_became_of_a_shot(event: CutEvent, change: CutChange, head: int, tail: int) -> None:
    (told,) = compare([EVENT], [event])
    assert (told.change, told.head, told.tail) == (change, head, tail)


def test_new_and_gone_shots() -> None:
    other = dataclasses.replace(EVENT, code="FRO_0050", reel="B001")
    told = compare([EVENT], [other])
    assert [(each.change, each.code) for each in told] == [
        (CutChange.NEW, "FRO_0050"),
        (CutChange.GONE, "FRO_0030"),
    ]
    assert tally(told)[CutChange.NEW] == 1


def test_a_new_code_on_the_same_source_is_the_same_shot() -> None:
    (told,) = compare([EVENT], [again(tail=3, code="FRO_0035")])
    assert (told.change, told.renamed, told.uncertain) == (CutChange.LONGER, True, None)


def test_a_doubtful_match_is_put_to_the_person() -> None:
    half = again(head=-60, tail=60, code="FRO_0035")
    new, gone = compare([EVENT], [half])
    assert (new.change, gone.change) == (CutChange.NEW, CutChange.GONE)
    assert new.uncertain is not None
    assert (new.uncertain.former, new.uncertain.shared, new.uncertain.of) == ("FRO_0030", 32, 92)
    (same,) = compare([EVENT], [half], {("FRO_0035", "FRO_0030"): True})
    assert (same.change, same.renamed) == (CutChange.SLIPPED, True)
    other, _ = compare([EVENT], [half], {("FRO_0035", "FRO_0030"): False})
    assert (other.change, other.uncertain) == (CutChange.NEW, None)


@given(st.integers(-40, 60), st.integers(-40, 60), st.integers(-500, 500))
def test_what_is_gained_adds_up(head: int, tail: int, moved: int) -> None:
    event = again(head, tail, moved)
    assert gained(EVENT, event) == (head, tail)
    assert event.length == EVENT.length + head + tail


def test_gains_are_counted_in_the_edits_frames() -> None:
    pal = FrameRate(Fraction(25))
    film = FrameRate(Fraction(24000, 1001))
    former = dataclasses.replace(
        EVENT, source=FrameRange(1000, 1095), source_rate=pal, record=FrameRange(0, 91)
    )
    # 25 source frames earlier are a second: 24 of the edit's frames.
    later = dataclasses.replace(
        former, source=FrameRange(975, 1095), record=FrameRange(0, 115), record_rate=film
    )
    assert gained(former, later) == (24, 0)


def test_frames_that_are_drawn_keep_their_numbers() -> None:
    """Four more at the head get lower numbers; the plate stays where it lies."""
    event = again(head=4)
    context = ShotContext.of(CONTENT, EDIT, event, (plate(),))
    assert context.required.cut_range == FrameRange(1005, 1100)
    assert context.aligned[1].clip == FrameRange(1001, 1108)
    without = ShotContext.of(CONTENT, EDIT, event, ())
    assert without.required.cut_range == FrameRange(1005, 1100)
    taken = change(CONTENT, {"cut_range": without.required.cut_range}, without.anchor)
    assert taken.setup.work_range == without.required.work_range
    # The clip grew by four at the head, and its start timecode with it.
    assert taken.setup.clip_range == FrameRange(997, 1108)
    assert taken.setup.start_timecode == "04:31:08:21"


def test_adjoining_events_are_one_shot() -> None:
    following = dataclasses.replace(
        EVENT,
        code="FRO_0040",
        position=4,
        record=FrameRange.starting(EVENT.record.last + 1, 64),
        source=FrameRange(0, 63),
    )
    require_adjoining([EVENT, following])
    one = joined([EVENT, following], "FRO_COMP")
    assert one is not None
    assert (one.code, one.length, one.record_in) == ("FRO_COMP", 156, EVENT.record_in)
    assert joined([EVENT], "FRO_0030") is EVENT
    assert joined([], "FRO_0030") is None
    apart = dataclasses.replace(following, record=FrameRange.starting(EVENT.record.last + 3, 64))
    with pytest.raises(Refusal, match="2 frames lie between them"):
        require_adjoining([EVENT, apart])
    with pytest.raises(Refusal, match="two or more"):
        require_adjoining([EVENT])


def test_nothing_else_about_the_shot_is_asked_anew() -> None:
    assert context_for(CONTENT.setup, event=again(moved=40)).required.cut_range == FrameRange(
        1009, 1100
    )


@pytest.mark.parametrize(
    ("about", "said"),
    [
        ({"reel": "B007"}, "reel A002 → B007"),
        ({"name": "FRO_0030_t03"}, "take 2 → 3"),
        ({"source": EVENT.source.moved(24 * 3600)}, "1 h 0 min apart in the source"),
        ({"source": EVENT.source.moved(24 * 3600 * 11)}, "11 h 0 min apart in the source"),
    ],
)
def test_another_reel_or_take_is_no_slip(about: dict[str, object], said: str) -> None:
    former = dataclasses.replace(EVENT, name="FRO_0030_take 2")
    event = dataclasses.replace(former, **about)  # type: ignore[arg-type]
    (told,) = compare([former], [event])
    assert (told.change, told.source) == (CutChange.RESOURCED, said)
    assert told.asks_something


def test_a_version_of_the_same_take_is_the_same_source() -> None:
    (told,) = compare([EVENT], [dataclasses.replace(EVENT, name="FRO_0030_plate_v009")])
    assert told.change is CutChange.UNCHANGED


def placed(code: str, first: int, length: int, at: int, reel: str = "A012") -> CutEvent:
    """A stretch of a reel in the edit."""
    return dataclasses.replace(
        EVENT,
        code=code,
        name=code,
        reel=reel,
        source=FrameRange.starting(first, length),
        record=FrameRange.starting(at, length),
    )


def test_codes_that_changed_places_are_told_as_such() -> None:
    one, two = placed("A_1", 1000, 50, 0), placed("A_2", 9000, 40, 50)
    new_one = dataclasses.replace(two, code="A_1", record=one.record)
    new_two = dataclasses.replace(one, code="A_2", record=two.record)
    told = compare([one, two], [new_one, new_two])
    assert [(each.known_as, each.code, each.renamed) for each in told] == [
        ("A_2", "A_1", True),
        ("A_1", "A_2", True),
    ]
    # Where one of them has a new source instead, nobody changed places.
    other = placed("A_2", 90_000, 40, 50)
    assert not any(each.renamed for each in compare([one, two], [new_one, other]))


def test_of_two_uses_the_one_that_stayed_is_compared() -> None:
    first, second = placed("A_1", 1000, 50, 0), placed("A_1", 3000, 40, 50)
    (told,) = compare([first, second], [dataclasses.replace(second, record=FrameRange(0, 39))])
    assert (told.change, told.uses) == (CutChange.MOVED, (2, 1))


def test_what_is_split_or_joined_is_tied_to_where_it_came_from() -> None:
    whole = placed("A_1", 1000, 100, 0)
    parts = placed("A_1", 1000, 50, 0), placed("A_1B", 1050, 50, 50)
    told = {each.code: (each.change, each.kin) for each in compare([whole], parts)}
    assert told == {"A_1": (CutChange.SHORTER, ""), "A_1B": (CutChange.NEW, "A_1")}
    told = {each.code: (each.change, each.kin) for each in compare(parts, [whole])}
    assert told == {"A_1": (CutChange.LONGER, ""), "A_1B": (CutChange.GONE, "A_1")}


@pytest.mark.parametrize(
    ("rate", "length", "tail"),
    [
        # 92 frames at 24 are 96 at 25, rounded up.
        (FrameRate(Fraction(25)), 96, 0),
        (FrameRate(Fraction(25)), 92, -4),
        # 24 and 24000/1001 have the same labels: frames are compared by them.
        (FrameRate(Fraction(24)), 92, 0),
    ],
)
def test_a_cut_at_another_rate_is_compared_in_time(rate: FrameRate, length: int, tail: int) -> None:
    was = EVENT.record_rate
    ratio = Fraction(1) if was.nominal == rate.nominal else rate.fraction / was.fraction
    start = round(EVENT.source.first * ratio)
    event = dataclasses.replace(
        EVENT,
        source=FrameRange.starting(start, length),
        source_rate=rate,
        record=FrameRange.starting(round(EVENT.record.first * ratio), length),
        record_rate=rate,
    )
    (told,) = compare([EVENT], [event])
    assert (told.change is CutChange.UNCHANGED, told.head, told.tail) == (not tail, 0, tail)
