"""What belongs to a hand off: its files with their digests, written last of all.

Whoever finds files that the manifest doesn't fit has found a hand off that broke off.
"""

import hashlib
from collections.abc import Mapping
from typing import Literal

from pydantic import BaseModel, ConfigDict, ValidationError


class HandoffFile(BaseModel):
    """A file of a hand off."""

    model_config = ConfigDict(extra="forbid")

    name: str
    bytes: int
    sha256: str


class HandoffManifest(BaseModel):
    """The files of one version of a shot that were handed off together."""

    model_config = ConfigDict(extra="forbid", title="Zero Slate hand off")

    kind: Literal["zero-slate/handoff"] = "zero-slate/handoff"
    version: Literal[1] = 1
    shot: str
    shot_version: int
    files: tuple[HandoffFile, ...]

    @classmethod
    def of(cls, shot: str, shot_version: int, contents: Mapping[str, bytes]) -> "HandoffManifest":
        """Describe the files of a hand off."""
        files = tuple(_described(name, content) for name, content in contents.items())
        return cls(shot=shot, shot_version=shot_version, files=files)

    @classmethod
    def read(cls, content: bytes) -> "HandoffManifest | None":
        """Read a manifest; None for what is none."""
        try:
            return cls.model_validate_json(content)
        except ValidationError:
            return None

    def write(self) -> bytes:
        """Write the manifest as JSON."""
        return (self.model_dump_json(indent=2) + "\n").encode()

    def fits(self, contents: Mapping[str, bytes | None]) -> bool:
        """Return whether these are the very files that were handed off."""
        held = ((each, contents.get(each.name)) for each in self.files)
        return all(
            content is not None and _described(each.name, content) == each for each, content in held
        )


def manifest_name(stem: str) -> str:
    """Return the name of a hand off's manifest, whose files' names begin with `stem`."""
    return f"{stem}.handoff.json"


def _described(name: str, content: bytes) -> HandoffFile:
    return HandoffFile(name=name, bytes=len(content), sha256=hashlib.sha256(content).hexdigest())
