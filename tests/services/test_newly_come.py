"""Newer versions that came to a volume since somebody was last here."""

import os
import time
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest

from tests.makers import write_sequence
from zero_slate.config import Config
from zero_slate.core.media.element import Role
from zero_slate.web.slate import Slate

FOLDER = "renders/FRO_0030"


@pytest.fixture
def linked(slate: Slate, shot: int, config: Config) -> Path:
    """The folder of a render that is linked, which came a week ago."""
    there = config.volumes["media"] / FOLDER / "v001"
    write_sequence(there, "FRO_0030_fog_v001", range(1001, 1003))
    name = "FRO_0030_fog_v001.####.exr"
    slate.elements.link(shot, "media", f"{FOLDER}/v001", name, None, Role.RENDER)
    week = time.time() - 7 * 86400
    for place in (*there.iterdir(), there, there.parent):
        os.utime(place, (week, week))
    return there


def since(slate: Slate, **ago: float) -> list[str]:
    moment = datetime.now(UTC) - timedelta(**ago)
    return [line.text for line in slate.since.lines(moment.isoformat()) if not line.who]


def test_a_version_beside_is_told_once_it_came(slate: Slate, linked: Path, shot: int) -> None:
    assert since(slate, hours=1) == []
    write_sequence(linked, "FRO_0030_fog_v002", range(1001, 1003))
    assert since(slate, hours=1) == [
        "FRO_0030: FRO_0030_fog_v002.####.exr lies beside FRO_0030_fog_v001.####.exr"
    ]
    (line,) = [each for each in slate.since.lines("2000-01-01") if not each.who]
    assert line.address == f"/s/{shot}/elements"
    # What came before is no news.
    assert slate.since.lines((datetime.now(UTC) + timedelta(hours=1)).isoformat()) == ()


def test_a_version_in_a_newer_folder_is_told(slate: Slate, linked: Path) -> None:
    there = linked.parent / "v002"
    write_sequence(there, "FRO_0030_fog_v002", range(1001, 1003))
    assert len(since(slate, hours=1)) == 1
    # Its files were written before: only their folder was moved here.
    month = time.time() - 30 * 86400
    for file in there.iterdir():
        os.utime(file, (month, month))
    assert since(slate, hours=1) == []


def test_what_is_gone_is_no_news_and_no_error(slate: Slate, linked: Path, config: Config) -> None:
    write_sequence(linked, "FRO_0030_fog_v002", range(1001, 1003))
    config.volumes["elsewhere"] = config.volumes.pop("media")
    assert since(slate, hours=1) == []


def test_whose_the_files_are_is_told_where_it_is_not_who_runs_this(
    slate: Slate, linked: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    write_sequence(linked, "FRO_0030_fog_v002", range(1001, 1003))
    monkeypatch.setattr(Path, "owner", lambda _: "render")
    monkeypatch.setattr(os, "getuid", lambda: 4711)
    (line,) = [each for each in slate.since.lines("2000-01-01") if each.who == "render"]
    assert line.text.startswith("FRO_0030: FRO_0030_fog_v002")
