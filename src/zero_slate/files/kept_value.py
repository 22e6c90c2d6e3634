"""One value of an installation, kept in a JSON file beside its database."""

import os
from contextlib import suppress
from pathlib import Path
from typing import Generic, TypeVar

from pydantic import TypeAdapter

from zero_slate.core.base.refusal import Refusal
from zero_slate.files.volume_files import why

T = TypeVar("T")


class KeptValue(Generic[T]):
    """Reads and keeps a value of a kind, whole or not at all."""

    def __init__(self, path: Path, kind: type[T]):
        self.path = path
        self._adapter: TypeAdapter[T] = TypeAdapter(kind)

    def read(self) -> T | None:
        """Return the value; None where none is kept, or it can't be read."""
        with suppress(OSError, ValueError):
            return self._adapter.validate_json(self.path.read_bytes())
        return None

    def keep(self, value: T) -> None:
        """Keep a value. Raises Refusal."""
        new = self.path.with_name(f"{self.path.name}.{os.getpid()}.new")
        try:
            new.write_bytes(self._adapter.dump_json(value, indent=1))
            os.replace(new, self.path)
        except OSError as error:
            raise Refusal(f"It couldn't be kept: {why(error)}.") from error
        finally:
            new.unlink(missing_ok=True)
