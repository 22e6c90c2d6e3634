"""The elements of a shot: files that are linked to it, their order, and how they are used."""

from collections.abc import Callable, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Any

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import one_line
from zero_slate.core.colour.config_names import nearest_name
from zero_slate.core.media.alignment import best_align
from zero_slate.core.media.element import Align, Element, Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.sound import Sound
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.cadence import usual_use
from zero_slate.core.time.frames import require_frame
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.media.folders import Found
from zero_slate.files.media.pictures import is_young
from zero_slate.services.media.linked import LinkedElement, linked_element, unreadable_element
from zero_slate.services.media.rows import remember, row_named
from zero_slate.services.media.sounds import Sounds
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import element_steps, elements
from zero_slate.store.tables import ElementRow
from zero_slate.store.unreadable import Unreadable
from zero_slate.store.written import written

MOST_LINKED = 40
LONGEST_NAME = 60
LONGEST_SPACE = 120
LONGEST_REASON = 200
# What of an element there is to change where it is a sound.
OF_SOUNDS = frozenset(("name", "on", "offset", "timing"))


@dataclass(frozen=True, slots=True)
class ChangedFiles:
    """Files of a shot that aren't any more what was read of them."""

    id: int
    """The element's number."""
    name: str
    """Its name."""
    what: str
    """What became of them, in words."""


class Elements:
    """Links files to shots."""

    def __init__(self, workspace: Workspace, shots: Shots, volumes: Volumes, sounds: Sounds):
        self.workspace = workspace
        self.shots = shots
        self.volumes = volumes
        self.sounds = sounds
        # What else is to be done for an element once it is linked.
        self.after_linking: list[Callable[[Loaded, Element], None]] = []

    def link(
        self,
        shot_id: int,
        volume: str,
        path: str,
        name: str,
        align: Align | None,
        role: Role = Role.PLATE,
        known: Media | None = None,
    ) -> Element:
        """Link a sequence or movie to a shot, in place of the plate or the same files before.

        Without `align`, the way that meets the work range is taken. What is new lies over all that
        usually lies behind its role. `known` is what was read of the files before: where they are
        as they were, they aren't read again. Raises Refusal.
        """
        loaded = self.shots.load(shot_id)
        media = self.volumes.read(volume, path, name, known)
        folder = path.strip("/")
        with self.workspace.writing() as session:
            remember(self.workspace, session, shot_id, f"Link {name}")
            rows = elements.element_rows(session, shot_id)
            same = elements.row_of_files(rows, volume, folder, name)
            plate = next((each for each in rows if each.role == Role.PLATE), None)
            row = same or (plate if role is Role.PLATE else None)
            if role is Role.PLATE and plate is not None and plate is not row:
                session.delete(plate)
            if row is None and len(rows) >= MOST_LINKED:
                raise Refusal(f"A shot has at most {MOST_LINKED} elements; unlink one first.")
            if row is None:
                row = ElementRow(shot_id=shot_id, place=_make_room(rows, role))
                session.add(row)
            if row is not same:
                row.use = str(usual_use(media.header.rate, loaded.content.setup.rate))
                row.own_rate, row.placing, row.line = None, None, False
            row.role, row.volume, row.folder = str(role), volume, folder
            row.align = str(align or fitting_align(media, loaded))
            row.media = written(elements.MEDIA, media)
            row.base = loaded.content.shift
            row.who, row.at = self.workspace.who, self.workspace.now()
            session.flush()
            element = elements.element_of(row)
        for act in self.after_linking:
            act(loaded, element)
        return element

    def relink(self, shot_id: int, element_id: int, volume: str, path: str, name: str) -> None:
        """Take an element's files from elsewhere, or under another name; all else stays as it is.

        They are read again where they aren't the same. Raises NotFound and Refusal.
        """
        with self.workspace.reading() as session:
            row = row_named(session, shot_id, element_id)
            sound = row.role == Role.SOUND
            known = None if sound else elements.element_of(row).media
        if sound:
            self.sounds.relink(shot_id, element_id, volume, path, name)
            return
        media = self.volumes.read(
            volume, path, name, known if known and known.name == name else None
        )
        with self.workspace.writing() as session:
            remember(self.workspace, session, shot_id, f"Take {name}")
            row = row_named(session, shot_id, element_id)
            row.volume, row.folder = volume, path.strip("/")
            row.media = written(elements.MEDIA, media)
            row.who, row.at = self.workspace.who, self.workspace.now()

    def change(self, shot_id: int, element_id: int, values: Mapping[str, Any]) -> None:
        """Change how an element is named, used and laid; `values` are its new ones by their names.

        A rate is text, empty for what its files say; laid another way, it is laid from now on.
        Raises NotFound and Refusal.
        """
        loaded = self.shots.load(shot_id)
        with self.workspace.writing() as session:
            row = row_named(session, shot_id, element_id)
            remember(self.workspace, session, shot_id, _change_words(row, values))
            if row.role == Role.SOUND and (more := values.keys() - OF_SOUNDS):
                raise Refusal(f"A sound has no {min(more)} to be changed.", part=min(more))
            if row.role != Role.SOUND and "timing" in values:
                raise Refusal("Only a sound is timed by its samples.", part="timing")
            if values.get("role") is Role.SOUND:
                raise Refusal("A picture can't become a sound: link its file as a sound.")
            if space := values.get("space"):
                self._require_space(loaded, space)
            for key, value in values.items():
                _set(row, key, value)
            if "align" in values:
                row.base = loaded.content.shift
            if row.view_of is not None:
                _require_eye(session, row)
            if values.get("role") == Role.PLATE:
                for other in elements.element_rows(session, shot_id):
                    if other is not row and other.role == Role.PLATE:
                        raise Refusal(
                            "A shot has one plate, which its clip range comes from: give the "
                            "other one another role first.",
                            part="role",
                        )

    def _require_space(self, loaded: Loaded, space: str) -> None:
        names = self.workspace.names_for(loaded.content.setup)
        if names is not None and space not in names.spaces:
            raise Refusal(
                f"{names.config} has no colour space “{space}”.",
                nearest=nearest_name(space, names.shown_spaces),
                part="space",
            )

    def order(self, shot_id: int, ids: Sequence[int]) -> None:
        """Lay a shot's elements over one another, from back to front. Raises NotFound."""
        self.shots.load(shot_id)
        with self.workspace.writing() as session:
            remember(self.workspace, session, shot_id, "Change the order")
            rows = {row.id: row for row in elements.element_rows(session, shot_id)}
            named = [each for each in dict.fromkeys(ids) if each in rows]
            # Those that came meanwhile stay in front, as they came.
            for place, element_id in enumerate([*named, *(i for i in rows if i not in named)]):
                rows[element_id].place = place

    def unlink(self, shot_id: int, element_id: int) -> None:
        """Let go of an element; its files stay as they are. Raises NotFound."""
        with self.workspace.writing() as session:
            row = row_named(session, shot_id, element_id)
            remember(self.workspace, session, shot_id, f"Unlink {_called(row)}")
            for other in elements.element_rows(session, shot_id):
                if other.view_of == element_id:
                    other.view_of = None
            session.delete(row)

    def undo(self, shot_id: int) -> None:
        """Take the last change of a shot's elements back. Raises NotFound, and Refusal for none."""
        self.shots.load(shot_id)
        with self.workspace.writing() as session:
            step = element_steps.last_step(session, shot_id)
            if step is None:
                raise Refusal("There is no change of the elements to undo.")
            element_steps.take_back(session, step)

    def last_change(self, shot_id: int) -> str | None:
        """Return what the last change of a shot's elements was; None where there is none."""
        with self.workspace.reading() as session:
            step = element_steps.last_step(session, shot_id)
            return step.what if step else None

    def changed(self, shot_id: int) -> tuple[ChangedFiles, ...]:
        """Return which of a shot's files were changed, or are gone, since they were read.

        Raises NotFound.
        """
        self.shots.load(shot_id)
        with self.workspace.reading() as session:
            rows = elements.all_rows(session, shot_id)
        told = []
        for row in rows:
            with suppress(Unreadable):
                media = _files_of(row)
                what = self._became(row, media)
                if what:
                    told.append(ChangedFiles(row.id, media.name, what))
        return tuple(told)

    def _became(self, row: ElementRow, media: Media | Sound) -> str:
        """Say what became of an element's files; empty where they are as they were read."""
        try:
            found = self.volumes.found(row.volume, row.folder, media.name)
        except Refusal:
            return "can't be found any more"
        stamp = found.digest()
        if not media.stamp or stamp == media.stamp:
            return _settled(media, found)
        was = int(media.stamp.partition("-")[0])
        more = len(found.files) - was
        if more:
            than = "more" if more > 0 else "fewer"
            return (
                f"has {abs(more)} {than} {'frame' if abs(more) == 1 else 'frames'} than were read"
            )
        # A copied or restored folder has other times, and the same files.
        same = media.contents and self.volumes.contents(found, stamp) == media.contents
        return "" if same else "has changed since it was read"

    def read_again(self, shot_id: int) -> tuple[ChangedFiles, ...]:
        """Read the files again that were changed; return those that can't be read any more."""
        left = []
        for each in self.changed(shot_id):
            with self.workspace.reading() as session:
                row = row_named(session, shot_id, each.id)
            where = row.volume, row.folder, each.name
            try:
                if row.role != Role.SOUND:
                    self.link(shot_id, *where, Align(row.align), Role(row.role))
                else:
                    self.sounds.link(shot_id, *where)
            except Refusal as refusal:
                left.append(ChangedFiles(each.id, each.name, str(refusal)))
        return tuple(left)

    def linked(self, shot_id: int) -> tuple[LinkedElement, ...]:
        """Return a shot's elements from back to front, and how they agree, as last read."""
        loaded = self.shots.load(shot_id)
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, shot_id)
        config = self.workspace.config_of(loaded.content.setup.color_config)
        context = replace(loaded.stored, config=config)
        return tuple(self._linked(row, loaded, context) for row in rows)

    def _linked(self, row: ElementRow, loaded: Loaded, context: ShotContext) -> LinkedElement:
        try:
            return linked_element(row, elements.element_of(row), context)
        except Unreadable as error:
            return unreadable_element(row, loaded, f"{error} Read it again, or unlink it.")


def _settled(media: Media | Sound, found: Found) -> str:
    """Say that a frame that was still being written isn't any more; empty for none."""
    if isinstance(media, Sound) or media.writing is None or media.writing not in found.files:
        return ""
    young = is_young(f"{found.folder}/{found.files[media.writing]}")
    return "" if young else f"has frame {media.writing}, which was still being written"


def _called(row: ElementRow) -> str:
    return row.name or elements.file_name(row) or f"element {row.id}"


def _change_words(row: ElementRow, values: Mapping[str, Any]) -> str:
    """Say what a change is, in words that stand behind “Undo”."""
    if set(values) == {"on"}:
        return f"Turn {_called(row)} {'on' if values['on'] else 'off'}"
    what = ", ".join(key.replace("_", " ") for key in values)
    return f"Change {what} of {_called(row)}"


def _make_room(rows: Sequence[ElementRow], role: Role) -> int:
    """Return the place over all that lies behind a role; what lies before it moves forward."""
    behind = [n for n, row in enumerate(rows) if Role(row.role).rank <= role.rank]
    place = behind[-1] + 1 if behind else 0
    for number, row in enumerate(rows):
        row.place = number + (number >= place)
    return place


def _require_eye(session: Session, row: ElementRow) -> None:
    """Refuse a view of itself, of a view, or of what isn't there."""
    other = session.get(ElementRow, row.view_of)
    if other is None or other is row or other.shot_id != row.shot_id or other.view_of is not None:
        raise Refusal(
            f"Element {row.view_of} can't have another view: it has to be an element of this "
            "shot that is no view itself.",
            part="view_of",
        )
    others = elements.element_rows(session, row.shot_id)
    if any(each.view_of == row.id for each in others):
        raise Refusal("This element has another view itself: take that away first.", part="view_of")


def _files_of(row: ElementRow) -> Media | Sound:
    """Return what was read of a row's files. Raises Unreadable."""
    if row.role == Role.SOUND:
        return elements.sound_of(row).sound
    return elements.element_of(row).media


def _set(row: ElementRow, key: str, value: Any) -> None:
    match key:
        case "name":
            row.name = _short(value, "A name", "name", LONGEST_NAME)
        case "rate":
            own = FrameRate.parse(value) if value and value.strip() else None
            row.own_rate = str(own) if own else None
        case "offset" | "slip":
            require_frame(value, key)
            setattr(row, key, value)
        case "on":
            row.is_on = value
        case "timing":
            row.use = str(value)
        case "line_work":
            row.line = value
        case "view_of":
            row.view_of = value
        case "space":
            row.space = one_line(value, "A colour space")[:LONGEST_SPACE] if value.strip() else ""
            if not row.space:
                row.space_reason = ""
        case "space_reason":
            row.space_reason = _short(value, "A reason", "space_reason", LONGEST_REASON)
        case "view":
            row.view = one_line(value, "A view's name")[:LONGEST_NAME] if value.strip() else ""
        case _:
            setattr(row, key, str(value) if value is not None else None)


def _short(value: str, what: str, part: str, most: int) -> str:
    """Return a text of one line, or refuse one that is too long."""
    text = one_line(value, what, 10 * most) if value.strip() else ""
    if len(text) > most:
        raise Refusal(
            f"{what} of {len(text)} characters is too long: it takes {most}.",
            nearest=text[:most].rstrip(),
            part=part,
        )
    return text


def fitting_align(media: Media, loaded: Loaded) -> Align:
    """Return the way of laying files on a shot that meets its work range best."""
    setup = loaded.content.setup
    return best_align(media, setup.rate, setup.cut_range, setup.work_range, loaded.event)
