"""What a change of one shot or of several asks for."""

from typing import Self

from pydantic import model_validator

from zero_slate.core.canvas.resize import KeepArtwork
from zero_slate.services.changes.sources import FilePlace, Source
from zero_slate.web.models import ApiModel, Keys, ShotIds, Texts, Whole


class ChangeSource(ApiModel):
    """Where values are taken from: one of these."""

    typed: Texts = {}
    """Typed texts, by setting and part."""
    format: str | None = None
    """A format of the library, by its name."""
    shot: Whole | None = None
    """Another shot; `groups` says what is taken of it."""
    groups: Keys = []
    """The groups of settings to take of another shot."""
    file: FilePlace | None = None
    """A sequence, movie or still, whose header says what it can."""
    follow: Keys = []
    """Settings to go back to what their nearest level says."""

    @model_validator(mode="after")
    def _one_source(self) -> Self:
        given = [name for name in ("format", "shot", "file") if getattr(self, name) is not None]
        if len(given) > 1:
            raise ValueError(f"Values are taken from one source; {' and '.join(given)} are given.")
        return self

    def source(self) -> Source:
        """Return where the values come from."""
        return Source(
            self.typed,
            self.format,
            self.shot,
            tuple(self.groups),
            self.file,
            tuple(self.follow),
        )


class ShotChange(ChangeSource):
    """A change of one shot."""

    leave: Keys = []
    """Settings that stay as they are all the same."""
    keep: KeepArtwork | None = None
    """What artwork does where the canvas changes; placed anew where it is left out."""


class SavedShotChange(ShotChange):
    """A change of one shot to store."""

    base: Whole
    """The version that it is made on."""


class ShotsChange(ShotChange):
    """A change of several shots."""

    shots: ShotIds
    """The shots to change."""
