"""What a setup is taken from: typed values, a format, another shot, a file, its levels."""

from dataclasses import dataclass, field, replace
from typing import Any

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.alignment import best_align, first_timecode, place
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.media.header_values import header_values
from zero_slate.core.settings.colour_names import ConfigOf
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.levels import followed
from zero_slate.core.settings.locks import Locks
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.settings.reading import Typed
from zero_slate.core.settings.schema import GROUPS
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.proposal import ChangeRequest, values_of_groups
from zero_slate.core.shot.state import Content
from zero_slate.services.format_library import Library
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.typed_sheet import read_sheet, require_sound
from zero_slate.store import revisions
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Shot


@dataclass(frozen=True, slots=True)
class FilePlace:
    """A sequence, movie or still of a volume."""

    volume: str
    """The name of the volume."""
    path: str
    """The folder in it, from its root; empty for the root."""
    name: str
    """The file's name, or a sequence's with its frames."""


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


@dataclass(frozen=True, slots=True)
class ResolvedSource:
    """A source looked up once: what it asks of any shot, or what each shot's request needs.

    `media` is the file that values come from, read.
    """

    source: Source
    locks: Locks
    config_of: ConfigOf
    request: ChangeRequest | None = None
    house: HouseSetup | None = None
    media: Media | None = None

    def request_for(self, context: ShotContext, content: Content) -> ChangeRequest:
        """Return what the source asks of a shot. Raises Refusal for what can't be taken."""
        if self.request is not None:
            time = _time_of(self.media, context) if self.media is not None else {}
            held = {key for key in time if key in self.locks}
            values = {key: value for key, value in time.items() if key not in held}
            return replace(self.request, values={**self.request.values, **values})
        if self.house is not None:
            required = context.required.values
            all_of = followed(content.setup, self.house, required, content.format)
            values = {k: value for k, value in all_of.items() if k in self.source.follow}
            return ChangeRequest("Follow again", values)
        reading = read_sheet(content, context.clock, self.source.typed, self.locks, self.config_of)
        require_sound(reading)
        said = counted(len(reading.values), "setting")
        return ChangeRequest(f"{said} typed", reading.values)


def _time_of(media: Media, context: ShotContext) -> dict[str, Any]:
    """Return what a media says of a shot's time: the frames it fills, the label of its first."""
    if media.kind is MediaKind.STILL:
        return {}
    setup, event = context.setup, context.event
    align = best_align(media, setup.rate, setup.cut_range, setup.work_range, event)
    element = Element(0, Role.PLATE, media, align)
    lies = place(element, setup.rate, setup.cut_range, setup.work_range, event, context.shift)
    values: dict[str, Any] = {"clip_range": lies.clip}
    if first_timecode(media, setup.rate) is not None:
        values["start_timecode"] = media.header.timecode
    return values


class Sources:
    """Looks up where values come from."""

    def __init__(self, workspace: Workspace, library: Library, volumes: Volumes):
        self.workspace = workspace
        self.library = library
        self.volumes = volumes

    def resolve(self, source: Source) -> ResolvedSource:
        """Look a source up, and read its file if it is one; before anything is locked.

        Raises NotFound and Refusal.
        """
        locks, config_of = self.workspace.locks, self.workspace.config_of
        if source.format is not None:
            chosen = self.library.named(source.format)
            request = _unlocked(f"Format {chosen.name}", chosen.values, locks, chosen)
            return ResolvedSource(source, locks, config_of, request)
        if source.file is not None:
            media = self.volumes.read(source.file.volume, source.file.path, source.file.name)
            values, told = header_values(media)
            request = _unlocked(f"As {media.name} says", values, locks, None, told)
            return ResolvedSource(source, locks, config_of, request, media=media)
        if source.shot is not None or source.follow:
            with self.workspace.reading() as session:
                if source.shot is not None:
                    asked = self._of_shot(session, source, locks)
                    return ResolvedSource(source, locks, config_of, asked)
                return ResolvedSource(source, locks, config_of, house=latest_house(session)[1])
        return ResolvedSource(source, locks, config_of)

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
