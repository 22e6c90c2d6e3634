"""Belonging, growth, versions: what files on disk are to a shot."""

from dataclasses import replace

import pytest

from tests.core.scenes import header
from zero_slate.core.media.belonging import belongs, best_of, likely_role
from zero_slate.core.media.growth import growth
from zero_slate.core.media.header import Channel, Media, MediaKind
from zero_slate.core.media.versions import differences, is_newer, versioned
from zero_slate.core.time.frames import FrameRange


def test_a_code_is_found_as_a_whole_the_name_before_its_folders() -> None:
    assert belongs("FRO_001", ["shots"], "FRO_0010_plate.exr") is None
    ranks = [
        belongs("FRO_0010", folders, name)
        for folders, name in (
            (["x"], "fro_0010_plate.exr"),
            (["x"], "comp_FRO_0010.exr"),
            (["shots", "FRO_0010"], "plate.exr"),
            (["FRO_0010", "renders"], "plate.exr"),
        )
    ]
    assert [rank.rank for rank in ranks if rank] == [0, 1, 2, 4]
    assert ranks[2] is not None
    assert ranks[2].why == "it lies in shots/FRO_0010"
    found = best_of(["A_1", "A_1_B"], [], "A_1_B_plate.exr")
    assert found is not None
    assert found[0] == "A_1_B"


@pytest.mark.parametrize(
    ("name", "kind", "role"),
    [("X_plate_v1", "sequence", "plate"), ("X_bg", "still", "background"),
     ("X.wav", "sound", "sound"),
     ("X_beauty", "sequence", "render"), ("X_roto", "sequence", "matte")],
)  # fmt: skip
def test_roles_are_guessed_by_words(name: str, kind: str, role: str) -> None:
    assert likely_role(name, kind) == role


def test_a_growing_sequence_says_when_it_would_be_whole() -> None:
    times = {1001 + n: 100.0 + 4 * n for n in range(60)}
    grown = growth(times, FrameRange(1001, 1100), 340.0)
    assert (grown.there, grown.asked, grown.pace) == (60, 100, 4.0)
    assert grown.growing
    assert grown.whole_at == 336.0 + 4 * 40
    assert grown.words == "60 of 100 frames, one every 4.00 s: whole 2 min 40 s after the last"
    stopped = growth(times, FrameRange(1001, 1100), 100_000.0)
    assert not stopped.growing
    assert stopped.words == "60 of 100 frames, and none came for long"
    whole = growth(times, FrameRange(1001, 1060), 340.0)
    assert whole.words == "60 of 60 frames: it is whole"
    # Copied all at once, frames have no pace.
    assert not growth({n: 100.0 + n / 10**4 for n in range(9)}, FrameRange(0, 20), 101.0).growing


@pytest.mark.parametrize(
    ("newer", "than"),
    [("a_v002.####.exr", "a_v001.####.exr"), ("a_V10.mov", "a_v9.mov"), ("v2", "v1")],
)
def test_versions_are_told_by_v_and_digits(newer: str, than: str) -> None:
    assert is_newer(newer, than)
    assert not is_newer(than, newer)


def test_what_is_no_version_of_the_same_is_not_newer() -> None:
    assert not is_newer("b_v002.exr", "a_v001.exr")
    assert not is_newer("a.exr", "a_v001.exr")
    assert versioned("river2.exr").number is None


def test_what_differs_between_versions_is_said() -> None:
    rgb = tuple(Channel(c, "half") for c in "RGB")
    more = (*rgb, *(Channel(f"glow.{c}", "half") for c in "RGB"))
    before = Media("a", MediaKind.SEQUENCE, header(channels=rgb), (FrameRange(1, 10),), 4)
    after = replace(before, header=header(channels=more), present=(FrameRange(1, 12),))
    assert list(differences(before, after)) == [
        "Frames: 2 frames more, 1–12 in place of 1–10.",
        "1 layer more: glow.",
    ]
    assert list(differences(before, before)) == []
