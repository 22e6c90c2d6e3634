"""The demo: what it tells, what its files are, and what a second start keeps."""

import shutil
from pathlib import Path

import opentimelineio as otio
import pytest

from zero_slate.config import Config
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.finding import State
from zero_slate.core.cut.events import CodeRule
from zero_slate.core.media.header import MediaKind
from zero_slate.core.time.rate import FrameRate
from zero_slate.demo import make
from zero_slate.demo.growing import go_on
from zero_slate.demo.make import make_demo
from zero_slate.demo.second_act import growing_render
from zero_slate.demo.story import ORCHARD, STORIES
from zero_slate.files.cuts.reading import read_cut_list
from zero_slate.files.media.folders import find
from zero_slate.web.slate import Slate


@pytest.fixture(scope="module")
def made(demo_home: Path) -> Config:
    """The demo, to be changed by this module alone."""
    return make_demo(Config(home=demo_home, who="tester"), reset=False, tell=lambda _: None)


def media_of(config: Config, story: str, code: str):
    folder = config.volumes[story] / "shots" / code
    (found,) = find(sorted(path.name for path in folder.iterdir()), folder)
    return found.read()


def test_the_first_production_has_one_of_each(made: Config) -> None:
    slate = Slate(made)
    orchard, harbour, lantern = slate.desk.page().productions
    assert (orchard.title, orchard.shots) == ("The Tin Orchard", 19)
    assert (orchard.tally.follows, orchard.tally.reason) == (4, 2)
    assert (orchard.tally.differs, orchard.tally.new) == (8, 3)
    assert harbour.format == "1920 × 1080 · 25 · upper field first"
    assert (lantern.title, lantern.shots) == ("The Salt Lantern", 4)
    page = slate.cut_pages.page(orchard.id)
    assert (page.frames, page.length) == (1723, "71.86 s")
    states = {line.code: line.state for line in page.lines}
    assert states["FRO_0030"] is State.DIFFERS
    assert states["GRA_0040"] is State.REASON
    assert states["HAR_0020"] is State.NEW


def test_plates_are_half_float_with_rate_timecode_and_aspect(made: Config) -> None:
    media = media_of(made, "orchard", "FRO_0030")
    assert (media.count, media.first) == (104, 1001)
    assert media.header.rate == ORCHARD.frame_rate
    assert media.header.timecode == "04:31:09:01"
    assert (media.header.pixel_aspect, media.header.compression) == (1, "zip")
    assert {channel.type for channel in media.header.channels} == {"half"}
    assert (media.odd, media.broken, media.jumps) == ((), (), ())


def test_one_frame_of_another_size(made: Config) -> None:
    (odd,) = media_of(made, "orchard", "GRA_0030").odd
    assert (odd.frame, odd.here) == (1030, "1998 × 1080")


def test_artwork_and_movies(made: Config) -> None:
    art = media_of(made, "orchard", "FRO_0040")
    assert (str(art.header.size), art.count) == ("640 × 360", 80)
    movie = media_of(made, "orchard", "GRA_0010")
    assert (movie.kind, movie.count) == (MediaKind.MOVIE, 226)
    assert movie.header.timecode == "05:02:11:08"
    archive = media_of(made, "orchard", "GRA_0040")
    assert archive.header.scan is ScanMode.UPPER_FIRST
    assert archive.header.rate == FrameRate.parse("25")
    assert str(archive.header.pixel_aspect) == "16/11"


def test_it_is_small(made: Config) -> None:
    # The database's own files come and go; beside the media they are nothing.
    files = [path for path in (made.home / "volumes").rglob("*") if path.is_file()]
    assert sum(path.stat().st_size for path in files) < 300 * 10**6
    assert not [path for path in files if path.name.startswith(".")]


def test_a_second_start_keeps_what_was_changed(
    made: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    slate = Slate(made)
    shot = next(s for s in slate.desk.page().recent if s.code == "FRO_0010").id
    version = slate.shots.load(shot).head.version
    slate.shots.save(shot, version, {"title": {"text": "mine"}}, {})

    def never(*_: object) -> None:
        raise AssertionError("media were made again")

    monkeypatch.setattr(make, "_write_media", never)
    again = make_demo(Config(home=made.home, who="tester"), reset=False, tell=lambda _: None)
    assert again.volumes == made.volumes
    assert Slate(again).shots.load(shot).content.setup.title == "mine"


def test_a_reset_starts_afresh_and_an_interrupted_start_too(
    made: Config, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    home = tmp_path / "home"
    shutil.copytree(made.home, home)
    (home / "volumes.making").mkdir()
    written: list[str] = []

    def media(story: object, folder: Path, tell: object) -> None:
        written.append(folder.name)
        for part in ("shots", "vault"):
            if (there := made.volumes[folder.name] / part).is_dir():
                shutil.copytree(there, folder / part)

    monkeypatch.setattr(make, "_write_media", media)
    again = make_demo(Config(home=home, who="tester"), reset=True, tell=lambda _: None)
    assert written == [story.volume for story in STORIES]
    assert not (home / "volumes.making").exists()
    slate = Slate(again)
    shot = next(s for s in slate.desk.page().recent if s.code == "FRO_0010").id
    assert slate.shots.load(shot).content.setup.title == "First light through the glass leaves"


def test_serving_the_home_again_finds_its_volumes(
    made: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("ZERO_SLATE_HOME", str(made.home))
    assert Config().volumes == made.volumes


def test_the_render_that_is_growing_goes_on_until_it_is_whole(
    made: Config, monkeypatch: pytest.MonkeyPatch
) -> None:
    folder, name, last = growing_render(made.home / "volumes")
    told: list[str] = []
    assert go_on(folder, name, last, 0, told.append) == 52
    assert told[-1] == f"{name}.1112.exr"
    assert go_on(folder, name, last, 0, told.append) == 0
    (found,) = find(sorted(path.name for path in folder.iterdir()), folder)
    assert found.read().count == 112
    with pytest.raises(FileNotFoundError, match="make the demo first"):
        go_on(folder, "other", last, 0, told.append)


def test_the_second_act_is_linked_as_somebody_did_in_a_hurry(made: Config) -> None:
    slate = Slate(made)
    *_, lantern = slate.desk.page().productions
    shots = {line.code: line.shot_id for line in slate.cut_pages.page(lantern.id).lines}
    flares = shots["LAN_0010"]
    assert flares is not None
    assert [each.name for each in slate.elements.linked(flares)] == [
        "ground", "plate", "keeper", "flare"]  # fmt: skip
    assert len(slate.sounds.linked(flares)) == 1
    assert len(slate.relinking.gone(lantern.id)) == 2
    assert [each.label for each in slate.newer.newer(lantern.id)] == ["v002"]
    slate.close()


def test_every_cut_of_the_demo_is_written_as_an_edl_that_reads_back(made: Config) -> None:
    slate = Slate(made)
    for production in slate.desk.page().productions:
        with slate.workspace.reading() as session:
            judged = slate.judged.of(session, production.id)
        name, content = slate.exporting.write(production.id, "edl")
        rate = judged.edit.rate
        back = read_cut_list(content, CodeRule(judged.production.code_example), rate=rate)
        told = slate.exporting.edl_notes(production.id)
        assert all("counted in the list's labels" in note for note in told)
        assert [(e.code, e.record.first, e.length, e.speed) for e in back.events] == [
            (e.code, e.record.first, e.length, e.speed) for e in judged.events
        ]
        # And others read it.
        judge = otio.adapters.read_from_string(
            content.decode(), "cmx_3600", rate=float(rate.fraction)
        )
        (track,) = judge.video_tracks()
        assert len(track.find_clips()) == len(judged.events), name
