"""Where something lies that was dropped on a page."""

import unicodedata
from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient

from tests.conftest import CUT, FORMAT
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.services.media.lying import LONGEST, MOST_PLACES, LyingPlace, WhereItLies
from zero_slate.web.slate import Slate


@pytest.fixture
def media(config: Config) -> Path:
    return config.volumes["media"]


def laid(folder: Path, *names: str) -> Path:
    folder.mkdir(parents=True, exist_ok=True)
    for name in names:
        (folder / name).write_bytes(b"x")
    return folder


def paths(slate: Slate, folder: str, *entries: str) -> list[str]:
    return [each.path for each in slate.lying.find(folder, entries).places]


def test_a_folder_is_found_by_its_name_and_what_lies_in_it(slate: Slate, media: Path) -> None:
    laid(media / "a/roll 7", "one.0001.exr", "one.0002.exr")
    laid(media / "b/roll 7/deep", "two.exr")
    laid(media / "b/roll 7", "two.0001.exr")
    assert paths(slate, "roll 7") == ["a/roll 7", "b/roll 7"]
    assert paths(slate, "roll 7", "one.0002.exr") == ["a/roll 7"]
    assert paths(slate, "roll 7", "two.0001.exr", "deep") == ["b/roll 7"]
    assert paths(slate, "roll 7", "three.exr") == []
    # The root of a volume is dropped too; what the system hides isn't asked for.
    assert paths(slate, media.name, "a", ".hidden") == [""]


def test_files_are_found_in_the_folder_that_has_all_of_them(slate: Slate, media: Path) -> None:
    laid(media / "a", "one.0001.exr", "other.exr")
    laid(media / "b", "one.0001.exr")
    assert paths(slate, "", "one.0001.exr") == ["a", "b"]
    assert paths(slate, "", "one.0001.exr", "other.exr") == ["a"]
    # A folder is no file.
    laid(media / "c/one.0002.exr")
    assert paths(slate, "", "one.0002.exr") == []


def test_a_name_is_the_same_however_a_system_writes_its_marks(slate: Slate, media: Path) -> None:
    laid(media / unicodedata.normalize("NFD", "Åse Björk"), unicodedata.normalize("NFC", "é.exr"))
    apart = unicodedata.normalize("NFD", "é.exr")
    assert len(paths(slate, unicodedata.normalize("NFC", "Åse Björk"), apart)) == 1


def test_the_shot_is_told_by_its_code_in_the_path_or_the_names(
    slate: Slate, media: Path, shot: int
) -> None:
    laid(media / "FRO_0030/roll 7", "bg.exr")
    laid(media / "in/roll 7", "FRO_0030_bg.0001.exr")
    laid(media / "XFRO_0030/roll 7", "FRO_00301.exr")
    told = [each.shot_id for each in slate.lying.find("roll 7", ()).places]
    assert told == [shot, None, None]
    assert slate.lying.find("roll 7", ["FRO_0030_bg.0001.exr"]).places == (
        LyingPlace("media", "in/roll 7", shot, "FRO_0030"),
    )


def test_a_code_that_two_shots_have_tells_none(slate: Slate, media: Path, shot: int) -> None:
    laid(media / "FRO_0030/roll 7", "bg.exr")
    assert slate.lying.find("roll 7", ()).places[0].shot_id == shot
    other = slate.productions.start("Other", "", FORMAT)
    slate.cuts.take(other, CUT, "cut.edl", "23.976", None)
    slate.new_shots.set_up_from_event(other, "FRO_0030")
    assert slate.lying.find("roll 7", ()).places[0].shot_id is None


def test_the_time_ends_and_the_first_that_fit_are_enough(slate: Slate, media: Path) -> None:
    for number in range(MOST_PLACES + 2):
        laid(media / f"{number}/roll 7")
    found = slate.lying.find("roll 7", ())
    assert (len(found.places), found.whole) == (MOST_PLACES, False)

    def seconds() -> Iterator[float]:
        yield 0.0
        yield 0.1
        while True:
            yield LONGEST + 1

    clock = seconds()
    late = WhereItLies(slate.workspace, lambda: next(clock)).find("roll 7", ())
    assert (late.places, late.whole) == ((), False)


def test_a_volume_that_is_away_is_told(config: Config, media: Path, tmp_path: Path) -> None:
    laid(media / "roll 7")
    away = Config(
        home=config.home, volumes={"gone": tmp_path / "gone", "media": media}, who="tester"
    )
    found = Slate(away).lying.find("roll 7", ())
    assert ([each.volume for each in found.places], found.away) == (["media"], ("gone",))


def test_links_that_lead_outside_or_round_are_left_out(
    slate: Slate, media: Path, tmp_path: Path
) -> None:
    laid(tmp_path / "away/roll 7", "secret.exr")
    (media / "beyond").symlink_to(tmp_path / "away")
    (media / "round").symlink_to(media)
    assert paths(slate, "roll 7") == []
    # A folder that was dropped names such a link too, which no listing does.
    within = laid(media / "a/roll 8", "one.exr")
    (within / "linked").symlink_to(tmp_path / "away")
    assert paths(slate, "roll 8", "one.exr", "linked") == ["a/roll 8"]
    assert paths(slate, "roll 8", "one.exr", "two.exr", "linked") == []
    assert paths(slate, "", "linked") == []


def test_what_is_named_is_bounded(client: TestClient) -> None:
    address = "/api/v1/where-it-lies"
    for asked in (
        {},
        {"entry": ".hidden"},
        {"folder": "x" * 256},
        {"entry": ["a"] * 41},
        {"entry": "x" * 256},
    ):
        assert client.get(address, params=asked).status_code == 422, asked
    answer = client.get(address, params={"folder": "../../etc", "entry": "passwd"})
    assert answer.json() == {"places": [], "whole": True, "away": []}


def test_nothing_is_refused(slate: Slate) -> None:
    with pytest.raises(Refusal, match="Nothing is named"):
        slate.lying.find("", ())
