"""Work elsewhere: in processes that may end, on a Dask cluster, stopped half way."""

import os
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from concurrent.futures import Future
from pathlib import Path

import pytest

from tests.makers import write_picture
from zero_slate.config import Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.files.media.folders import find
from zero_slate.files.media.pixels.layer_sheet import frame_layers
from zero_slate.services.runtime.executor import ProcessWork, Work, WorkerDied, each_of
from zero_slate.services.runtime.farm import FarmWork, work_for
from zero_slate.web.slate import Slate


def double(number: int) -> int:
    return 2 * number


def refuse(number: int) -> int:
    raise Refusal(f"{number} can't be")


def die(number: int) -> int:
    """End the process for one of the numbers, as a library does that is fed the wrong file."""
    if number == 3:
        os.kill(os.getpid(), signal.SIGKILL)
    return number


@pytest.fixture(scope="module")
def processes() -> Iterator[Work]:
    work = ProcessWork(2)
    yield work
    work.close()


@pytest.fixture(scope="module")
def cluster() -> Iterator[str]:
    """A Dask cluster of this machine: a scheduler, and two workers of a process each."""
    distributed = pytest.importorskip("distributed")
    with distributed.LocalCluster(
        n_workers=2, threads_per_worker=1, dashboard_address=":0", silence_logs=50
    ) as cluster:
        yield cluster.scheduler_address


@pytest.fixture(params=["processes", "dask"])
def work(request: pytest.FixtureRequest) -> Iterator[Work]:
    if request.param == "processes":
        yield request.getfixturevalue("processes")
        return
    work = work_for(request.getfixturevalue("cluster"))
    assert isinstance(work, FarmWork)
    yield work
    work.close()


def test_the_same_code_works_in_processes_and_on_dask(work: Work) -> None:
    assert work.places == 2
    steps: list[int] = []
    came = dict(each_of(work, double, range(20), steps.append))
    assert came == {n: 2 * n for n in range(20)}
    assert steps == list(range(1, 21))


def test_what_work_refuses_is_that_pieces_alone(work: Work) -> None:
    came = dict(each_of(work, refuse, range(3), lambda _: None))
    assert [str(came[n]) for n in range(3)] == [f"{n} can't be" for n in range(3)]


def test_stopping_leaves_what_waits_undone(work: Work) -> None:
    class Enough(Exception):
        pass

    def step(done: int) -> None:
        if done == 3:
            raise Enough

    begun: list[int] = []
    items = (begun.append(n) or n for n in range(10_000))  # type: ignore[func-returns-value]
    with pytest.raises(Enough):
        list(each_of(work, double, items, step))
    assert len(begun) < 20


def test_headers_and_layers_are_read_the_same_way(work: Work, tmp_path: Path) -> None:
    files = [write_picture(tmp_path / f"a.{n:04d}.exr") for n in range(1, 4)]
    (found,) = find([file.name for file in files], tmp_path)
    assert work.submit(type(found).read, found).result().count == 3
    (layer,) = work.submit(frame_layers, str(files[0]), 1).result()
    assert layer.layer.name == "RGB"


def test_a_piece_that_ends_its_process_is_the_only_one_that_fails() -> None:
    work = ProcessWork(2)
    try:
        came = dict(each_of(work, die, range(8), lambda _: None))
        assert isinstance(came.pop(3), WorkerDied)
        assert came == {n: n for n in range(8) if n != 3}
        # And the next is done as if nothing had happened.
        assert work.submit(double, 4).result() == 8
    finally:
        work.close()


def test_what_nobody_waits_for_is_not_begun(processes: Work) -> None:
    futures: list[Future[int]] = [processes.submit(double, n) for n in range(200)]
    assert futures[-1].cancel()
    assert futures[0].result() == 0


def test_a_scheduler_that_is_not_there_is_told_and_done_without() -> None:
    work = FarmWork("tcp://127.0.0.1:1", ProcessWork(1))
    try:
        assert work.submit(double, 4).result() == 8
        assert work.note == "No scheduler answers at tcp://127.0.0.1:1: this machine does it."
        assert (work.state().answers, work.places) == (False, 1)
    finally:
        work.close()


def wait_for(that: Callable[[], bool]) -> None:
    for _ in range(1200):
        if that():
            return
        time.sleep(0.05)
    raise AssertionError("it never came to that")


def slowly(number: int) -> int:
    time.sleep(0.1)
    return number


def test_a_scheduler_that_goes_takes_nothing_along_and_is_used_again() -> None:
    distributed = pytest.importorskip("distributed")
    about = {"threads_per_worker": 1, "dashboard_address": ":0", "silence_logs": 50}
    cluster = distributed.LocalCluster(n_workers=1, scheduler_port=0, **about)
    address = cluster.scheduler_address
    work = FarmWork(address, ProcessWork(1))
    try:
        pieces = [work.submit(slowly, n) for n in range(30)]
        assert (work.note, work.state().workers) == ("", 1)
        cluster.close()
        assert [piece.result() for piece in pieces] == list(range(30))
        wait_for(lambda: "No scheduler answers" in work.note)
        assert work.submit(double, 2).result() == 4
        port = int(address.rpartition(":")[2])
        cluster = distributed.LocalCluster(n_workers=0, scheduler_port=port, **about)
        # It is there again, and has nobody to work.
        wait_for(lambda: "has no workers" in work.note)
        assert work.submit(double, 3).result() == 6
        cluster.scale(1)
        wait_for(lambda: work.note == "")
        assert work.submit(double, 5).result() == 10
        assert work.state().answers
    finally:
        work.close()
        cluster.close()


def test_an_installation_works_through_its_scheduler(cluster: str, config: Config) -> None:
    config.scheduler = cluster
    slate = Slate(config)
    try:
        folder = config.volumes["media"] / "plates"
        production = slate.productions.start("One", "", {"rate": {"rate": "24"}})
        job = slate.passes.start(production, "media", "plates")
        while not job.ended:
            job._stop.wait(0.02)
        assert (job.state, job.results[0].found) == ("done", 1)
        assert folder.is_dir()
    finally:
        slate.close()


SERVER = """
import os, time
from zero_slate.services.runtime.executor import ProcessWork
if __name__ == "__main__":
    print(ProcessWork(1).submit(os.getpid).result(), flush=True)
    time.sleep(60)
"""


def is_alive(number: int) -> bool:
    return Path(f"/proc/{number}").exists()


def test_workers_end_with_a_server_that_is_killed(tmp_path: Path) -> None:
    (tmp_path / "server.py").write_text(SERVER)
    with subprocess.Popen(
        [sys.executable, str(tmp_path / "server.py")],
        stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
    ) as server:
        assert server.stdout is not None
        worker = int(server.stdout.readline())
        assert is_alive(worker)
        server.kill()
        server.wait()
        for _ in range(500):
            if not is_alive(worker):
                break
            time.sleep(0.02)
        assert not is_alive(worker)
