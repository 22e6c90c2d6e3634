"""Files: folders on volumes, how they agree, tying them, handing on."""

import asyncio
import os
import threading
import time
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import opentimelineio as otio
import pytest

from tests.makers import write_picture, write_sequence
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import State
from zero_slate.files.setup_files import read_setup
from zero_slate.files.volume_files import CannotRead, OutsideVolume
from zero_slate.services.runtime.jobs import AT_ONCE, MOST_WAITING, Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.web.slate import Slate

PLATES = "plates/FRO_0030"


def finished(job: Job) -> Job:
    # However busy the machine: what never ends is told, and not what takes long.
    for _ in range(15_000):
        if job.ended:
            return job
        time.sleep(0.02)
    raise AssertionError("the job does not end")


def test_a_folder_is_listed_by_its_names(slate: Slate) -> None:
    page = slate.volumes.folder("media", "plates")
    assert (page.folders, page.found, page.parents) == (("FRO_0030",), (), ("plates",))
    page = slate.volumes.folder("media", PLATES)
    (found,) = page.found
    assert (found.name, found.kind, found.files) == ("FRO_0030_plate.####.exr", "sequence", 104)


def test_nothing_outside_a_volume_is_reached(slate: Slate, config: Config) -> None:
    (config.volumes["media"] / "way-out").symlink_to(config.home)
    for path in ("..", "../home", "way-out"):
        with pytest.raises(OutsideVolume):
            slate.volumes.folder("media", path)
    with pytest.raises(NotFound, match="no volume “other”; there is: media"):
        slate.volumes.folder("other", "")
    with pytest.raises(CannotRead, match="not there"):
        slate.volumes.folder("media", "gone")
    assert "way-out" not in slate.volumes.folder("media", "").folders


def test_every_header_is_read_and_compared(slate: Slate, shot: int, config: Config) -> None:
    folder = config.volumes["media"] / PLATES
    write_picture(folder / "FRO_0030_plate.1050.exr", (66, 36), timecode="04:31:11:02")
    (folder / "broken.exr").write_text("no picture")
    job = finished(slate.media_reading.start(shot, "media", PLATES))
    assert (job.state, job.done, job.total) == ("done", 105, 105)
    lines = {line.name: line for line in job.results}
    assert lines["broken.exr"].state is State.UNKNOWN
    assert "no picture" in str(lines["broken.exr"].problem)
    plate = lines["FRO_0030_plate.####.exr"]
    assert plate.state is State.DIFFERS
    assert [said.code for said in plate.messages] == [
        "media.missing-tail",
        "media.size",
        "media.odd-frame",
    ]
    assert plate.timecode == "04:31:09:01"


def test_long_reading_can_be_stopped() -> None:
    jobs = Jobs()
    stepped = threading.Event()

    def work(job: Job) -> None:
        for number in range(10**9):
            job.step(number)
            stepped.set()

    job = jobs.start("media", 1, "wait", 10**9, work)
    assert stepped.wait(10)
    job.stop()
    assert finished(job).state == "stopped"
    assert jobs.get("media", 1, job.id) is job
    for kind, shot, number in (("media", 1, 99), ("data", 1, job.id), ("media", 2, job.id)):
        with pytest.raises(NotFound):
            jobs.get(kind, shot, number)


def test_work_ends_when_the_page_that_asked_for_it_goes(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr("zero_slate.services.runtime.jobs.GONE_AFTER", 0.05)
    jobs = Jobs()

    def work(job: Job) -> None:
        for number in range(10**9):
            job.step(number)

    async def listen(job: Job, again: bool) -> None:
        _, leave = job.listen(asyncio.get_running_loop())
        leave()
        if again:
            job.listen(asyncio.get_running_loop())
            await asyncio.sleep(0.2)

    def heard(again: bool) -> Job:
        job = jobs.start("media", 1, "read", 10**9, work)
        with ThreadPoolExecutor(1) as apart:
            apart.submit(asyncio.run, listen(job, again)).result()
        return job

    assert finished(heard(again=False)).state == "stopped"
    # A line that was cut and taken up again, or a program that asks now and then, keeps it: nothing
    # waits to end it, however busy the machine.
    monkeypatch.setattr("zero_slate.services.runtime.jobs.GONE_AFTER", 60)
    kept = heard(again=True)
    assert (kept.state, kept._left) == ("running", None)
    kept.stop()
    asked = heard(again=False)
    assert asked._left is not None
    jobs.get("media", 1, asked.id)
    assert (asked.state, asked._left) == ("running", None)
    asked.stop()
    jobs.close()


def test_a_failing_job_says_why() -> None:
    def fail(job: Job) -> None:
        raise Refusal("the folder is gone")

    assert finished(Jobs().start("media", 1, "fail", 1, fail)).message == "the folder is gone"


def test_work_waits_its_turn_and_has_a_bound() -> None:
    jobs, go = Jobs(), threading.Event()
    made = [jobs.start("data", 1, "wait", 1, lambda _: go.wait(20)) for _ in range(AT_ONCE)]
    while not all(job.state == "running" for job in made):
        time.sleep(0.005)
    waiting = [jobs.start("data", 1, "wait", 1, lambda _: None) for _ in range(MOST_WAITING)]
    assert [job.ahead for job in waiting] == list(range(MOST_WAITING))
    with pytest.raises(Refusal, match=f"{MOST_WAITING} pieces of work are waiting"):
        jobs.start("data", 1, "one more", 1, lambda _: None)
    waiting[0].stop()
    assert waiting[0].state == "stopped"
    go.set()
    assert [finished(job).state for job in (*made, *waiting[1:])] == ["done"] * (
        len(made) + len(waiting) - 1
    )
    assert waiting[0].state == "stopped"


def test_a_plate_is_linked_by_timecode_and_unlinked(slate: Slate, shot: int) -> None:
    element = slate.elements.link(shot, "media", PLATES, "FRO_0030_plate.####.exr", None)
    assert element.align == "timecode"
    (linked,) = slate.elements.linked(shot)
    assert "4 frames short at the tail" in linked.line.messages[0].text
    page = slate.shots.page(shot)
    assert page.rule.bands[-1].note == "4 missing"
    assert page.sheet.state is State.DIFFERS
    slate.elements.unlink(shot, element.id)
    assert slate.shots.page(shot).sheet.state is State.FOLLOWS
    with pytest.raises(NotFound):
        slate.elements.unlink(shot, element.id)
    with pytest.raises(NotFound, match=r"no other\.exr"):
        slate.elements.link(shot, "media", PLATES, "other.exr", None)


def test_files_without_timecode_are_laid_by_number_or_from_the_first(
    slate: Slate, shot: int, config: Config
) -> None:
    folder = config.volumes["media"] / "art"
    for frame in range(1, 109):
        write_picture(folder / f"low.{frame:04d}.png", form="uint8", rate=None)
        write_picture(folder / f"high.{frame + 1000:04d}.png", form="uint8", rate=None)
    assert slate.elements.link(shot, "media", "art", "high.####.png", None).align == "number"
    assert slate.elements.link(shot, "media", "art", "low.####.png", None).align == "first"
    codes = {said.code for said in slate.elements.linked(shot)[0].line.messages}
    assert codes == {"media.size", "media.primaries"}


def test_a_hand_off_says_what_it_writes_and_writes_it(
    slate: Slate, shot: int, config: Config
) -> None:
    slate.elements.link(shot, "media", PLATES, "FRO_0030_plate.####.exr", None)
    plan = slate.handoff.plan(shot, "media", "out")
    assert [(f.name, f.status) for f in plan.files] == [
        ("FRO_0030.setup.json", "new"),
        ("FRO_0030.otio", "new"),
        ("FRO_0030.fdl", "new"),
        ("FRO_0030.handoff.json", "new"),
    ]
    slate.handoff.write(shot, "media", "out", replace=False)
    out = config.volumes["media"] / "out"
    assert read_setup((out / "FRO_0030.setup.json").read_bytes()).setup.code == "FRO_0030"
    (clip,) = otio.adapters.read_from_file(str(out / "FRO_0030.otio")).find_clips()
    assert Path(clip.media_reference.target_url_base.removeprefix("file://")) == (
        config.volumes["media"] / PLATES
    )
    assert {f.status for f in slate.handoff.plan(shot, "media", "out").files} == {"same"}


def test_other_files_are_not_replaced_unasked(slate: Slate, shot: int, config: Config) -> None:
    there = config.volumes["media"] / "out" / "FRO_0030.setup.json"
    there.write_text("mine")
    with pytest.raises(Refusal, match=r"FRO_0030\.setup\.json would be replaced"):
        slate.handoff.write(shot, "media", "out", replace=False)
    assert there.read_text() == "mine"
    slate.handoff.write(shot, "media", "out", replace=True)
    assert there.read_text() != "mine"
    with pytest.raises(OutsideVolume):
        slate.handoff.write(shot, "media", "../home", replace=True)


def test_a_sequence_with_two_paddings_is_told(slate: Slate, shot: int, config: Config) -> None:
    folder = config.volumes["media"] / "mixed"
    write_sequence(folder, "a", range(1001, 1006))
    write_picture(folder / "a.01006.exr", timecode="04:31:09:06")
    write_picture(folder / "a.01001.exr", timecode="04:31:09:01")
    (line,) = finished(slate.media_reading.start(shot, "media", "mixed")).results
    assert "media.duplicate" in {said.code for said in line.messages}
    assert line.count == 6


def test_files_that_changed_since_they_were_read_are_found_and_read_again(
    slate: Slate, shot: int, config: Config
) -> None:
    folder = config.volumes["media"] / "late"
    write_sequence(folder, "late", range(1001, 1005))
    slate.elements.link(shot, "media", "late", "late.####.exr", None)
    assert slate.elements.changed(shot) == ()
    write_sequence(folder, "late", range(1001, 1007))
    (changed,) = slate.elements.changed(shot)
    assert (changed.name, changed.what) == ("late.####.exr", "has 2 more frames than were read")
    assert slate.elements.read_again(shot) == ()
    assert slate.elements.changed(shot) == ()
    os.utime(folder / "late.1002.exr", ns=(1, 1))
    assert slate.elements.changed(shot) == ()
    write_picture(folder / "late.1002.exr", (96, 36))
    assert slate.elements.changed(shot)[0].what == "has changed since it was read"
    for path in folder.iterdir():
        path.unlink()
    assert slate.elements.changed(shot)[0].what == "can't be found any more"
    (left,) = slate.elements.read_again(shot)
    assert "There is no late.####.exr" in left.what
    with pytest.raises(NotFound, match="no shot numbered 99"):
        slate.elements.changed(99)
