"""Ways to store frames, tried on a shot's own: written, measured, opened again, and gone."""

from pathlib import Path

import pytest

from tests.services.test_elements import PLATES, link
from tests.services.test_media import finished
from tests.services.test_proof import PLATE, typed
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.files.media.pixels import storage_trial
from zero_slate.services.places.storing import StorageRow
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.slate import Slate


@pytest.fixture
def plate(slate: Slate, shot: int) -> int:
    return link(slate, shot, PLATE, Role.PLATE)


def row(slate: Slate, production: int, name: str) -> StorageRow:
    return next(each for each in slate.storing.page(production).rows if each.name == name)


NAMES = ("OpenEXR half PIZ", "DPX 10-bit", "JPEG 4:2:0", "H.264 4:2:0 8-bit", "FFV1 4:2:2 10-bit")


def test_ways_are_measured_on_a_shots_own_frames(
    slate: Slate, production: int, shot: int, plate: int, config: Config
) -> None:
    assert not row(slate, production, "DPX 10-bit").measured
    job = finished(slate.storing.measure(production, NAMES))
    assert job.state == "done"
    assert [each.trouble for each in job.results] == [""] * len(NAMES)
    # 64 × 36 of 10-bit RGB in 32-bit words are 9,216 bytes, and a header of 8,192.
    dpx = row(slate, production, "DPX 10-bit")
    assert "2 frames of" in dpx.measured
    frame = (9_216 + 8_192) * (1920 * 1080) // (64 * 36)
    assert dpx.bytes == pytest.approx(frame, rel=0.001)
    assert row(slate, production, "JPEG 4:2:0").off
    assert not row(slate, production, "OpenEXR half PIZ").off
    assert "8 frames of" in row(slate, production, "FFV1 4:2:2 10-bit").measured
    assert not list((config.home / "trials").iterdir())


def test_what_is_measured_counts_for_the_room_on_volumes(
    slate: Slate, production: int, shot: int, plate: int
) -> None:
    def comps() -> str:
        fits = slate.disks.page(production).volumes[0].fits
        return next(each.why for each in fits if each.label == "Comps")

    assert comps() == "OpenEXR half ZIP, before it is packed"
    typed(slate, shot, stored_as={"text": "dpx 10-bit"})
    finished(slate.storing.measure(production, ["DPX 10-bit"]))
    assert comps() == "DPX 10-bit, measured on 2 frames"


def test_what_changed_since_is_not_measured_any_more(
    slate: Slate, production: int, shot: int, plate: int, config: Config
) -> None:
    finished(slate.storing.measure(production, ["PNG 8-bit"]))
    assert row(slate, production, "PNG 8-bit").measured
    folder = config.volumes["media"] / PLATES
    for each in sorted(folder.iterdir())[:3]:
        each.write_bytes(each.read_bytes() + b"\0")
    slate.elements.read_again(shot)
    assert not row(slate, production, "PNG 8-bit").measured


def test_what_cannot_be_written_is_that_ones_trouble(
    slate: Slate, production: int, shot: int, plate: int, monkeypatch: pytest.MonkeyPatch
) -> None:
    # The plate is 64 × 36, and VC-3 begins at 256.
    job = finished(slate.storing.measure(production, ["VC-3 4:2:2 10-bit", "PNG 8-bit"]))
    assert job.state == "done"
    assert {each.name: bool(each.trouble) for each in job.results} == {
        "VC-3 4:2:2 10-bit": True,
        "PNG 8-bit": False,
    }
    with pytest.raises(NotFound, match="can't be stored as “vellum”"):
        slate.storing.measure(production, ["vellum"])
    monkeypatch.setattr(storage_trial, "has_encoder", lambda _: False)
    assert row(slate, production, "H.264 4:2:0 8-bit").here
    assert not row(slate, production, "PNG 8-bit").here


def test_without_pictures_there_is_nothing_to_measure(
    slate: Slate, production: int, shot: int, tmp_path: Path
) -> None:
    with pytest.raises(Refusal, match="no pictures yet"):
        slate.storing.measure(production, [])
    assert slate.storing.page(production).samples == ()


def test_where_nothing_can_be_written_it_is_told(
    slate: Slate, production: int, shot: int, plate: int, config: Config
) -> None:
    (config.home / "trials").write_text("in the way")
    job = finished(slate.storing.measure(production, ["PNG 8-bit"]))
    assert (job.state, job.results[0].trouble) == ("done", "File exists")
