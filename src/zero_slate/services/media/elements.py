"""The elements of a shot: files that are linked to it, and how they are used."""

from contextlib import suppress
from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.media.alignment import best_align
from zero_slate.core.media.element import Align, Element, Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.placement import placement_words
from zero_slate.core.time.cadence import RateUse, usual_use
from zero_slate.core.time.rate import FrameRate
from zero_slate.services.media.lines import MediaLine, media_line, unreadable_line
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow
from zero_slate.store.unreadable import Unreadable
from zero_slate.store.written import written

MOST_LINKED = 40


@dataclass(frozen=True, slots=True)
class LinkedElement:
    """An element that is linked to a shot, and where its files lie."""

    id: int
    """The element's number."""
    role: str
    """What it is to the shot."""
    volume: str
    """The volume its files lie on."""
    folder: str
    """The folder they lie in."""
    at: str
    """When it was linked, as an ISO 8601 moment in UTC."""
    who: str
    """Who linked it."""
    own_rate: str | None
    """A rate given to it in place of its header's; None where none was."""
    use: RateUse
    """How its rate is used."""
    placing: FitMode | None
    """How it is placed, where that is its own; None where it is placed as the shot says."""
    placed_by_shot: FitMode
    """How the shot places what isn't placed by itself."""
    line_work: bool
    """Whether it is line work."""
    becomes: str
    """What becomes of it in the shot, in words."""
    line: MediaLine
    """Its files, and how they agree with the shot."""


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

    def __init__(self, workspace: Workspace, shots: Shots, volumes: Volumes):
        self.workspace = workspace
        self.shots = shots
        self.volumes = volumes

    def link(
        self,
        shot_id: int,
        volume: str,
        path: str,
        name: str,
        align: Align | None,
        role: Role = Role.PLATE,
    ) -> Element:
        """Link a sequence or movie to a shot, in place of the plate or the same files before.

        Without `align`, the way that meets the work range is taken. Raises Refusal.
        """
        loaded = self.shots.load(shot_id)
        media = self.volumes.read(volume, path, name)
        folder = path.strip("/")
        with self.workspace.writing() as session:
            own_rate, placing, line = None, None, False
            how = str(usual_use(media.header.rate, loaded.content.setup.rate))
            for row in elements.element_rows(session, shot_id):
                same = (row.volume, row.folder) == (volume, folder) and any(
                    each.media.name == name for each in elements.elements_of([row])
                )
                if same:
                    own_rate, how = row.own_rate, row.use
                    placing, line = row.placing, row.line
                if same or (role is Role.PLATE and row.role == Role.PLATE):
                    session.delete(row)
            if role is not Role.PLATE and len(loaded.elements) >= MOST_LINKED:
                raise Refusal(f"A shot has at most {MOST_LINKED} elements; unlink one first.")
            row = ElementRow(
                shot_id=shot_id,
                role=str(role),
                volume=volume,
                folder=folder,
                align=str(align or fitting_align(media, loaded)),
                media=written(elements.MEDIA, media),
                own_rate=own_rate,
                use=how,
                base=loaded.content.shift,
                placing=placing,
                line=line,
                who=self.workspace.who,
                at=self.workspace.now(),
            )
            session.add(row)
            session.flush()
            return elements.element_of(row)

    def set_rate(self, shot_id: int, element_id: int, rate: str | None, use: RateUse) -> None:
        """Say an element's own rate, empty for what its files say, and how it is used."""
        own = FrameRate.parse(rate) if rate and rate.strip() else None
        with self.workspace.writing() as session:
            row = _row(session, shot_id, element_id)
            row.own_rate = str(own) if own else None
            row.use = str(use)

    def set_placing(
        self, shot_id: int, element_id: int, placing: FitMode | None, line: bool
    ) -> None:
        """Say how an element meets the canvas, None for the shot's way, and if it is line work."""
        with self.workspace.writing() as session:
            row = _row(session, shot_id, element_id)
            row.placing = str(placing) if placing else None
            row.line = line

    def unlink(self, shot_id: int, element_id: int) -> None:
        """Let go of an element; its files stay as they are. Raises NotFound."""
        with self.workspace.writing() as session:
            session.delete(_row(session, shot_id, element_id))

    def changed(self, shot_id: int) -> tuple[ChangedFiles, ...]:
        """Return which of a shot's files were changed, or are gone, since they were read.

        Raises NotFound.
        """
        self.shots.load(shot_id)
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, shot_id)
        told = []
        for row in rows:
            with suppress(Unreadable):
                media = elements.element_of(row).media
                what = self._became(row, media)
                if what:
                    told.append(ChangedFiles(row.id, media.name, what))
        return tuple(told)

    def _became(self, row: ElementRow, media: Media) -> str:
        """Say what became of an element's files; empty where they are as they were read."""
        try:
            found = self.volumes.found(row.volume, row.folder, media.name)
        except Refusal:
            return "can't be found any more"
        stamp = found.digest()
        if not media.stamp or stamp == media.stamp:
            return ""
        was = int(media.stamp.partition("-")[0])
        more = len(found.files) - was
        if more:
            than = "more" if more > 0 else "fewer"
            return (
                f"has {abs(more)} {than} {'frame' if abs(more) == 1 else 'frames'} than were read"
            )
        return "has changed since it was read"

    def read_again(self, shot_id: int) -> tuple[ChangedFiles, ...]:
        """Read the files again that were changed; return those that can't be read any more."""
        left = []
        for each in self.changed(shot_id):
            with self.workspace.reading() as session:
                row = _row(session, shot_id, each.id)
            where = row.volume, row.folder, each.name
            try:
                self.link(shot_id, *where, Align(row.align), Role(row.role))
            except Refusal as refusal:
                left.append(ChangedFiles(each.id, each.name, str(refusal)))
        return tuple(left)

    def linked(self, shot_id: int) -> tuple[LinkedElement, ...]:
        """Return a shot's elements and how they agree, as they were last read."""
        loaded = self.shots.load(shot_id)
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, shot_id)
        return tuple(_linked(row, loaded) for row in rows)


def _linked(row: ElementRow, loaded: Loaded) -> LinkedElement:
    about = (row.id, row.role, row.volume, row.folder, row.at, row.who)
    context, placing = loaded.stored, loaded.content.setup.placing
    try:
        element = elements.element_of(row)
    except Unreadable as error:
        line = unreadable_line(row.role, f"{error} Read it again, or unlink it.")
        return LinkedElement(*about, None, RateUse.FRAME, None, placing, False, "", line)
    return LinkedElement(
        *about,
        row.own_rate,
        element.use,
        element.placing,
        placing,
        element.line,
        placement_words(context.place_picture(element), context.setup.raster),
        media_line(context, element),
    )


def _row(session: Session, shot_id: int, element_id: int) -> ElementRow:
    row = session.get(ElementRow, element_id)
    if row is None or row.shot_id != shot_id:
        raise NotFound(f"This shot has no element numbered {element_id}.")
    return row


def fitting_align(media: Media, loaded: Loaded) -> Align:
    """Return the way of laying files on a shot that meets its work range best."""
    setup = loaded.content.setup
    return best_align(media, setup.rate, setup.cut_range, setup.work_range, loaded.event)
