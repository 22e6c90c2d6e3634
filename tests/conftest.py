"""An installation to test on: a workspace, its services, and the API in front of them.

Properties are tried with the same examples each time; `make explore` tries others, for as long as
it is told.
"""

import os
import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from filelock import FileLock
from hypothesis import settings

from tests.makers import edl, event, write_sequence
from zero_slate.config import Config
from zero_slate.demo.make import make_demo
from zero_slate.web.app import create_app
from zero_slate.web.slate import Slate

CUT = edl(
    event(1, "04:12:30:08", "01:00:00:00", 122, "FRO_0010_plate_v001"),
    event(2, "04:31:09:09", "01:00:05:02", 92, "FRO_0030_plate_v001"),
)
FORMAT = {"rate": {"rate": "23.976"}, "canvas": {"width": "1920", "height": "1080"}}


# Whoever runs the tests may have an installation: nothing that it says is to be heard here.
SETTINGS = ("HOME", "PORT", "WHO", "VOLUMES", "COLOR_CONFIG", "LOCKED", "SCHEDULER", "PLACES",
            "PICTURES_MB")  # fmt: skip
for said in SETTINGS:
    os.environ.pop(f"ZERO_SLATE_{said}", None)
os.environ["ZERO_SLATE_HOME"] = os.devnull

settings.register_profile("same", derandomize=True, deadline=None, database=None)
settings.register_profile(
    "explore", deadline=None, max_examples=int(os.environ.get("ZERO_SLATE_EXAMPLES", "1000"))
)
settings.load_profile(os.environ.get("ZERO_SLATE_PROPERTIES", "same"))


@pytest.fixture(scope="session")
def demo_made_once(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo's home, made once for all workers of a run; to be copied, and never changed."""
    shared = tmp_path_factory.getbasetemp()
    if os.environ.get("PYTEST_XDIST_WORKER"):
        shared = shared.parent
    home = shared / "the-demo"
    with FileLock(shared / "the-demo.lock"):
        if not (home / "made").exists():
            make_demo(Config(home=home, who="tester"), reset=False, tell=lambda _: None)
            (home / "made").touch()
    return home


@pytest.fixture(autouse=True)
def usual_rank() -> Iterator[None]:
    """No test leaves this process with a priority that keeps all others from their turn."""
    yield
    if hasattr(os, "sched_getscheduler"):
        assert os.sched_getscheduler(0) == os.SCHED_OTHER


def copy_of_demo(demo: Path, home: Path) -> Path:
    """Copy a demo's home: its database and configuration, and its media as links."""

    def copy(source: str, target: str) -> None:
        way = os.link if "volumes" in Path(source).parts else shutil.copy2
        way(source, target)

    shutil.copytree(demo, home, copy_function=copy)
    return home


@pytest.fixture(scope="module")
def demo_home(demo_made_once: Path, tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A copy of the demo for one module."""
    return copy_of_demo(demo_made_once, tmp_path_factory.mktemp("demo") / "home")


@pytest.fixture
def config(tmp_path: Path) -> Config:
    volume = tmp_path / "volume"
    write_sequence(volume / "plates" / "FRO_0030", "FRO_0030_plate", range(1001, 1105))
    (volume / "out").mkdir()
    return Config(home=tmp_path / "home", volumes={"media": volume}, who="tester")


@pytest.fixture
def client(config: Config) -> Iterator[TestClient]:
    with TestClient(create_app(config), base_url="http://localhost") as client:
        yield client


@pytest.fixture
def slate(client: TestClient) -> Slate:
    slate: Slate = client.app.state.slate  # type: ignore[attr-defined]
    return slate


@pytest.fixture
def production(slate: Slate) -> int:
    """A production with a cut of two shots, none set up."""
    made = slate.productions.start("A film", "Short film", FORMAT)
    slate.cuts.take(made, CUT, "cut.edl", "23.976", None)
    return made


@pytest.fixture
def shot(slate: Slate, production: int) -> int:
    """FRO_0030, set up from its event."""
    return slate.new_shots.set_up_from_event(production, "FRO_0030")
