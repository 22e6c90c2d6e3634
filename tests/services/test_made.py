"""What is made of a shot's stack: its picture as typed, played, tried, published, written out."""

import io
from concurrent.futures import Future
from pathlib import Path

import numpy as np
import pytest
from fastapi.testclient import TestClient
from PIL import Image

from tests.files.test_pixels import save
from tests.services.test_elements import PLATES, link
from tests.services.test_media import finished
from tests.services.test_proof import PLATE, typed
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.services.media.pictures import NoPicture
from zero_slate.services.media.stack_pictures import StackSeen
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.places.writing_out import WantedFrames
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.standing import put_on_stand
from zero_slate.web.slate import Slate

API = "/api/v1"
STAGED = {
    "camera": {"text": "50 mm on 36x24"},
    "focus": {"text": "f/1.4 at 3 m"},
    "distances": {"text": "plate 12 m, keeper 3 m"},
}
FINISH = {"finish": {"text": "fills woven paper 80 % at 8 px"}}


@pytest.fixture
def keeper(slate: Slate, shot: int, config: Config) -> int:
    """Artwork over a plate: a patch with a line, and nothing around it."""
    link(slate, shot, PLATE, Role.PLATE)
    pixels = np.zeros((108, 192, 4), np.float16)
    pixels[20:90, 40:150] = (0.4, 0.3, 0.2, 1)
    pixels[54:56, 40:150, :3] = 0
    folder = config.volumes["media"] / PLATES
    for frame in range(1001, 1005):
        save(folder / f"FRO_0030_keeper.{frame}.exr", pixels, list("RGBA"))
    return link(slate, shot, "FRO_0030_keeper.####.exr", Role.ARTWORK)


def picture(
    slate: Slate, shot: int, texts: dict[str, dict[str, str]], seen: str = "", frame: int = 1002
) -> "np.ndarray[tuple[int, ...], np.dtype[np.uint8]]":
    stack = slate.made.typed(shot, texts)
    asked = slate.made.asked(stack, frame, StackSeen(seen), 192)
    made: Future[bytes] = slate.made.begin(stack, asked)
    return np.asarray(Image.open(io.BytesIO(made.result(60))))


def test_the_stack_is_made_with_what_is_typed(slate: Slate, shot: int, keeper: int) -> None:
    plain = picture(slate, shot, {})
    assert plain.shape == (108, 192, 3)
    staged = picture(slate, shot, {**STAGED, "focus": {"text": "f/1.4 at 12 m"}})
    assert np.abs(plain.astype(int) - staged).max() > 20
    assert np.array_equal(picture(slate, shot, STAGED, "as drawn"), plain)
    laid = picture(slate, shot, FINISH)
    inner, outer = np.s_[30:50, 60:140], np.s_[0:15, :]
    assert np.abs(laid[inner].astype(int) - plain[inner]).mean() > 3
    assert np.abs(laid[outer].astype(int) - plain[outer]).mean() < 0.5
    rough = picture(slate, shot, {"grain": {"text": "6 % at 1 px"}})
    assert rough[outer].std() > plain[outer].std()
    # What can't be taken stands as it is stored.
    assert np.array_equal(picture(slate, shot, {"finish": {"text": "marble"}}), plain)


def test_two_eyes_are_seen_each_and_both(slate: Slate, shot: int, keeper: int) -> None:
    two = {**STAGED, "eyes": {"text": "65 mm at 6 m, screen 10 m from 12 m"}}
    left, right = (picture(slate, shot, two, f"{eye} eye") for eye in ("left", "right"))
    assert not np.array_equal(left, right)
    beside = {**two, "views": {"choice": "side by side"}}
    assert picture(slate, shot, beside, "both eyes").shape == (108, 384, 3)
    above = {**two, "views": {"choice": "one above the other, half"}}
    assert picture(slate, shot, above, "both eyes").shape == (108, 192, 3)


def test_the_order_is_by_distance_where_that_is_set(slate: Slate, shot: int, keeper: int) -> None:
    behind = {**STAGED, "distances": {"text": "plate 3 m, keeper 12 m"}, "focus": {"text": "none"}}
    by_stack = picture(slate, shot, behind)
    by_distance = picture(slate, shot, {**behind, "order": {"choice": "distance"}})
    # The plate covers all of the canvas, and so what stands behind it.
    assert np.abs(by_stack.astype(int) - by_distance)[40:60, 60:140].mean() > 5


def test_the_proof_sees_the_stack_as_set_and_as_drawn(slate: Slate, shot: int, keeper: int) -> None:
    assert slate.proofs.pages.page(shot).elements[0].layers == ()
    before = slate.proofs.pages.page(shot).elements[0].stamp
    typed(slate, shot, **STAGED, eyes={"text": "65 mm parallel, screen 1 m from 2 m"})
    stack = slate.proofs.pages.page(shot).elements[0]
    assert [each.key for each in stack.layers] == ["", "as drawn", "left eye", "right eye"]
    assert stack.stamp != before
    keys = {slate.proofs.frame(shot, 0, 1010, each.key, None, 8192).key for each in stack.layers}
    assert len(keys) == 4
    with pytest.raises(NotFound, match="isn't seen as"):
        slate.proofs.frame(shot, 0, 1010, "third eye", None, 8192)


def test_what_is_dragged_on_the_stand_becomes_what_is_typed(slate: Slate, shot: int) -> None:
    def put(what: str, metres: float, frame: int = 1031, keyed: bool = False) -> str:
        texts = put_on_stand(slate.shots, shot, STAGED, what, metres, frame, keyed=keyed)
        return next(iter(texts.values()))["text"]

    assert put("element:keeper", 4.126) == "plate 12 m, keeper 4.13 m"
    assert put("element:ground", 20) == "plate 12 m, keeper 3 m, ground 20 m"
    assert put("element:keeper", 5, keyed=True) == "plate 12 m, keeper 3 m on 1030 to 5 m on 1031"
    assert put("focus", 6) == "f/1.4 at 6 m"
    for what, metres, why in (
        ("converge", 3, "one eye"), ("lamp", 3, "element:keeper"), ("focus", 0, "0.01 m"),
    ):  # fmt: skip
        with pytest.raises(Refusal, match=why):
            put(what, metres)


def test_frames_are_played_and_what_changes_is_measured(
    slate: Slate, shot: int, keeper: int
) -> None:
    def change(steadiness: str) -> list[float | None]:
        texts = {**FINISH, "steadiness": {"text": steadiness}}
        job = finished(slate.made.play(shot, texts, 1001, 4, StackSeen.SET))
        assert job.state == "done", job.message
        came = sorted(job.results, key=lambda each: each.frame)
        assert all(slate.layers.picture(each.key)[:4] == b"RIFF" for each in came)
        return [each.change for each in came]

    held, changing = change("held"), change("every 2 frames")
    assert held[:3] == [0, 0, 0]
    assert held[3] is None
    # From 1002 to 1003 alone: a texture stays for two frames, from the work range on.
    assert (changing[0], changing[2]) == (0, 0)
    assert changing[1] is not None
    assert changing[1] > 0.5
    with pytest.raises(Refusal, match="2 to 120"):
        slate.made.play(shot, {}, None, 1, StackSeen.SET)


def test_grain_is_measured_and_tried(slate: Slate, shot: int, keeper: int) -> None:
    name, future, scale = slate.grain_trials.begin_match(shot, None)
    matched = slate.grain_trials.matched(name, future.result(60), scale)
    assert matched.element == "plate"
    assert matched.words
    with pytest.raises(Refusal, match="no grain to try"):
        slate.grain_trials.start(shot, {}, "", None)
    grain = {"grain": {"text": "5 % at 1.5 px"}}
    with pytest.raises(Refusal, match=r"0.05 to 500 Mb/s"):
        slate.grain_trials.start(shot, grain, "", 9000)
    with pytest.raises(Refusal, match="isn't tried in"):
        slate.grain_trials.start(shot, grain, "GIF", None)
    job = finished(slate.grain_trials.start(shot, grain, "H.264 movie", 20))
    assert job.state == "done", job.message
    own = next(each for each in job.results if each.pictures)
    assert len(own.pictures) == len(own.plain) == 24
    assert slate.layers.picture(own.pictures[0])[:4] == b"RIFF"
    assert "of the grain's energy is left at 20 Mb/s" in job.results[-1].words
    assert len({(each.strength, each.megabits) for each in job.results}) == 8
    assert not list((slate.workspace.config.home / "trials").iterdir())


def test_a_trial_that_is_stopped_leaves_nothing(slate: Slate, shot: int, keeper: int) -> None:
    job = slate.grain_trials.start(shot, {"grain": {"text": "5 %"}}, "", None)
    job.stop()
    assert finished(job).state == "stopped"
    trials = slate.workspace.config.home / "trials"
    assert not trials.exists() or not list(trials.iterdir())


def test_nothing_linked_is_nothing_to_make(slate: Slate, shot: int) -> None:
    stack = slate.made.typed(shot, {})
    with pytest.raises(NoPicture):
        slate.made.asked(stack, None, StackSeen.SET, 192)
    with pytest.raises(NoPicture):
        slate.made.play(shot, {}, None, 4, StackSeen.SET)
    with pytest.raises(Refusal, match="no plate"):
        slate.grain_trials.begin_match(shot, None)


def test_finished_frames_are_written_where_renders_go(
    slate: Slate, production: int, shot: int, keeper: int, config: Config
) -> None:
    wanted = WantedFrames("finished", 1010, 1012)
    with pytest.raises(Refusal, match="No volume is chosen"):
        slate.writing_out.start(shot, FINISH, wanted)
    slate.layouts.change(production, 0, TypedLayout(volume="media"))
    job = finished(slate.writing_out.start(shot, FINISH, wanted))
    assert job.state == "done", job.message
    assert job.results[0].frames == 3
    volume, _, path = job.results[0].path.partition(":")
    written = sorted(Path(config.volumes[volume], path).parent.glob("*.exr"))
    assert len(written) == 3
    # The usual rule of renders doesn't name the element: it has a folder of its own.
    assert written[0].parent.name == "finished"
    two = {**STAGED, "eyes": {"text": "65 mm at 6 m, screen 10 m from 12 m"}}
    for eye in ("left", "right"):
        eyes = WantedFrames(eye, 1010, 1010, f"{eye} eye")
        assert finished(slate.writing_out.start(shot, two, eyes)).state == "done"
    with pytest.raises(Refusal, match="name it otherwise"):
        slate.writing_out.start(shot, FINISH, wanted)
    with pytest.raises(Refusal, match="out of range"):
        slate.writing_out.start(shot, FINISH, WantedFrames("other", 1012, 1010))


def test_targets_are_held_against_a_shot_and_tried(
    slate: Slate, production: int, shot: int, keeper: int
) -> None:
    page = slate.publishing.page(production)
    assert (page.shot, page.targets, len(page.rows)) == ("FRO_0030", "none", 12)
    seen = slate.publishing.page(production, "GIF, cinema frames")
    rows = {each.name: each for each in seen.rows}
    assert rows["GIF"].chosen
    assert "rate" in [each.setting for each in rows["GIF"].carries if not each.carried]
    assert [each.setting for each in seen.serves] == ["canvas", "rate"]
    assert "2 settings changed" in seen.summary
    wrong = slate.publishing.page(production, "H.264")
    assert (wrong.nearest, wrong.targets) == ("H.264 movie", "none")
    job = finished(slate.publishing.start(production, ["APNG", "WebP"]))
    assert job.state == "done", job.message
    assert [each.trouble for each in job.results] == ["", ""]
    assert all(one.kept for each in job.results for one in each.kept)
    with pytest.raises(Refusal, match="No target is chosen"):
        slate.publishing.start(production, [])
    with pytest.raises(NotFound):
        slate.publishing.start(production, ["vellum"])


def test_what_is_asked_of_a_production_reaches_its_shots(
    slate: Slate, production: int, shot: int
) -> None:
    base = slate.publishing.page(production).version
    asked = {"targets": {"text": "GIF"}, "grain": {"text": "3 % at 1.5 px"}}
    batch = slate.edit_formats.change(production, base, asked, True, frozenset())
    setup = slate.shots.load(shot).content.setup
    assert (str(setup.targets), str(setup.grain)) == ("GIF", "3 % at 1.5 px")
    assert batch is not None
    slate.batches.undo(batch)
    assert str(slate.shots.load(shot).content.setup.targets) == "none"


def test_the_api_makes_pictures_and_says_what_cannot_be(client: TestClient, shot: int) -> None:
    root = f"{API}/shots/{shot}"
    assert client.post(f"{root}/made/picture", json={}).status_code == 404
    for body in ({"seen": "third eye"}, {"seen": "left eye"}, {"width": 10}):
        answer = client.post(f"{root}/made/picture", json=body)
        assert answer.status_code == 422
        assert answer.json()["detail"].endswith(".")
    sample = client.get(f"{API}/samples/dry%20brush", params={"strength": 80})
    assert sample.headers["content-type"] == "image/webp"
    assert sample.content[:4] == b"RIFF"
    assert client.get(f"{API}/samples/marble").status_code == 422
    put = {"typed": STAGED, "what": "focus", "metres": 5, "frame": 1001}
    assert client.post(f"{root}/stand/put", json=put).json() == {
        "texts": {"focus": {"text": "f/1.4 at 5 m"}}
    }
    looked = {"typed": STAGED, "setting": "focus", "frame": 1050}
    drawn = client.post(f"{root}/preview", json=looked)
    assert drawn.json()["drawings"]["stand"]["frame"] == 1050
