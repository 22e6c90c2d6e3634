"""Devices and workers of an installation: set, kept, recorded from, limited."""

import resource
from pathlib import Path

import pytest

from tests.services.test_elements import link
from tests.services.test_media import finished
from zero_slate.config import Config
from zero_slate.core.base.machine import Machine, WorkerLimits
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.devices.reference import Reference
from zero_slate.core.devices.setup import DeviceSetup
from zero_slate.core.media.element import Role
from zero_slate.services.devices.capturing import CaptureWanted
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.runtime.executor import ProcessWork
from zero_slate.services.runtime.workers import Workers
from zero_slate.web.slate import Slate


def test_devices_are_seen_first_and_then_kept(slate: Slate, shot: int, config: Config) -> None:
    page = slate.devices.page(shot)
    assert (page.monitor.signal, page.monitor.is_held) == ("1080 / 23.98p", False)
    assert page.monitor.unfit == ()
    wanted = DeviceSetup(
        held=Signal.HD_50I, reference=Reference.BURST_625, sample_rate=44_100,
        sound_device="Stand-in, eight channels",
    )  # fmt: skip
    seen = slate.devices.page(shot, wanted)
    assert "frames a second are repeated" in seen.monitor.unfit[0]
    assert seen.sound.trouble.endswith("doesn't run at 44,100 Hz; the nearest is 48,000.")
    assert slate.devices.page(shot).setup == DeviceSetup()
    slate.devices.change(shot, wanted)
    assert slate.devices.page(shot).setup == wanted
    (config.home / "devices.json").write_text("{nonsense")
    assert slate.devices.page(shot).setup == DeviceSetup()


def test_what_is_recorded_is_what_was_asked_for(
    slate: Slate, production: int, shot: int, config: Config
) -> None:
    wanted = CaptureWanted("tape", 1001, 6, "10:00:00:00", ScanMode.UPPER_FIRST)
    with pytest.raises(Refusal, match="No volume is chosen"):
        slate.capturing.start(shot, wanted)
    slate.layouts.change(production, 0, TypedLayout(volume="media"))
    slate.shots.save(shot, 1, {"canvas": {"width": "320", "height": "180", "shape": ""}}, {})
    job = finished(slate.capturing.start(shot, wanted))
    assert job.state == "done", job.message
    came = job.results[0]
    assert came.frames == 6
    volumes: Volumes = slate.volumes
    media = volumes.read("media", came.folder, came.path.rpartition("/")[2])
    assert (media.first, media.last) == (1001, 1006)
    assert media.header.timecode == "10:00:00:00"
    assert (media.header.size.width, media.header.bits) == (320, 10)
    assert media.broken == ()
    assert media.jumps == ()
    link(slate, shot, media.name, Role.PLATE, came.folder)
    assert slate.shots.load(shot).elements[-1].media.count == 6
    with pytest.raises(Refusal, match="There is a tape of FRO_0030 already") as refused:
        slate.capturing.start(shot, wanted)
    assert refused.value.nearest == "tape2"
    for odd in (CaptureWanted(length=0), CaptureWanted(element="../x"), CaptureWanted(start="9")):
        with pytest.raises(Refusal):
            slate.capturing.start(shot, odd)


def test_workers_are_limited_from_the_next_piece_on(slate: Slate, tmp_path: Path) -> None:
    work = ProcessWork(1)
    workers = Workers(work, slate.jobs, tmp_path, Machine(2, 8 * 10**9, 6 * 10**9))
    assert workers.page().count == 1
    assert workers.page(WorkerLimits(6)).findings[0].code == "workers.cores"
    assert work.places == 1
    workers.change(WorkerLimits(2, 512))
    assert (work.places, work.memory) == (2, 512)
    try:
        assert work.submit(resource.getrlimit, resource.RLIMIT_DATA).result(30) == (
            512 * 10**6,
            512 * 10**6,
        )
        with pytest.raises(MemoryError):
            work.submit(bytearray, 2 * 10**9).result(30)
        # The worker goes on after it.
        assert work.submit(len, "abc").result(30) == 3
    finally:
        work.close()
    again = ProcessWork(1)
    Workers(again, slate.jobs, tmp_path)
    assert (again.places, again.memory) == (2, 512)
    (tmp_path / "workers.json").write_text('{"count": 0}')
    assert Workers(ProcessWork(3), slate.jobs, tmp_path).page().count == 3


def test_how_fast_workers_are_is_measured(slate: Slate, tmp_path: Path) -> None:
    workers = Workers(ProcessWork(1), slate.jobs, tmp_path, Machine(1, 8 * 10**9, 6 * 10**9))
    job = finished(workers.test(WorkerLimits(2)))
    assert job.state == "done", job.message
    assert [each.count for each in job.results] == [1, 2]
    assert all(each.pictures > 0 for each in job.results)
