"""Where files go: layouts that ship, what can't be one, and what would be written twice."""

from dataclasses import replace

import pytest
from pydantic import TypeAdapter

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.clashes import clashes
from zero_slate.core.places.layout import FileKind, FilesLayout, FolderPlan, Named, path_of, unusual
from zero_slate.core.places.path_rule import PathRule
from zero_slate.core.places.pieces import Piece
from zero_slate.core.places.shipped import SHIPPED, USUAL_LAYOUT

LAYOUT = TypeAdapter(FilesLayout)
NAMED = Named("The Salt Lantern", "LAN_0010", "mira", "plate", version=3, frame=1009)


def other(kind: FileKind, text: str, layout: FilesLayout = USUAL_LAYOUT) -> FilesLayout:
    return replace(layout, paths={**layout.paths, kind: PathRule.parse(text)})


def test_the_path_of_a_real_frame() -> None:
    assert path_of(USUAL_LAYOUT, FileKind.RENDER, replace(NAMED, discipline="fx")) == (
        "LAN/LAN_0010/renders/fx/LAN_0010_fx_mira_v003/LAN_0010_fx_mira_v003.1009.exr"
    )
    assert path_of(USUAL_LAYOUT, FileKind.COMP, NAMED).endswith("LAN_0010_comp_mira_v003.1009.exr")


@pytest.mark.parametrize("layout", SHIPPED, ids=lambda each: each.name)
def test_layouts_that_ship_read_back_and_write_nothing_twice(layout: FilesLayout) -> None:
    assert LAYOUT.validate_json(LAYOUT.dump_json(layout)) == layout
    assert not list(clashes(layout, "film", ["LAN_0010", "LAN_0020", "FRO_0010"]))
    for kind in FileKind:
        path = path_of(layout, kind, NAMED)
        read = layout.paths[kind].read(path)
        assert read is not None
        assert read[Piece.SHOT] == "LAN_0010"
        assert not unusual(path)


def test_folders_of_a_shot_stand_above_what_lies_in_them() -> None:
    found = list(dict.fromkeys(path for _, path, _ in FolderPlan(USUAL_LAYOUT).of(NAMED)))
    assert found.index("LAN") < found.index("LAN/LAN_0010") < found.index("LAN/LAN_0010/renders")
    assert {f"LAN/LAN_0010/artwork/{each}" for each in USUAL_LAYOUT.disciplines} <= set(found)
    assert "edit" in found
    # What is made with a version isn't made beforehand.
    assert not [each for each in found if "v003" in each]


@pytest.mark.parametrize(
    ("kind", "text", "words"),
    [
        (FileKind.RENDER, "<shot>/<shot>_<version>.<ending>", "would be one file"),
        (FileKind.SETUP, "<shot>/<shot>.<frame>.<ending>", "has no <frame>"),
        (FileKind.DATA, "<shot>/<shot>_<version>", r"put \.<ending>"),
    ],
)
def test_what_cant_be_the_path_of_a_kind(kind: FileKind, text: str, words: str) -> None:
    with pytest.raises(Refusal, match=words) as refused:
        other(kind, text)
    assert refused.value.part == f"paths.{kind}"


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"disciplines": ()}, "1 to 24"),
        ({"disciplines": ("anim", "Anim")}, "appears twice"),
        ({"disciplines": ("key art",)}, "letters and digits"),
        ({"disciplines": ("con",)}, "device"),
        ({"folders": (PathRule.parse("a"), PathRule.parse("A"))}, "appears twice"),
        ({"folders": (PathRule.parse("<shot>/<version>"),)}, "beforehand"),
        ({"name": " "}, "1 to 60"),
        ({"paths": {}}, "no path for Setup"),
    ],
)
def test_what_cant_be_a_layout(change: dict[str, object], words: str) -> None:
    with pytest.raises(Refusal, match=words):
        replace(USUAL_LAYOUT, **change)  # type: ignore[arg-type]


def test_two_kinds_that_would_write_one_file() -> None:
    layout = other(FileKind.COMP, str(USUAL_LAYOUT.paths[FileKind.RENDER]))
    found = list(clashes(layout, "film", ["LAN_0010"]))
    assert "would be one file" in found[0].words
    assert "Renders of" in found[0].one
    assert len(found) == 4


def test_two_shots_that_would_write_one_file() -> None:
    layout = other(FileKind.SHEET, "sheets/<sequence>_<version>.<ending>")
    (found,) = clashes(layout, "film", ["LAN_0010", "LAN_0020"])
    assert (found.one, found.other) == ("Sheets, LAN_0010", "Sheets, LAN_0020")


def test_folders_that_capitals_alone_tell_apart() -> None:
    layout = other(FileKind.SHEET, "lan/<shot>_sheet_<version>.<ending>")
    (found,) = clashes(layout, "film", ["LAN_0010"])
    assert "are one folder" in found.words


def test_a_file_where_another_needs_a_folder() -> None:
    layout = other(FileKind.SHEET, "<shot>/s.pdf")
    layout = other(FileKind.HANDOFF, "<shot>/s.pdf/<shot>_<version>.<ending>", layout)
    found = [each.words for each in clashes(layout, "film", ["LAN_0010"])]
    assert found == ["Sheets, LAN_0010 would lie where Hand off, LAN_0010 needs a folder."]


def test_kinds_on_two_volumes_dont_clash() -> None:
    layout = other(FileKind.COMP, str(USUAL_LAYOUT.paths[FileKind.RENDER]))
    apart = replace(layout, volume="a", elsewhere={FileKind.COMP: "b"})
    assert not list(clashes(apart, "film", ["LAN_0010"]))
