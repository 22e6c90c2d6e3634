"""A canvas changed under artwork: nine anchors or scaled along, what is lost, what stays."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.canvas.test_raster import RASTERS
from tests.core.scenes import CONTENT, context_for, header, plate
from zero_slate.core.canvas.fit import Placement
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Raster, Size
from zero_slate.core.canvas.resize import KeepArtwork, bands_of, change_canvas, compose, seen_of
from zero_slate.core.media.element import Element
from zero_slate.core.presentation.change_preview import Proposal, preview_change
from zero_slate.core.shot.change import change
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.proposal import ChangeRequest, carry_out
from zero_slate.core.shot.state import Content

F = Fraction
HD, FLAT = Raster(1920, 1080), Raster(1998, 1080)
WIDER = Size(1998, 1080)
ANCHORS = [keep for keep in KeepArtwork if keep is not KeepArtwork.SCALE]


def propose(
    context: ShotContext,
    content: Content,
    request: ChangeRequest,
    leave: frozenset[str],
    keep: KeepArtwork | None,
) -> tuple[Proposal, Content]:
    """What a change is shown as, and what it makes."""
    shown = preview_change(context, content, request, leave, keep)
    return shown, carry_out(context, content, request, leave, keep).after


@pytest.mark.parametrize(
    ("keep", "bands"),
    [
        # 1998 into 1920: 78 pixels have to go.
        (KeepArtwork.CENTRE, "lost 39 px left, 39 px right"),
        (KeepArtwork.LEFT, "lost 78 px right"),
        (KeepArtwork.UPPER_RIGHT, "lost 78 px left"),
        (KeepArtwork.SCALE, "gained 21.08 px top, 21.08 px bottom"),
    ],
)
def test_a_narrower_canvas_loses_at_its_anchors_far_side(keep: KeepArtwork, bands: str) -> None:
    made = change_canvas(FLAT, HD, keep)
    assert made.bands.words == bands
    assert made.seen == (1 if keep is KeepArtwork.SCALE else F(1920, 1998))


def test_a_taller_canvas_gains_where_the_anchor_says() -> None:
    made = change_canvas(HD, Raster(1920, 1200), KeepArtwork.LOWER)
    assert made.bands.words == "gained 120 px top"
    assert made.seen == 1


KEEPS = st.sampled_from(list(KeepArtwork))
PLACEMENTS = st.builds(Placement, *[st.fractions(F(1, 50), F(50), max_denominator=60)] * 6)


@given(RASTERS, RASTERS, KEEPS, PLACEMENTS)
def test_what_is_carried_along_keeps_its_shape(
    before: Raster, after: Raster, keep: KeepArtwork, placed: Placement
) -> None:
    carried = change_canvas(before, after, keep).frame.carry(placed, after)
    assert carried.stretch == placed.stretch
    as_seen = carried.width * after.pixel_aspect / carried.height
    assert as_seen == placed.width * before.pixel_aspect / placed.height


@given(RASTERS, RASTERS, RASTERS, KEEPS, KEEPS, PLACEMENTS)
def test_two_changes_carry_as_one_after_the_other(
    first: Raster,
    then: Raster,
    last: Raster,
    one: KeepArtwork,
    other: KeepArtwork,
    placed: Placement,
) -> None:
    begun = change_canvas(first, then, one).frame
    later = change_canvas(then, last, other).frame
    both = compose(begun, later).carry(placed, last)
    assert both == later.carry(begun.carry(placed, then), last)


@given(RASTERS, RASTERS, st.sampled_from(list(KeepArtwork)))
def test_bands_and_the_old_canvas_make_up_the_new(
    old: Raster, new: Raster, keep: KeepArtwork
) -> None:
    made = change_canvas(old, new, keep)
    frame, bands = made.frame, made.bands
    assert bands.left + frame.width + bands.right == new.width
    assert bands.top + frame.height + bands.bottom == new.height
    # Its pixels keep their shape as seen, whatever the new ones are.
    shown = frame.width * new.pixel_aspect / frame.height
    assert shown == old.display_aspect
    assert 0 <= made.seen <= 1
    if keep is KeepArtwork.SCALE:
        assert made.seen == 1


@given(RASTERS, RASTERS, st.sampled_from(ANCHORS))
def test_there_and_back_at_one_anchor_is_the_identity(
    old: Raster, new: Raster, keep: KeepArtwork
) -> None:
    there, back = change_canvas(old, new, keep), change_canvas(new, old, keep)
    home = compose(there.frame, back.frame)
    assert (home.x, home.y, home.across, home.down) == (0, 0, 1, 1)
    assert seen_of(home, old) == 1
    assert bands_of(home, old).words == "nothing lost, nothing gained"


def artwork(size: Size) -> Element:
    linked = plate(header=header(size=size))
    return Element(7, "artwork", linked.media, linked.align)


def changed(keep: KeepArtwork | None, canvas: Size = WIDER) -> tuple[str, Content]:
    context = context_for(CONTENT.setup, artwork(Size(1920, 1080)))
    wanted = ChangeRequest("typed", {"canvas": canvas})
    proposal, content = propose(context, CONTENT, wanted, frozenset(), keep)
    assert proposal.canvas is not None
    assert proposal.canvas.artwork
    (picture,) = proposal.canvas.pictures
    return picture.words, content


def test_artwork_keeps_its_pixels_at_an_anchor_and_is_placed_anew_without() -> None:
    words, content = changed(KeepArtwork.LEFT)
    assert words == "at its own size, bars of 78 px on the right"
    assert content.artwork is not None
    assert (content.artwork.x, content.artwork.elements) == (0, (7,))
    words, content = changed(None, Size(3840, 2160))
    assert words == "enlarged 2×"
    assert content.artwork is None
    assert changed(KeepArtwork.CENTRE, Size(3840, 2160))[0].startswith("at its own size")


def test_a_second_change_carries_the_first_along() -> None:
    _, once = changed(KeepArtwork.CENTRE, Size(2000, 1100))
    context = context_for(once.setup, artwork(Size(1920, 1080)), artwork=once.artwork)
    wanted = ChangeRequest("typed", {"canvas": Size(1920, 1080)})
    _, twice = propose(context, once, wanted, frozenset(), KeepArtwork.CENTRE)
    assert twice.artwork is not None
    assert (twice.artwork.x, twice.artwork.y) == (0, 0)
    assert Content.model_validate_json(twice.model_dump_json()) == twice


def test_a_canvas_typed_on_the_sheet_places_artwork_anew_and_other_settings_leave_it() -> None:
    _, once = changed(KeepArtwork.LEFT)
    assert once.artwork is not None
    assert change(once, {"overscan": Overscan.parse("8")}).artwork == once.artwork
    assert change(once, {"canvas": Size(1920, 1080)}).artwork is None


def test_what_is_left_out_of_a_change_keeps_its_value() -> None:
    context = context_for(CONTENT.setup)
    wanted = ChangeRequest("typed", {"canvas": Size(2048, 858), "pixel_aspect": F(2)})
    proposal, content = propose(context, CONTENT, wanted, frozenset(["pixel_aspect"]), None)
    rows = {row.key: row for row in proposal.rows}
    assert rows["canvas"].taken
    assert not rows["pixel_aspect"].taken
    assert (content.setup.canvas, content.setup.pixel_aspect) == (Size(2048, 858), 1)
    assert any("2.39 in 1.78" in told.text for told in proposal.appear)
    none, same = propose(context, CONTENT, wanted, frozenset(["canvas", "pixel_aspect"]), None)
    assert same == CONTENT
    assert none.appear == none.vanish == ()
