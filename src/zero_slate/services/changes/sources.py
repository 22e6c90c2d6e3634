"""What a setup is taken from: typed values, a format, another shot, a file, its levels."""

from dataclasses import dataclass, field
from typing import Any

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.header_values import header_values
from zero_slate.core.presentation.change_preview import ChangeRequest, values_of_groups
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.levels import followed
from zero_slate.core.settings.locks import Locks
from zero_slate.core.settings.reading import Typed
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.state import Content
from zero_slate.services.format_library import Library
from zero_slate.services.media_all import MediaService
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.typed_sheet import read_sheet, require_sound
from zero_slate.store import revisions
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Shot


@dataclass(frozen=True, slots=True)
class FilePlace:
    """A sequence, movie or still of a volume."""

    volume: str
    path: str
    name: str


@dataclass(frozen=True, slots=True)
class Source:
    """Where values come from: one of these. `groups` are those to take of another shot.

    `follow` are settings to go back to what their nearest level says.
    """

    typed: Typed = field(default_factory=dict)
    format: str | None = None
    shot: int | None = None
    groups: tuple[str, ...] = ()
    file: FilePlace | None = None
    follow: tuple[str, ...] = ()


class Sources:
    """Turns a source into the values that are wanted of a shot."""

    def __init__(self, workspace: Workspace, library: Library, media: MediaService):
        self.workspace = workspace
        self.library = library
        self.media = media

    def wanted(
        self, session: Session, context: ShotContext, content: Content, source: Source
    ) -> ChangeRequest:
        """Return what a source asks of a shot. Raises NotFound and Refusal."""
        locks = self.workspace.locks
        if source.format is not None:
            chosen = self.library.named(source.format)
            return _unlocked(f"Format {chosen.name}", chosen.values, locks, chosen)
        if source.shot is not None:
            return self._of_shot(session, source, locks)
        if source.file is not None:
            media = self.media.found(source.file.volume, source.file.path, source.file.name).read()
            values, told = header_values(media)
            label = f"As {media.name} says"
            return _unlocked(label, values, locks, None, told)
        if source.follow:
            _, house = latest_house(session)
            all_of = followed(content.setup, house, context.required.values, content.format)
            values = {key: value for key, value in all_of.items() if key in source.follow}
            return ChangeRequest("Follow again", values)
        reading = read_sheet(content, context.clock, source.typed, locks)
        require_sound(reading)
        said = counted(len(reading.values), "setting")
        return ChangeRequest(f"{said} typed", reading.values)

    def _of_shot(self, session: Session, source: Source, locks: Locks) -> ChangeRequest:
        other = session.get(Shot, source.shot)
        if other is None:
            raise NotFound(f"Shot {source.shot} isn't there any more: nothing can be copied of it.")
        unknown = set(source.groups) - set(GROUPS)
        if unknown or not source.groups:
            raise Refusal(
                f"{', '.join(sorted(unknown)) or 'Nothing'} can't be copied; choose of "
                f"{', '.join(GROUPS)}."
            )
        theirs = revisions.content_of(revisions.latest_setup(session, other.id))
        values = values_of_groups(theirs.setup, frozenset(source.groups))
        chosen = theirs.format if "canvas" in source.groups else None
        return _unlocked(f"As {other.code}", values, locks, chosen)


def _unlocked(
    label: str,
    values: dict[str, Any],
    locks: Locks,
    chosen: Any = None,
    told: dict[str, str] | None = None,
) -> ChangeRequest:
    """Return what is wanted but for what is locked otherwise, which is said."""
    held = {key for key in values if key in locks and values[key] != locks[key].value}
    also = dict(told or {})
    for key in held:
        written = SETTINGS[key].kind.show(values[key])
        also[key] = f"{written} doesn't come along: {locks[key].words}"
    return ChangeRequest(label, {k: v for k, v in values.items() if k not in held}, chosen, also)
