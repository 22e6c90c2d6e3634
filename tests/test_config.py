"""How an installation is configured."""

import json
from pathlib import Path

import pytest
from pydantic import ValidationError

from zero_slate.config import CONFIG_NAME, Config


@pytest.fixture
def home(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    monkeypatch.setenv("ZERO_SLATE_HOME", str(tmp_path))
    for name in ("PORT", "VOLUMES", "WHO", "COLOR_CONFIG"):
        monkeypatch.delenv(f"ZERO_SLATE_{name}", raising=False)
    return tmp_path


def test_without_a_file_there_are_defaults(home: Path) -> None:
    config = Config()
    assert (config.home, config.port, config.volumes) == (home, 8765, {})
    assert config.database == home / "zero-slate.db"
    assert config.who


def test_the_file_names_volumes(home: Path) -> None:
    (home / CONFIG_NAME).write_text(
        'port = 9000\nwho = "wren"\n[volumes]\nplates = "/mnt/plates"\nout = "out"\n'
    )
    config = Config()
    assert (config.port, config.who) == (9000, "wren")
    # A relative root lies below the home folder.
    assert config.volumes == {"plates": Path("/mnt/plates"), "out": home / "out"}


def test_the_environment_wins_over_the_file(home: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    (home / CONFIG_NAME).write_text("port = 9000\n")
    monkeypatch.setenv("ZERO_SLATE_PORT", "9001")
    monkeypatch.setenv("ZERO_SLATE_VOLUMES", json.dumps({"a": "/a"}))
    config = Config()
    assert (config.port, config.volumes) == (9001, {"a": Path("/a")})


def test_a_port_that_cannot_be_is_refused(home: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setenv("ZERO_SLATE_PORT", "70000")
    with pytest.raises(ValidationError, match="65535"):
        Config()
