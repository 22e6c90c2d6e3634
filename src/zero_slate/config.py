"""How an installation is configured: environment variables, and a TOML file in its folder."""

import getpass
import json
import os
import re
import tomllib
from pathlib import Path
from typing import Any

from pydantic import Field, ValidationError
from pydantic_settings import (
    BaseSettings,
    PydanticBaseSettingsSource,
    SettingsConfigDict,
    SettingsError,
    TomlConfigSettingsSource,
)

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.room import Room, begun_with
from zero_slate.core.settings.locks import FacilityLock, Written, read_locks

CONFIG_NAME = "zero-slate.toml"
LOCKED = "ZERO_SLATE_LOCKED"


def _home() -> Path:
    return Path(os.environ.get("ZERO_SLATE_HOME", "~/.zero-slate")).expanduser()


def _who() -> str:
    try:
        return getpass.getuser()
    except (KeyError, OSError):
        return "someone"


class Config(BaseSettings):
    """The settings of an installation; the environment wins over `zero-slate.toml`.

    `volumes` are named root folders: nothing outside them is read or written. `locked` are the
    settings that the facility locks, each at a text or at a text for each of its parts.
    `scheduler` is the address of a Dask scheduler whose workers read files and pixels; without one,
    `places` processes of this machine do, as many as it has cores where that isn't said.
    `pictures_mb` is how many MB of small pictures are kept on disk. `profiles` says what new
    profiles begin with: `paper`, `keys`, `single_keys`, `hints`, `targets`,
    `text`.
    """

    model_config = SettingsConfigDict(env_prefix="ZERO_SLATE_", extra="ignore")

    home: Path = Field(default_factory=_home)
    port: int = Field(default=8765, ge=0, le=65535)
    who: str = Field(default_factory=_who)
    volumes: dict[str, Path] = Field(default_factory=dict)
    color_config: str | None = None
    scheduler: str | None = None
    places: int | None = Field(default=None, ge=1, le=256)
    pictures_mb: int = Field(default=1000, ge=10, le=1_000_000)
    locked: dict[str, Written] = Field(default_factory=dict)
    profiles: dict[str, Any] = Field(default_factory=dict)

    @classmethod
    def settings_customise_sources(
        cls,
        settings_cls: type[BaseSettings],
        init_settings: PydanticBaseSettingsSource,
        env_settings: PydanticBaseSettingsSource,
        dotenv_settings: PydanticBaseSettingsSource,
        file_secret_settings: PydanticBaseSettingsSource,
    ) -> tuple[PydanticBaseSettingsSource, ...]:
        """Read the environment first, then the file in the home folder."""
        file = TomlConfigSettingsSource(settings_cls, toml_file=_home() / CONFIG_NAME)
        return init_settings, env_settings, file

    def read_locks(self) -> dict[str, FacilityLock]:
        """Return the settings that are locked, each with what locks it. Raises Refusal."""
        in_file, in_environment = _locked_in_file(), _locked_in_environment()
        for key in in_file.keys() & in_environment.keys():
            if in_file[key] != in_environment[key]:
                raise Refusal(
                    f"The locks contradict each other: {CONFIG_NAME} locks {key} at "
                    f"“{in_file[key]}”, {LOCKED} at “{in_environment[key]}”. Take one of them out."
                )
        return read_locks(
            {
                key: (
                    said,
                    LOCKED
                    if key in in_environment
                    else CONFIG_NAME
                    if key in in_file
                    else "the configuration",
                )
                for key, said in self.locked.items()
            }
        )

    @property
    def says_who(self) -> bool:
        """Whether the configuration says who works here; without it, people are asked."""
        return "who" in self.model_fields_set

    def read_profiles(self) -> Room:
        """Return what new profiles begin with. Raises Refusal."""
        return begun_with(self.profiles, CONFIG_NAME)

    @property
    def database(self) -> Path:
        """Where the database lies."""
        return self.home / "zero-slate.db"

    def model_post_init(self, context: Any) -> None:
        """Lay relative volumes below the home folder."""
        self.volumes = {
            name: path if path.is_absolute() else self.home / path
            for name, path in self.volumes.items()
        }


def _locked_in_file() -> dict[str, Any]:
    file = _home() / CONFIG_NAME
    said = tomllib.loads(file.read_text()).get("locked", {}) if file.is_file() else {}
    return said if isinstance(said, dict) else {}


def _locked_in_environment() -> dict[str, Any]:
    said = json.loads(os.environ.get(LOCKED) or "{}")
    return said if isinstance(said, dict) else {}


def read_config() -> Config:
    """Return the installation's configuration. Raises Refusal, naming what can't be read."""
    try:
        return Config()
    except tomllib.TOMLDecodeError as error:
        raise Refusal(f"{_home() / CONFIG_NAME} can't be read: {error}.") from error
    except ValidationError as error:
        first = error.errors(include_url=False)[0]
        where = ".".join(map(str, first["loc"]))
        raise Refusal(f"The configuration's {where} can't be taken: {first['msg']}.") from error
    except SettingsError as error:
        named = re.search(r'field "(\w+)"', str(error))
        name = f"ZERO_SLATE_{named[1].upper()}" if named else "The configuration"
        raise Refusal(f"{name} can't be read: it has to be JSON.") from error
