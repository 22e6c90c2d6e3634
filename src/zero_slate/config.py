"""How an installation is configured: environment variables, and a TOML file in its folder."""

import getpass
import os
from pathlib import Path
from typing import Any

from pydantic import Field
from pydantic_settings import (
    BaseSettings,
    PydanticBaseSettingsSource,
    SettingsConfigDict,
    TomlConfigSettingsSource,
)

CONFIG_NAME = "zero-slate.toml"


def _home() -> Path:
    return Path(os.environ.get("ZERO_SLATE_HOME", "~/.zero-slate")).expanduser()


def _who() -> str:
    try:
        return getpass.getuser()
    except (KeyError, OSError):
        return "someone"


class Config(BaseSettings):
    """The settings of an installation; the environment wins over `zero-slate.toml`.

    `volumes` are named root folders: nothing outside them is read or written.
    """

    model_config = SettingsConfigDict(env_prefix="ZERO_SLATE_", extra="ignore")

    home: Path = Field(default_factory=_home)
    port: int = Field(default=8765, ge=0, le=65535)
    who: str = Field(default_factory=_who)
    volumes: dict[str, Path] = Field(default_factory=dict)
    color_config: str | None = None

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
