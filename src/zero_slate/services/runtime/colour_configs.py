"""The colour configs of an installation: where they lie, and what holds one in place of others."""

import os
from collections.abc import Callable
from pathlib import Path

from zero_slate.config import CONFIG_NAME, Config
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_names import ConfigInUse, nearest_name
from zero_slate.core.colour.config_place import BUILT_IN, ConfigPlace
from zero_slate.core.settings.locks import FacilityLock, Locks
from zero_slate.files.colour import configs

KEY = "color_config"
ENVIRONMENT = "OCIO"


class ColourConfigs:
    """Finds and reads colour configs.

    One that the environment or the configuration names holds all productions and shots: it is used
    in place of the one that they have. Raises Refusal where that one can't be read.
    """

    def __init__(self, config: Config, place: Callable[[str, str], Path], locks: Locks):
        self._place = place
        self._volumes = config.volumes
        self._built_in: dict[ConfigPlace, ConfigInUse] = {}
        self.lock: FacilityLock | None = locks.get(KEY) or _held(config)
        """What holds one config in place of all others; None where nothing does."""
        # Read now: a held config that isn't there is told at the start, and not on a sheet.
        if self.lock is not None:
            try:
                configs.read_names(self._address(self.lock.value))
            except configs.UnreadableConfig as error:
                raise Refusal(
                    f"The colour config {self.lock.value}, which {self.lock.by} names, can't be "
                    f"read: {error}. Name another, or none."
                ) from error

    def used(self, place: ConfigPlace) -> ConfigPlace:
        """Return the config that is used where one is set: the held one, or itself."""
        return self.lock.value if self.lock is not None else place

    def address(self, place: ConfigPlace) -> str:
        """Return what the colour library knows the config in use by."""
        return self._address(self.used(place))

    def in_use(self, place: ConfigPlace) -> ConfigInUse:
        """Return the config that a setup with this one is read by."""
        used = self.used(place)
        # One that the library holds never changes, and thousands of shots ask for it.
        if used.is_built_in:
            if used not in self._built_in:
                self._built_in[used] = self._look_at(used)
            return self._built_in[used]
        return self._look_at(used)

    def _look_at(self, used: ConfigPlace) -> ConfigInUse:
        held = self.lock.by if self.lock is not None else ""
        where = "built in"
        if used.volume:
            where = f"volume {used.volume}"
        elif used.is_path:
            where = used.name
        try:
            address = self._address(used)
            names = configs.read_names(address)
            version, fingerprint = configs.version_and_fingerprint(address)
        except Refusal as error:
            problem = f"The colour config {used} can't be read: {error}."
            near = nearest_name(used.short.removesuffix(".ocio"), BUILT_IN) or ""
            return ConfigInUse(used.short, where, "", "", held, problem, near, None)
        return ConfigInUse(names.config, where, version, fingerprint, held, "", "", names)

    def _address(self, place: ConfigPlace) -> str:
        if place.is_built_in:
            return f"{configs.BUILT_IN}{place.name}"
        if place.is_path:
            return place.name
        if place.volume not in self._volumes:
            known = ", ".join(self._volumes) or "none is configured"
            raise configs.UnreadableConfig(f"there is no volume {place.volume}; there is: {known}")
        return str(self._place(place.volume, place.name))


def _held(config: Config) -> FacilityLock | None:
    """Return what the configuration or the environment holds the colour config at."""
    if config.color_config:
        by = "ZERO_SLATE_COLOR_CONFIG" if _in_environment() else CONFIG_NAME
        return FacilityLock(KEY, _place_of(config.color_config, by, config), by)
    if said := os.environ.get(ENVIRONMENT, "").strip():
        by = f"the environment ({ENVIRONMENT})"
        return FacilityLock(KEY, _place_of(said, by, config), by)
    return None


def _in_environment() -> bool:
    return bool(os.environ.get("ZERO_SLATE_COLOR_CONFIG"))


def _place_of(said: str, by: str, config: Config) -> ConfigPlace:
    """Return what is named: a built-in, volume:folder/config.ocio, or a file.

    What isn't a full path counts from the home folder, wherever the server was started.
    """
    of_volume = said.partition(":")[0] in config.volumes and "://" not in said
    is_file = not of_volume and "://" not in said and Path(said).suffix in (".ocio", ".ocioz")
    text = str(config.home.absolute() / Path(said).expanduser()) if is_file else said
    try:
        return ConfigPlace.parse(text)
    except Refusal as refusal:
        raise Refusal(f"{by} names a colour config that can't be. {refusal}") from refusal
