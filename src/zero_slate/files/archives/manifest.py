"""What an archive says of itself: what it is, and each of its files with its size and its hash.

An archive is a ZIP file: `rows.json` (the tables, as plain rows), `setups/` (each shot's newest
setup as its own file), `media/VOLUME/…` (files as they lay), and last of all `manifest.json`.
"""

from typing import Annotated, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from zero_slate.core.base.refusal import Refusal

MANIFEST = "manifest.json"
ROWS = "rows.json"
SETUPS = "setups"
MEDIA = "media"
VERSION = 1
Line = Annotated[str, Field(max_length=400)]


class NoArchive(Refusal):
    """A file that is no archive, or none that can be trusted: why."""


class FileMark(BaseModel):
    """A file's size in bytes, and its SHA-256 in hex digits."""

    model_config = ConfigDict(extra="forbid", frozen=True)

    bytes: Annotated[int, Field(ge=0, strict=True)]
    sha256: Annotated[str, Field(pattern=r"^[0-9a-f]{64}$")]


class ArchiveManifest(BaseModel):
    """What an archive holds."""

    model_config = ConfigDict(extra="forbid", frozen=True)

    kind: Literal["zero-slate/archive"] = "zero-slate/archive"
    version: Literal[1] = 1
    database: Line
    """The revision of the database that its rows are of."""
    what: Literal["production", "shot"]
    title: Line
    """The production's title."""
    shots: tuple[Line, ...]
    """The codes of its shots."""
    volumes: tuple[Line, ...]
    """The volumes that it speaks of."""
    who: Line
    """Who put it away."""
    at: Line
    """When, as an ISO 8601 moment in UTC."""
    numbers: tuple[int, int | None]
    """The numbers that the production and the shot had where it was put away."""
    files: dict[str, FileMark]
    """All its files but this one."""

    def write(self) -> bytes:
        """Return it as JSON."""
        return (self.model_dump_json(indent=1) + "\n").encode()


def read_manifest(content: bytes) -> ArchiveManifest:
    """Read a manifest. Raises NoArchive."""
    try:
        return ArchiveManifest.model_validate_json(content)
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(map(str, first["loc"]))
        if where == "version":
            raise NoArchive(
                f"The archive is of version {str(first['input'])[:20]}, which a later Zero Slate "
                f"wrote; this one reads version {VERSION}."
            ) from error
        raise NoArchive(f"Its {MANIFEST} can't be read: {where[:80]}: {first['msg']}.") from error
