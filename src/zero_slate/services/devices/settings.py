"""What is set for the devices of this installation, kept beside its database."""

import json
import os
from contextlib import suppress
from pathlib import Path

from pydantic import TypeAdapter, ValidationError

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.devices.setup import DeviceSetup

_SETUP = TypeAdapter(DeviceSetup)


class DeviceSettings:
    """Reads and keeps what is set."""

    def __init__(self, home: Path):
        self._path = home / "devices.json"

    def read(self) -> DeviceSetup:
        """Return what is set; what ships where nothing is, or it can't be read."""
        with suppress(OSError, ValidationError, ValueError):
            return _SETUP.validate_json(self._path.read_bytes())
        return DeviceSetup()

    def keep(self, setup: DeviceSetup) -> None:
        """Keep what is set, whole or not at all. Raises Refusal."""
        new = self._path.with_name(f"{self._path.name}.{os.getpid()}.new")
        try:
            new.write_text(json.dumps(_SETUP.dump_python(setup, mode="json"), indent=1))
            os.replace(new, self._path)
        except OSError as error:
            said = (error.strerror or str(error)).lower()
            raise Refusal(f"It couldn't be kept: {said}.") from error
        finally:
            new.unlink(missing_ok=True)
