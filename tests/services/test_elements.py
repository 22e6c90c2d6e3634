"""The stack, pictures, layers, views, sounds, and undo, on files of their own."""

import io
import os
import shutil
import time
from concurrent.futures import Future
from pathlib import Path

import numpy as np
import pytest
from PIL import Image

from tests.files.test_pixels import save
from tests.makers import write_movie, write_picture, write_sequence
from tests.services.test_media import PLATES, finished
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.core.media.element import Filling, Role
from zero_slate.core.time.frames import FrameRange
from zero_slate.demo.drawing import draw_eye
from zero_slate.demo.layered import write_flare
from zero_slate.demo.sound import write_bell
from zero_slate.demo.story import LANTERN
from zero_slate.files.media.folders import find
from zero_slate.services.media.layers import LayerPage
from zero_slate.services.media.passes import ChosenItem
from zero_slate.services.media.pictures import NoPicture
from zero_slate.services.media.relinking import NewPlace
from zero_slate.services.runtime.disk_cache import DiskCache
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.making import TypedSpan
from zero_slate.web.slate import Slate

SPAN = TypedSpan(length="3")
PLATE = "FRO_0030_plate.####.exr"


@pytest.fixture
def media(config: Config) -> Path:
    return config.volumes["media"]


def link(slate: Slate, shot: int, name: str, role: Role, folder: str = PLATES) -> int:
    return slate.elements.link(shot, "media", folder, name, None, role).id


@pytest.fixture
def plate(slate: Slate, shot: int) -> int:
    return link(slate, shot, PLATE, Role.PLATE)


def flare(media: Path, name: str = "FRO_0030_flare_v001", **how: object) -> Path:
    folder = media / PLATES
    scene = LANTERN.shots[0].scene
    write_flare(folder, name, scene, LANTERN.frame_rate, range(1040, 1042), **how)  # type: ignore[arg-type]
    return folder


def names(slate: Slate, shot: int) -> list[str]:
    return [each.name for each in slate.elements.linked(shot)]


def test_elements_lie_by_role_until_they_are_moved(
    slate: Slate, shot: int, plate: int, media: Path
) -> None:
    write_picture(media / PLATES / "ground.exr")
    flare(media)
    top = link(slate, shot, "FRO_0030_flare_v001.####.exr", Role.RENDER)
    ground = link(slate, shot, "ground.exr", Role.BACKGROUND)
    stack = slate.stacks.page(shot)
    assert [each.id for each in stack.elements] == [ground, plate, top]
    assert [band.key for band in stack.rule.bands[2:]] == [
        f"element-{each}" for each in (top, plate, ground)
    ]
    slate.elements.order(shot, [top, plate, ground])
    assert [each.id for each in slate.elements.linked(shot)] == [top, plate, ground]
    # An order of some leaves the others in front.
    slate.elements.order(shot, [ground])
    assert slate.elements.linked(shot)[0].id == ground


def test_every_change_of_the_stack_is_taken_back(slate: Slate, shot: int, plate: int) -> None:
    before = slate.elements.linked(shot)
    slate.elements.change(shot, plate, {"name": "the plate", "before": Filling.HELD})
    slate.elements.change(shot, plate, {"on": False})
    slate.elements.unlink(shot, plate)
    assert slate.stacks.page(shot).undo == "Unlink the plate"
    slate.elements.undo(shot)
    (back,) = slate.elements.linked(shot)
    assert (back.name, back.on, back.before) == ("the plate", False, Filling.HELD)
    assert slate.stacks.page(shot).undo == "Turn the plate off"
    slate.elements.undo(shot)
    slate.elements.undo(shot)
    assert slate.elements.linked(shot) == before
    slate.elements.undo(shot)
    assert slate.elements.linked(shot) == ()
    with pytest.raises(Refusal, match="no change of the elements to undo"):
        slate.elements.undo(shot)


def test_reading_again_and_linking_again_keeps_what_was_set(
    slate: Slate, shot: int, plate: int, media: Path
) -> None:
    slate.elements.change(shot, plate, {"name": "mine", "offset": 3, "after": Filling.HELD})
    write_sequence(media / PLATES, "FRO_0030_plate", range(1105, 1109))
    (changed,) = slate.elements.changed(shot)
    assert changed.what == "has 4 more frames than were read"
    assert slate.elements.read_again(shot) == ()
    (again,) = slate.elements.linked(shot)
    assert (again.id, again.name, again.offset, again.after) == (plate, "mine", 3, Filling.HELD)
    assert again.line.count == 108


@pytest.mark.parametrize(
    ("values", "why"),
    [
        ({"offset": 10**9}, "out of range"),
        ({"name": "x" * 90}, "it takes 60"),
        ({"rate": "slow"}, "slow"),
        ({"view": "right", "view_of": 999}, "can't have another view"),
        ({"role": Role.SOUND}, "can't become a sound"),
    ],
)
def test_what_an_element_cannot_be_is_told(
    slate: Slate, shot: int, plate: int, values: dict[str, object], why: str
) -> None:
    before = slate.elements.linked(shot)
    with pytest.raises(Refusal, match=why):
        slate.elements.change(shot, plate, values)
    assert slate.elements.linked(shot) == before


def picture(slate: Slate, shot: int, element: int, **how: object) -> np.ndarray:
    asked = slate.pictures.asked(shot, element, how.pop("frame", None), 160, **how)  # type: ignore[arg-type]
    content = slate.pictures.begin(asked).result()
    return np.asarray(Image.open(io.BytesIO(content)).convert("RGBA")).astype(int)


def test_a_picture_is_made_once_and_kept(slate: Slate, shot: int, plate: int) -> None:
    asked = slate.pictures.asked(shot, plate, 1040, 160)
    first: Future[bytes] = slate.pictures.begin(asked)
    # Those who ask meanwhile wait for the same one.
    assert slate.pictures.begin(asked) is first or first.done()
    content = first.result()
    for _ in range(50):
        if slate.pictures.cache.get(asked.key):
            break
        time.sleep(0.02)
    assert slate.pictures.cache.get(asked.key) == content
    other = slate.pictures.asked(shot, plate, 1041, 160)
    assert other.key != asked.key
    shot_face = slate.pictures.face(shot, 160)
    assert shot_face.request.path.endswith("plate.1054.exr")


def test_a_picture_of_nothing_is_told(slate: Slate, shot: int, plate: int, media: Path) -> None:
    with pytest.raises(NoPicture, match="shows nothing at frame 900"):
        slate.pictures.asked(shot, plate, 900, 160)
    with pytest.raises(Refusal, match="it takes 16 to 1024"):
        slate.pictures.asked(shot, plate, 1040, 4000)
    (media / PLATES / "FRO_0030_plate.1040.exr").unlink()
    with pytest.raises(NoPicture, match="Frame 1040"):
        slate.pictures.asked(shot, plate, 1040, 160)
    with pytest.raises(NotFound):
        slate.pictures.asked(shot, 999, 1040, 160)


def test_layers_are_laid_out_and_all_frames_looked_at(slate: Slate, shot: int, media: Path) -> None:
    flare(media)
    element = link(slate, shot, "FRO_0030_flare_v001.####.exr", Role.RENDER)
    asked = slate.layers.asked(shot, element, None)
    page = slate.layers.keep(asked, slate.layers.begin(asked).result())
    assert page.words == "9, looked at on 1 of 2 frames; 2 are empty"
    assert [line.name for line in page.layers if line.empty] == ["fire", "scatter"]
    ids = next(line for line in page.layers if line.name == "ids")
    assert ids.channels[0].greatest == "9"
    assert slate.layers.picture(str(ids.picture))
    job = finished(slate.layers.look_at_all(shot, element))
    (every,) = job.results
    assert isinstance(every, LayerPage)
    assert every.words == "9, looked at on both frames; 2 are empty"
    # It is kept: the next look has it at once.
    again = slate.layers.kept(slate.layers.asked(shot, element, None))
    assert again is not None
    assert again.looked_at == 2


def test_a_layer_that_is_missing_on_some_frames_is_told(
    slate: Slate, shot: int, media: Path
) -> None:
    folder = flare(media)
    more = flare(media, "other", more=True) / "other.1041.exr"
    shutil.copy(more, folder / "FRO_0030_flare_v001.1041.exr")
    element = link(slate, shot, "FRO_0030_flare_v001.####.exr", Role.RENDER)
    (page,) = finished(slate.layers.look_at_all(shot, element)).results
    glow = next(line for line in page.layers if line.name == "glow")
    assert glow.missing == "not on 1 frame: 1040"
    (folder / "FRO_0030_flare_v001.1041.exr").write_bytes(b"broken")
    slate.elements.read_again(shot)
    (page,) = finished(slate.layers.look_at_all(shot, element)).results
    assert "1 frame can't be read" in page.words


def test_a_cache_is_bounded_in_bytes(tmp_path: Path) -> None:
    cache = DiskCache(tmp_path / "kept", 10_000)
    for n in range(40):
        cache.put(f"{n:02x}cafe", bytes(1000))
        if cache.get(f"{n:02x}cafe"):
            os.utime(tmp_path / "kept" / f"{n:02x}" / "cafe", (n, n))
    kept = [file for file in (tmp_path / "kept").rglob("*") if file.is_file()]
    assert sum(file.stat().st_size for file in kept) <= 10_000
    assert cache.get("27cafe") is not None
    assert cache.get("00cafe") is None
    # A key is no path.
    (tmp_path / "secret").write_text("mine")
    assert cache.get("../secret") is None
    assert cache.get("....secret") is None


def eyes(media: Path) -> None:
    scene = LANTERN.shots[1].scene
    for eye, shifts in (("left", (4, 10, 0)), ("right", (-4, -14, 3))):
        for frame in (1009, 1010):
            drawn = draw_eye(scene, 960, 540, 0.3, *shifts).astype(np.float16)
            save(media / PLATES / f"FRO_0030_{eye}.{frame}.exr", drawn)


def test_two_sequences_are_two_views_swapped_and_taken_away(
    slate: Slate, shot: int, media: Path
) -> None:
    eyes(media)
    left = link(slate, shot, "FRO_0030_left.####.exr", Role.RENDER)
    right = link(slate, shot, "FRO_0030_right.####.exr", Role.RENDER)
    assert [eye.element for eye in slate.views.page(shot, left).others] == [right]
    slate.elements.change(shot, left, {"view": "left"})
    slate.elements.change(shot, right, {"view": "right", "view_of": left})
    page = slate.views.page(shot, right)
    assert [(eye.name, eye.element) for eye in page.eyes] == [("left", left), ("right", right)]
    assert page.findings == ()
    (compared,) = finished(slate.views.compare(shot, left)).results
    assert compared.looked_at == (1009, 1010)
    assert compared.findings[0].text.startswith("Right lies 3.")
    slate.views.swap(shot, left)
    swapped = slate.views.page(shot, left)
    assert [(eye.name, eye.element) for eye in swapped.eyes] == [("left", right), ("right", left)]
    with pytest.raises(Refusal, match="no view itself"):
        slate.elements.change(shot, left, {"view_of": right})
    slate.elements.change(shot, right, {"view_of": None, "view": ""})
    assert len(slate.views.page(shot, left).eyes) == 1
    with pytest.raises(Refusal, match="one view"):
        slate.views.compare(shot, left)


def test_a_sound_lies_by_its_time_reference(slate: Slate, shot: int, media: Path) -> None:
    # The event's record in, 01:00:05:02 at 24000/1001: each frame 2002 samples.
    write_bell(media / PLATES / "bell.wav", 2.0, (0.5,), 86522 * 2002)
    sound = slate.sounds.link(shot, "media", PLATES, "bell.wav")
    (line,) = slate.sounds.linked(shot)
    assert (line.start, line.laid_by) == (1009, "the edit's timecode")
    assert line.state is State.DIFFERS
    assert any("Silent for" in said.text for said in line.messages)
    wave = slate.sounds.waveform(shot, sound, FrameRange(1001, 1108))
    assert wave.first == pytest.approx(1009, abs=0.3)
    assert len(wave.low) == len(wave.high) == 200
    assert max(wave.high) > 40
    slate.elements.change(shot, sound, {"offset": -2, "name": "bell"})
    (line,) = slate.sounds.linked(shot)
    assert (line.start, line.name) == (1007, "bell")
    with pytest.raises(Refusal, match="A sound has no slip"):
        slate.elements.change(shot, sound, {"slip": 2})
    slate.elements.unlink(shot, sound)
    assert slate.sounds.linked(shot) == ()
    write_movie(media / PLATES / "mute.mov")
    with pytest.raises(Refusal, match="no sound in it"):
        slate.sounds.link(shot, "media", PLATES, "mute.mov")


# --- found on disk


def test_what_belongs_to_a_shot_is_offered_with_why(slate: Slate, shot: int, media: Path) -> None:
    write_sequence(media / "renders" / "FRO_0030" / "v2", "beauty", range(1001, 1004))
    write_sequence(media / "renders" / "FRO_0031", "beauty", range(1001, 1004))
    (media / "renders" / "round").symlink_to(media / "renders")
    job = finished(slate.offers.start(shot))
    offers = {offer.name: offer for offer in job.results}
    assert set(offers) == {PLATE, "beauty.####.exr"}
    assert offers[PLATE].why == "its name begins with FRO_0030"
    assert offers["beauty.####.exr"].why == "it lies in renders/FRO_0030"
    assert (offers[PLATE].role, offers[PLATE].linked) == ("plate", False)


def test_a_sequence_that_is_being_written_says_when_it_is_whole(
    slate: Slate, shot: int, media: Path
) -> None:
    folder = media / PLATES
    for file in folder.iterdir():
        frame = int(file.suffixes[-2][1:])
        if frame > 1040:
            file.unlink()
        else:
            at = time.time() - (1040 - frame) * 2
            os.utime(file, (at, at))
    element = link(slate, shot, PLATE, Role.RENDER)
    (growing,) = slate.offers.growing(shot)
    assert (growing.id, growing.there, growing.asked) == (element, 40, 108)
    assert growing.words == "40 of 108 frames, one every 2.00 s: whole 2 min 16 s after the last"
    (offer,) = finished(slate.offers.start(shot)).results
    assert offer.growing == growing.words


def test_a_pass_reads_what_is_new_and_nothing_twice(
    slate: Slate, production: int, shot: int, media: Path
) -> None:
    write_picture(media / "stray" / "painting.exr")
    (media / "stray" / "broken.exr").write_text("none")
    (tally,) = finished(slate.passes.start(production, "media", "")).results
    assert (tally.found, tally.read, tally.gone) == (3, 3, 0)
    page = slate.passes.page(production)
    assert (page.volume, page.folder) == ("media", "")
    of_shot = {each.code: each for each in page.shots}
    (item,) = of_shot["FRO_0030"].items
    assert (item.name, item.new, item.linked) == (PLATE, False, False)
    assert item.words == "1001–1104 · 64 × 36 · half · 24000/1001"
    assert of_shot["FRO_0010"].shot_id is None
    problems = {each.name: each.problem for each in page.unplaced}
    assert problems["painting.exr"] is None
    assert "no picture" in str(problems["broken.exr"])

    write_sequence(media / "new", "FRO_0030_fx", range(1001, 1003))
    (media / "stray" / "painting.exr").unlink()
    (tally,) = finished(slate.passes.start(production, "media", "")).results
    assert (tally.found, tally.read, tally.gone) == (3, 1, 1)
    page = slate.passes.page(production)
    items = next(each for each in page.shots if each.code == "FRO_0030").items
    assert {each.name: each.new for each in items} == {"FRO_0030_fx.####.exr": True, PLATE: False}

    chosen = [ChosenItem(each.id, shot, Role(each.role)) for each in items]
    missing = ChosenItem(10**6, shot, Role.RENDER)
    (left,) = slate.passes.link(production, [*chosen, missing])
    assert "isn't there any more" in left.why
    assert {each.role for each in slate.elements.linked(shot)} == {"plate", "render"}
    shots = {each.code: each for each in slate.passes.page(production).shots}
    assert all(each.linked for each in shots["FRO_0030"].items)


def test_moved_files_are_found_by_what_they_are_and_taken_in_one_step(
    slate: Slate, production: int, shot: int, plate: int, media: Path
) -> None:
    slate.elements.change(shot, plate, {"name": "mine", "slip": 2})
    (media / "vault" / "reel").mkdir(parents=True)
    (media / "plates" / "FRO_0030").rename(media / "vault" / "reel" / "FRO_0030")
    write_sequence(media / "vault" / "decoy", "FRO_0030_plate", range(1001, 1050))
    (gone,) = slate.relinking.gone(production)
    assert (gone.code, gone.where) == ("FRO_0030", "media/plates/FRO_0030")
    (page,) = finished(slate.relinking.look(production, "media", "vault")).results
    # Of what has another count nothing is said where something better is there.
    (moved,) = page.moved
    assert (moved.folder, moved.sure) == ("vault/reel/FRO_0030", True)
    assert moved.why == "104 files of the same sizes and times"
    (root,) = page.roots
    assert (root.was, root.now) == ("media/plates", "media/vault/reel")
    assert (root.moved, root.sure) == ((0,), 1)
    places = [NewPlace(plate, "media", moved.folder)]
    assert slate.relinking.take(production, places) == ()
    (back,) = slate.elements.linked(shot)
    assert (back.name, back.slip, back.folder) == ("mine", 2, "vault/reel/FRO_0030")
    assert slate.relinking.gone(production) == ()
    slate.elements.undo(shot)
    assert slate.relinking.gone(production) != ()


def test_files_copied_elsewhere_are_known_by_their_contents(
    slate: Slate, production: int, shot: int, plate: int, media: Path
) -> None:
    for file in (media / PLATES).iterdir():
        os.utime(file, ns=(1, 1))
    # A folder that was restored has other times, and the same files.
    assert slate.elements.changed(shot) == ()

    (media / "vault").mkdir()
    for file in sorted((media / PLATES).iterdir()):
        (media / "vault" / file.name).write_bytes(file.read_bytes())
        file.unlink()
    (page,) = finished(slate.relinking.look(production, "media", "vault")).results
    (moved,) = page.moved
    said = "104 files with the same contents, written at another time"
    assert (moved.sure, moved.why) == (True, said)
    # Other pictures under the same header are not the same files, and a header alone isn't sure.
    last = media / "vault" / "FRO_0030_plate.1104.exr"
    last.write_bytes(last.read_bytes()[:-1] + b"\1")
    (page,) = finished(slate.relinking.look(production, "media", "vault")).results
    (moved,) = page.moved
    said = "104 files of the same frames and header, with other contents"
    assert (moved.sure, moved.why, page.roots) == (False, said, ())
    (media / "vault" / "FRO_0030_plate.1001.exr").unlink()
    (page,) = finished(slate.relinking.look(production, "media", "vault")).results
    (moved,) = page.moved
    assert (moved.sure, moved.why) == (False, "103 frames in place of 104")


def test_three_shots_of_one_layout_go_each_to_its_own_folder(
    slate: Slate, production: int, media: Path
) -> None:
    """Plates of one name, count and header, copied to a new root with new times, and beside it."""
    codes = ("HID_0010", "HID_0020", "HID_0030")
    shots = {}
    for number, code in enumerate(codes):
        shots[code] = slate.new_shots.set_up_by_hand(production, code, "", SPAN)
        folder = media / "shots" / code / "plate"
        write_sequence(folder, "plate", range(1001, 1004))
        for file in folder.iterdir():
            # The same size and header; other pixels.
            file.write_bytes(file.read_bytes()[:-1] + bytes([number]))
        slate.elements.link(
            shots[code], "media", f"shots/{code}/plate", "plate.####.exr", None, Role.PLATE
        )
        write_movie(media / "shots" / code / "ref" / "offline.mov", frames=10 + number)
        slate.elements.link(
            shots[code], "media", f"shots/{code}/ref", "offline.mov", None, Role.REFERENCE
        )
    for root in ("copied", "again"):
        shutil.copytree(media / "shots", media / root, copy_function=shutil.copy)
    shutil.rmtree(media / "shots")
    (page,) = finished(slate.relinking.look(production, "media", "copied")).results
    assert [(each.code, each.folder, each.sure) for each in page.moved] == [
        (code, f"copied/{code}/{part}", True) for code in codes for part in ("plate", "ref")
    ]
    (root,) = page.roots
    assert (root.was, root.now, root.sure) == ("media/shots", "media/copied", 6)
    # Two copies: both are told, and neither is sure.
    (page,) = finished(slate.relinking.look(production, "media", "")).results
    assert not any(each.sure for each in page.moved)
    assert [(each.now, len(each.moved)) for each in page.roots] == [
        ("media/again", 6),
        ("media/copied", 6),
    ]
    assert "so are those in media/copied/HID_0010/plate" in page.moved[0].why
    places = [
        NewPlace(page.moved[at].element, page.moved[at].volume, page.moved[at].folder)
        for at in page.roots[1].moved
    ]
    assert slate.relinking.take(production, places) == ()
    for code, shot in shots.items():
        folders = {each.folder for each in slate.elements.linked(shot)}
        assert folders == {f"copied/{code}/plate", f"copied/{code}/ref"}


def test_a_volume_that_is_gone_loses_nothing(
    slate: Slate, production: int, shot: int, plate: int, config: Config
) -> None:
    config.volumes["elsewhere"] = config.volumes.pop("media")
    (gone,) = slate.relinking.gone(production)
    assert "no volume “media”" in gone.why
    (line,) = slate.elements.linked(shot)
    assert line.line.count == 104
    (page,) = finished(slate.relinking.look(production, "elsewhere", "")).results
    (moved,) = page.moved
    slate.relinking.take(production, [NewPlace(plate, moved.volume, moved.folder)])
    assert slate.relinking.gone(production) == ()


def test_a_newer_version_is_compared_and_taken(
    slate: Slate, production: int, shot: int, media: Path
) -> None:
    flare(media)
    flare(media, "FRO_0030_flare_v002", more=True)
    element = link(slate, shot, "FRO_0030_flare_v001.####.exr", Role.RENDER)
    slate.elements.change(shot, element, {"name": "flare"})
    (newer,) = slate.newer.newer(production)
    assert (newer.label, newer.newest) == ("v002", "FRO_0030_flare_v002.####.exr")
    assert slate.newer.newer_of_shot(shot) == (newer,)
    compared = slate.newer.compare(shot, element)
    assert compared.differences == (
        "1 layer more: glow.",
        "The values of frame 1041 are the same in every layer of both.",
    )
    place = NewPlace(element, newer.volume, newer.folder, newer.newest)
    assert slate.relinking.take(production, [place]) == ()
    assert names(slate, shot) == ["flare"]
    assert slate.newer.newer(production) == ()
    with pytest.raises(NotFound, match="no newer version"):
        slate.newer.compare(shot, element)


def test_two_versions_that_are_one_file_are_told(
    slate: Slate, production: int, shot: int, media: Path
) -> None:
    folder = flare(media)
    for file in sorted(folder.glob("*flare_v001*")):
        (folder / file.name.replace("v001", "v002")).symlink_to(file)
    element = link(slate, shot, "FRO_0030_flare_v001.####.exr", Role.RENDER)
    (said,) = slate.newer.compare(shot, element).differences
    assert said == (
        "2 frames of both are one file: FRO_0030_flare_v002.####.exr is a link to "
        "FRO_0030_flare_v001.####.exr, and no version of its own."
    )


def test_versions_in_folders_are_seen(
    slate: Slate, production: int, shot: int, media: Path
) -> None:
    for version in ("v001", "v003"):
        write_sequence(media / "renders" / version, f"FRO_0030_{version}", range(1001, 1003))
    link(slate, shot, "FRO_0030_v001.####.exr", Role.RENDER, "renders/v001")
    (newer,) = slate.newer.newer(production)
    assert (newer.folder, newer.newest) == ("renders/v003", "FRO_0030_v003.####.exr")


def test_files_that_vanish_between_listing_and_reading_are_told(
    slate: Slate, production: int, shot: int, plate: int, media: Path
) -> None:
    page = slate.volumes.folder("media", PLATES)
    assert page.found
    for file in (media / PLATES).iterdir():
        file.unlink()
    with pytest.raises(Refusal):
        slate.pictures.asked(shot, plate, 1040, 160)
    (gone,) = slate.elements.changed(shot)
    assert gone.what == "can't be found any more"
    # What was read stays.
    assert slate.elements.linked(shot)[0].line.count == 104


def test_what_is_done_to_no_shot_is_told(slate: Slate, production: int) -> None:
    for work in (
        lambda: slate.elements.order(999, []),
        lambda: slate.elements.undo(999),
        lambda: slate.elements.unlink(999, 1),
        lambda: slate.views.swap(999, 1),
        lambda: slate.offers.start(999),
        lambda: slate.passes.start(999, "media", ""),
    ):
        with pytest.raises(NotFound):
            work()


def test_a_still_named_by_a_shots_code_is_that_shots(
    slate: Slate, production: int, media: Path
) -> None:
    """The numbers of HID_0010, _0020 and _0040 are parts of codes, and no frames."""
    shots = {
        code: slate.new_shots.set_up_by_hand(production, code, "", SPAN)
        for code in ("HID_0010", "HID_0020", "HID_0030", "HID_0040")
    }
    for code in shots:
        write_picture(media / "art" / f"{code}.exr")
        write_picture(media / "art" / f"bg_{code}.exr")
    for frame in range(1001, 1005):
        write_picture(media / "art" / f"{frame}_HID_0010.exr")
        write_picture(media / "art" / f"HID_0020_{frame}_beauty.exr")
    job = finished(slate.passes.start(production, "media", "art"))
    assert job.results
    found = {each.code: each for each in slate.passes.page(production).shots}
    names = {code: {item.name for item in found[code].items} for code in shots}
    assert names == {
        "HID_0010": {"HID_0010.exr", "bg_HID_0010.exr", "####_HID_0010.exr"},
        "HID_0020": {"HID_0020.exr", "bg_HID_0020.exr", "HID_0020_####_beauty.exr"},
        "HID_0030": {"HID_0030.exr", "bg_HID_0030.exr"},
        "HID_0040": {"HID_0040.exr", "bg_HID_0040.exr"},
    }
    slate.elements.link(shots["HID_0010"], "media", "art", "####_HID_0010.exr", None)
    slate.elements.link(shots["HID_0040"], "media", "art", "HID_0040.exr", None, Role.BACKGROUND)
    (front,) = slate.elements.linked(shots["HID_0010"])
    assert (front.line.count, front.line.kind) == (4, "sequence")
    (still,) = slate.elements.linked(shots["HID_0040"])
    assert still.line.kind == "still"


def test_numbers_that_are_no_codes_stay_frames(tmp_path: Path) -> None:
    names = [f"HID_{n:04d}.exr" for n in (10, 20, 30)]
    assert [each.name for each in find(names, tmp_path)] == ["HID_####.exr"]
    codes = frozenset(("hid_0010", "hid_0020"))
    found = find(names, tmp_path, codes)
    assert [each.name for each in found] == ["HID_####.exr", "HID_0010.exr", "HID_0020.exr"]
    # What goes up in tens in the middle of a name is several stills; what follows on is frames.
    tens = [f"HID_{n:04d}_bg.exr" for n in (10, 20, 30)]
    assert [each.name for each in find(tens, tmp_path)] == tens
    ones = [f"HID_{n:04d}_bg.exr" for n in (1001, 1002, 1004)]
    (sequence,) = find(ones, tmp_path)
    assert (sequence.name, sorted(sequence.files)) == ("HID_####_bg.exr", [1001, 1002, 1004])
    versions = [f"HID_v{n:03d}_bg.exr" for n in (1, 2, 3)]
    assert [each.name for each in find(versions, tmp_path)] == versions
