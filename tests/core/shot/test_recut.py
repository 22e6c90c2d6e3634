"""A recut taken into a shot: what its content becomes, and which frames it lacks for that."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.cut.test_comp import row
from tests.core.scenes import CONTENT, EDIT, EVENT, plate
from zero_slate.core.cut.comp import compare_comp
from zero_slate.core.cut.comparison import CutChange, RecutShot, compare
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.media.element import Element
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.recut import counted_anew, is_there, lacking
from zero_slate.core.shot.recut import recut as recut_in
from zero_slate.core.shot.state import Content, WorkRangeLock
from zero_slate.core.shot.wanted import Lacking
from zero_slate.core.time.frames import FrameRange


def recut(content: Content, context: ShotContext, shot: RecutShot) -> Content:
    return recut_in(content, context, shot, 2)


def longer(head: int, tail: int, **about: object) -> CutEvent:
    """EVENT with frames more at head and tail; fewer where they are below 0."""
    source, record = EVENT.source, EVENT.record
    return replace(
        EVENT,
        source=FrameRange(source.first - head, source.last + tail),
        record=FrameRange(record.first, record.last + head + tail),
        **about,
    )


def laid(event: CutEvent, *elements: Element, content: Content = CONTENT) -> tuple:
    (shot,) = compare((EVENT,), (event,))
    return content, ShotContext.of(content, EDIT, event, elements), shot


def test_what_stays_as_it_was_asks_nothing() -> None:
    content, context, shot = laid(EVENT)
    assert recut(content, context, shot) == content
    assert lacking(context, shot) == Lacking()
    assert str(lacking(context, shot)) == ""


@pytest.mark.parametrize(
    ("head", "tail", "cut", "work"),
    [
        # CONTENT's cut is 1009–1100 with 8 + 8 about it; frames keep their numbers.
        (0, 12, (1009, 1112), (1001, 1120)),
        (0, -12, (1009, 1088), (1001, 1096)),
        (5, 0, (1004, 1100), (996, 1108)),
        (-5, 0, (1014, 1100), (1006, 1108)),
    ],
)
def test_frames_keep_their_numbers(head: int, tail: int, cut: tuple, work: tuple) -> None:
    setup = recut(*laid(longer(head, tail))).setup
    assert setup.cut_range == FrameRange(*cut)
    # A clip that was the work range and no more stays so.
    assert setup.work_range == setup.clip_range == FrameRange(*work)


@pytest.mark.parametrize(
    ("head", "tail", "clip"),
    [
        (0, 4, (997, 1112)),
        (0, 12, (997, 1120)),
        (0, -12, (997, 1112)),
        (10, 0, (991, 1112)),
        (-10, 0, (997, 1112)),
    ],
)
def test_a_longer_clip_grows_where_it_must_and_never_shrinks(
    head: int, tail: int, clip: tuple
) -> None:
    update = {"clip_range": FrameRange(997, 1112)}
    content = CONTENT.model_copy(update={"setup": CONTENT.setup.model_copy(update=update)})
    assert recut(*laid(longer(head, tail), content=content)).setup.clip_range == FrameRange(*clip)


def test_a_slip_keeps_what_the_clip_had_and_adds_what_it_needs() -> None:
    setup = recut(*laid(longer(-5, 5))).setup
    assert setup.work_range == FrameRange(1006, 1113)
    assert setup.clip_range == FrameRange(1001, 1113)


@given(st.integers(-40, 40), st.integers(-40, 40))
def test_a_recut_taken_is_what_the_edit_asks_and_asks_no_more(head: int, tail: int) -> None:
    event = longer(head, tail)
    content, context, shot = laid(event)
    taken = recut(content, context, shot)
    after = ShotContext.of(taken, EDIT, event, ())
    assert taken.setup.cut_range == after.required.cut_range
    assert taken.setup.work_range == after.required.work_range
    assert taken.setup.clip_range.holds(taken.setup.work_range)
    assert recut(taken, after, shot) == taken


def test_a_shot_takes_its_new_code_and_a_comp_keeps_its_own() -> None:
    event = longer(0, 0, code="FRO_0035")
    content, context, shot = laid(event)
    assert shot.renamed
    assert shot.known_as == "FRO_0030"
    assert recut(content, context, shot).setup.code == "FRO_0035"
    comp = CONTENT.model_copy(update={"events": ("FRO_0030", "FRO_0040")})
    assert recut(comp, ShotContext.of(comp, EDIT, event, ()), shot).setup.code == "FRO_0030"


def test_a_lock_stays_on_what_is_taken() -> None:
    lock = WorkRangeLock(who="mara", at="2026-01-01T00:00:00Z")
    locked = CONTENT.model_copy(update={"lock": lock})
    taken = recut(*laid(longer(0, 12), content=locked))
    assert taken.lock == lock
    assert taken.setup.work_range.last == 1120


def test_a_shot_that_is_gone_keeps_what_it_has() -> None:
    (shot,) = compare((EVENT,), ())
    assert shot.change is CutChange.GONE
    context = ShotContext.of(CONTENT, EDIT, None, ())
    assert recut(CONTENT, context, shot) == CONTENT
    assert lacking(context, shot) == Lacking()


@pytest.mark.parametrize(
    ("head", "tail", "lacks", "words"),
    [
        (5, 0, Lacking(5, 0, 0), "5 frames at the head"),
        (0, 1, Lacking(0, 1, 0), "1 frame at the tail"),
        (5, 12, Lacking(5, 12, 0), "5 frames at the head and 12 frames at the tail"),
        (-5, -12, Lacking(), ""),
    ],
)
def test_without_files_the_clip_says_what_is_lacking(
    head: int, tail: int, lacks: Lacking, words: str
) -> None:
    found = lacking(*laid(longer(head, tail))[1:])
    assert found == lacks
    assert str(found) == words
    assert found.frames == lacks.head + lacks.tail


def test_holes_in_the_files_are_lacking_too() -> None:
    holed = plate(FrameRange(1001, 1039), FrameRange(1050, 1108))
    found = lacking(*laid(longer(0, 4), holed)[1:])
    assert found == Lacking(0, 4, 10)
    assert str(found) == "4 frames at the tail and 10 frames inside"


@pytest.mark.parametrize(
    ("speed", "lacks"),
    # 108 frames at 200 % are 216 source frames, 108 more than the plate has: 8 more of handles
    # before the cut's first, and 100 after it. Backwards the head is the source's right end.
    [
        (Fraction(2), Lacking(head=8, tail=100, of_source=True)),
        (Fraction(1, 2), Lacking()),
        (Fraction(-2), Lacking(head=8, tail=100, of_source=True)),
    ],
)
def test_a_retime_lacks_source_frames_at_both_ends(speed: Fraction, lacks: Lacking) -> None:
    event = replace(EVENT, speed=speed)
    (shot,) = compare((EVENT,), (event,))
    assert shot.change is CutChange.RETIMED
    with_plate = ShotContext.of(CONTENT, EDIT, event, (plate(),))
    assert lacking(with_plate, shot) == lacks
    without = ShotContext.of(CONTENT, EDIT, event, ())
    assert lacking(without, shot) == lacks


@pytest.mark.parametrize(
    ("lengths", "change", "tail", "moved"),
    [
        ((40, 50), CutChange.UNCHANGED, 0, 0),
        ((40, 62), CutChange.LONGER, 12, 0),
        ((38, 50), CutChange.SHORTER, -2, 0),
    ],
)
def test_a_comp_is_as_long_as_its_events_together(
    lengths: tuple[int, int], change: CutChange, tail: int, moved: int
) -> None:
    codes = ("FRO_0001", "FRO_0002")
    shot = compare_comp("FRO_comp", codes, row(40, 50), row(*lengths))
    assert shot == RecutShot(change, "FRO_comp", shot.former, shot.event, 0, tail, moved)  # type: ignore[union-attr]


def test_a_comp_moves_with_its_events_and_goes_with_them() -> None:
    codes = ("FRO_0002", "FRO_0003")
    moved = compare_comp("FRO_comp", codes, row(40, 50, 60), row(45, 50, 60))
    assert moved is not None
    assert (moved.change, moved.moved, moved.tail) == (CutChange.MOVED, 5, 0)
    assert compare_comp("FRO_comp", codes, row(40, 50, 60), row(40)) is None
    assert compare_comp("FRO_comp", codes, row(40), row(40, 50, 60)) is None


def test_another_reel_asks_for_the_plate_and_keeps_the_numbers() -> None:
    far = EVENT.source.moved(24 * 60 * 60 * 9)
    event = replace(EVENT, reel="B007", source=far)
    (shot,) = compare((EVENT,), (event,))
    assert (shot.change, shot.source) == (CutChange.RESOURCED, "reel A002 → B007")
    content = counted_anew(CONTENT, event)
    context = ShotContext.of(content, EDIT, event, (plate(),))
    taken = recut(content, context, shot)
    assert taken.setup.cut_range == CONTENT.setup.cut_range
    assert taken.setup.work_range == CONTENT.setup.work_range
    assert taken.setup.start_timecode == str(event.source_in + -8)
    assert str(lacking(context, shot)) == "the new plate, 108 frames"
    # Its sheet asks for no other numbers either, before it is taken.
    assert ShotContext.of(CONTENT, EDIT, event, (plate(),)).required.cut_range == (
        CONTENT.setup.cut_range
    )


def test_frames_asked_for_are_there_once_the_plate_has_them() -> None:
    content, context, shot = laid(longer(0, 12))
    taken = recut(content, context, shot)
    assert taken.wanted is not None
    assert (taken.wanted.shot_words, taken.wanted.words) == ("1109–1120", "12 frames at the tail")

    def there(*elements: Element) -> bool:
        return is_there(taken, ShotContext.of(taken, EDIT, shot.event, elements))

    assert not there()
    assert not there(plate())
    assert not there(plate(FrameRange(1001, 1119)))
    assert there(plate(FrameRange(1001, 1120)))


def test_a_new_plate_is_there_once_another_one_is_linked() -> None:
    """Two reels of one timecode: the former plate lies where the new source does, and isn't it."""
    event = replace(EVENT, reel="B007")
    (shot,) = compare((EVENT,), (event,))
    content = counted_anew(CONTENT, event)
    former = plate()
    taken = recut(content, ShotContext.of(content, EDIT, event, (former,)), shot)
    assert taken.wanted is not None
    assert taken.wanted.words == "the new plate, 108 frames"
    assert not is_there(taken, ShotContext.of(taken, EDIT, event, (former,)))
    other = replace(former, folder="plates/B007")
    assert is_there(taken, ShotContext.of(taken, EDIT, event, (other,)))
    # Laid against the cut again it asks for nothing more.
    again = ShotContext.of(taken, EDIT, event, (former,))
    assert recut(taken, again, shot) == taken
