"""What frames are stored as: what each way can't hold of a shot, what follows, and its figures."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP, context_for, header, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.overscan import Overscan
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.match import match
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Channel
from zero_slate.core.media.storage import STORAGES, StoredAs, Trial, uncompressed
from zero_slate.core.places.layout import FileKind, Named, path_of
from zero_slate.core.places.path_rule import PathRule
from zero_slate.core.places.pieces import Piece
from zero_slate.core.places.shipped import USUAL_LAYOUT
from zero_slate.core.places.storing import following, unheld
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.time.rate import FrameRate

RENDER = replace(
    plate(
        header=header(
            channels=tuple(
                Channel(name, kind)
                for name, kind in (("R", "half"), ("G", "half"), ("B", "half"), ("A", "half"),
                                   ("depth.Z", "float"))
            )
        )
    ),
    role=Role.RENDER,
)  # fmt: skip


def told(stored: str, setup: Setup = SETUP, *elements: object) -> dict[str, str]:
    context = context_for(setup, *elements)  # type: ignore[arg-type]
    return {each.code: each.severity for each in unheld(context, STORAGES[stored])}


def test_names_are_read_whatever_their_capitals_and_the_nearest_is_offered() -> None:
    for name in STORAGES:
        assert StoredAs.parse(name.upper()).name == name
        assert str(StoredAs(name)) == name
    assert StoredAs.parse("exr half piz").name == "OpenEXR half PIZ"
    with pytest.raises(Refusal, match="can't be stored as “dpx 10”") as refused:
        StoredAs.parse("dpx 10")
    assert refused.value.nearest == "DPX 10-bit"


def test_what_of_a_shot_is_not_held() -> None:
    assert not told("OpenEXR float ZIP", SETUP, RENDER)
    assert told("OpenEXR half ZIP", SETUP, RENDER) == {"storing.float-layer": "note"}
    assert told("DPX 10-bit", SETUP, RENDER) == {
        "storing.alpha": "warn",
        "storing.layers": "warn",
        "storing.over-one": "warn",
        "storing.steps": "warn",
    }
    odd = SETUP.model_copy(update={"canvas": Size(1921, 1080)})
    assert told("RDD 36 4:2:2 10-bit", odd)["storing.odd-width"] == "stop"
    assert "storing.odd-width" not in told("RDD 36 alpha 4:4:4 10-bit", odd)
    tall = SETUP.model_copy(update={"canvas": Size(1920, 1081)})
    assert told("H.264 4:2:0 8-bit", tall)["storing.odd-height"] == "stop"
    wide = SETUP.model_copy(update={"overscan": Overscan.parse("64 px")})
    assert told("PNG 16-bit", wide)["storing.overscan"] == "warn"
    assert not told("OpenEXR half ZIP", wide)
    slow = SETUP.model_copy(update={"rate": FrameRate(Fraction(12))})
    assert told("MPEG-2 4:2:2 8-bit", slow)["storing.rate"] == "stop"
    large = SETUP.model_copy(update={"canvas": Size(12000, 6000)})
    assert told("H.265 4:2:0 10-bit", large)["storing.too-many-pixels"] == "stop"
    interlaced = SETUP.model_copy(update={"scan": ScanMode.UPPER_FIRST})
    assert told("OpenEXR half ZIP", interlaced) == {"storing.fields": "note"}
    assert "storing.fields" not in told("DPX 10-bit", interlaced)


def test_the_sheet_says_what_is_lost() -> None:
    setup = SETUP.model_copy(update={"stored_as": StoredAs("JPEG 4:2:0")})
    found = [each for each in match(context_for(setup, RENDER)).findings
             if each.setting == "stored_as"]  # fmt: skip
    assert found[0].sentence.text.startswith("JPEG 4:2:0: The alpha of plate isn't kept.")
    assert match(context_for(setup, RENDER)).states["stored_as"] == "differs"


def test_settings_that_follow_can_be_told_apart() -> None:
    setup = SETUP.model_copy(update={"overscan": Overscan.parse("64 px")})
    found = {each.setting: str(each.value) for each in following(setup, STORAGES["JPEG 4:2:0"])}
    assert found == {
        "overscan": str(Overscan()),
        "background": "#ffffff #000000 opaque",
        "light_copies": "none",
    }
    (bits,) = [
        each
        for each in following(setup, STORAGES["H.264 4:2:0 8-bit"])
        if each.setting == "video_depth"
    ]
    assert str(bits.value) == "8-bit"
    assert not following(setup, STORAGES["OpenEXR half PIZ"])


def test_bytes_are_those_of_the_standards() -> None:
    # 1920 × 1080 of 10-bit RGB packed in 32 bits (SMPTE ST 268-1); half RGBA; 4:2:2 in 10 bits.
    hd = Size(1920, 1080)
    assert uncompressed(STORAGES["DPX 10-bit"], hd) == 8_294_400
    assert uncompressed(STORAGES["OpenEXR half ZIP"], hd) == 16_588_800
    trial = Trial(2, 960, 540, 1_000_000, 0.1, 0.1, 0.0, 1.0)
    assert trial.bytes_at(hd) == 4_000_000


def test_paths_end_as_frames_are_stored_and_a_movie_has_no_frame() -> None:
    named = Named("Film", "LAN_0010", "mira", "plate", version=3, frame=1009)
    dpx = replace(named, stored=STORAGES["DPX 10-bit"])
    assert path_of(USUAL_LAYOUT, FileKind.COMP, dpx).endswith("_v003.1009.dpx")
    movie = replace(named, stored=STORAGES["RDD 36 4:2:2 10-bit"])
    assert path_of(USUAL_LAYOUT, FileKind.COMP, movie).endswith("_comp_mira_v003.mov")
    assert path_of(USUAL_LAYOUT, FileKind.ARTWORK, movie).endswith(".1009.png")


MARKS = st.sampled_from(("_", "-", "."))


@given(MARKS, MARKS, st.booleans())
def test_a_rule_without_its_frame_is_a_rule(before: str, behind: str, first: bool) -> None:
    name = f"<frame>{behind}<shot>" if first else f"<shot>{before}<frame>"
    if before == "-" and not first:
        return
    rule = PathRule.parse(f"<sequence>/{name}.<ending>")
    bare = rule.without_frame
    assert Piece.FRAME not in bare.pieces
    assert str(bare) == "<sequence>/<shot>.<ending>"
    assert bare.without_frame == bare
