"""Elements whose files lie elsewhere now: those that moved are found again."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from sqlalchemy import select

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.files.media.folders import Found, find
from zero_slate.files.media.tree import walk
from zero_slate.services.media.elements import Elements
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow, Production, Shot

MOVED_JOB = "moved"


@dataclass(frozen=True, slots=True)
class GoneElement:
    """An element whose files can't be found where they were."""

    element: int
    """The element's number."""
    shot_id: int
    """Its shot's number."""
    code: str
    """Its shot's code."""
    name: str
    """Its files' name."""
    where: str
    """The volume and folder they were in."""
    why: str
    """Why they can't be found."""


@dataclass(frozen=True, slots=True)
class MovedElement:
    """Where an element's files may have been moved to."""

    element: int
    """The element's number."""
    code: str
    """Its shot's code."""
    name: str
    """Its files' name."""
    was: str
    """The volume and folder they were in."""
    volume: str
    """The volume they lie on now."""
    folder: str
    """The folder they lie in now."""
    sure: bool
    """Whether they are surely the same."""
    why: str
    """What tells that they are the same, or what differs."""


@dataclass(frozen=True, slots=True)
class RootChange:
    """One change of a root folder, and how many elements it puts right."""

    was: str
    """The root that files were below."""
    now: str
    """The root that they are below now."""
    elements: tuple[int, ...]
    """The elements that it puts right."""


@dataclass(frozen=True, slots=True)
class MovedPage:
    """What was found of elements whose files are gone."""

    moved: tuple[MovedElement, ...]
    """Where each may have been moved to, the surest first."""
    roots: tuple[RootChange, ...]
    """The changes of root that put them right, the one that puts most right first."""
    lost: tuple[GoneElement, ...]
    """What wasn't found."""


@dataclass(frozen=True, slots=True)
class NewPlace:
    """Where an element's files are to be taken from."""

    element: int
    volume: str
    folder: str
    name: str | None = None


@dataclass(frozen=True, slots=True)
class NotTaken:
    """An element that couldn't be linked elsewhere."""

    element: int
    """The element's number."""
    name: str
    """Its name."""
    why: str
    """Why not."""


def rows_of(workspace: Workspace, production_id: int) -> list[tuple[ElementRow, str]]:
    """Return the rows of a production's elements with their shots' codes. Raises NotFound."""
    with workspace.reading() as session:
        if session.get(Production, production_id) is None:
            raise NotFound(f"There is no production numbered {production_id}.")
        rows = session.execute(
            select(ElementRow, Shot.code)
            .join(Shot, Shot.id == ElementRow.shot_id)
            .where(Shot.production_id == production_id)
            .order_by(Shot.code, *elements.ORDER)
        )
        return [(row, code) for row, code in rows]


class Relinking:
    """Finds files again, and takes them from where they lie now."""

    def __init__(self, linked: Elements, jobs: Jobs):
        self.elements = linked
        self.workspace = linked.workspace
        self.volumes = linked.volumes
        self.jobs = jobs

    def gone(self, production_id: int) -> tuple[GoneElement, ...]:
        """Return a production's elements whose files can't be found. Raises NotFound."""
        return tuple(self._gone(rows_of(self.workspace, production_id)))

    def _gone(self, rows: Sequence[tuple[ElementRow, str]]) -> Iterator[GoneElement]:
        for row, code in rows:
            name = elements.file_name(row)
            if not name:
                continue
            try:
                found = self.volumes.found(row.volume, row.folder, name)
                if found.digest():
                    continue
                why = "some of its files are gone"
            except Refusal as refusal:
                why = str(refusal)
            where = f"{row.volume}/{row.folder}"
            yield GoneElement(row.id, row.shot_id, code, name, where, why)

    def look(self, production_id: int, volume: str, folder: str) -> Job[MovedPage]:
        """Begin to look for what is gone below another root; the job counts folders."""
        root, start = self.workspace.volume(volume), self.workspace.folder(volume, folder)
        rows = rows_of(self.workspace, production_id)

        def work(job: Job[MovedPage]) -> None:
            gone = list(self._gone(rows))
            by_name: dict[str, list[GoneElement]] = defaultdict(list)
            for each in gone:
                by_name[each.name].append(each)
            media = {row.id: row for row, _ in rows}
            best: dict[int, MovedElement] = {}
            for count, listed in enumerate(walk(root, start), start=1):
                job.total = count
                job.step(count)
                here = "/".join(listed.steps)
                for found in find(listed.listing.files, listed.path):
                    for each in by_name.get(found.name, ()):
                        sure, why = _same(media[each.element], found)
                        known = best.get(each.element)
                        if known is None or (sure and not known.sure):
                            best[each.element] = MovedElement(
                                each.element,
                                each.code,
                                each.name,
                                each.where,
                                volume,
                                here,
                                sure,
                                why,
                            )
            moved = sorted(best.values(), key=lambda each: (not each.sure, each.code, each.name))
            lost = tuple(each for each in gone if each.element not in best)
            job.add(MovedPage(tuple(moved), _roots(moved), lost))

        what = f"Looking below {folder or volume}"
        return self.jobs.start(MOVED_JOB, production_id, what, 0, work)

    def job(self, production_id: int, number: int) -> Job[MovedPage]:
        """Return a look by its number. Raises NotFound."""
        return self.jobs.get(MOVED_JOB, production_id, number)

    def take(self, production_id: int, places: Sequence[NewPlace]) -> tuple[NotTaken, ...]:
        """Link elements to files elsewhere, as they are otherwise; return what couldn't be."""
        shots = {
            row.id: (row.shot_id, elements.file_name(row))
            for row, _ in rows_of(self.workspace, production_id)
        }
        left = []
        for place in places:
            shot_id, name = shots.get(place.element, (None, f"element {place.element}"))
            try:
                if shot_id is None:
                    raise NotFound("it isn't in this production")
                self.elements.relink(
                    shot_id, place.element, place.volume, place.folder, place.name or name
                )
            except Refusal as refusal:
                left.append(NotTaken(place.element, name, str(refusal)))
        return tuple(left)


def _same(row: ElementRow, found: Found) -> tuple[bool, str]:
    """Return whether files found are surely an element's, and what tells it."""
    try:
        if row.role == Role.SOUND:
            same = elements.sound_of(row).sound.stamp == found.digest()
            return same, "the same size and time" if same else "its size or time differs"
        media = elements.element_of(row).media
        if media.stamp and media.stamp == found.digest():
            return True, f"{counted(media.count, 'file')} of the same sizes and times"
        present = {n for run in media.present for n in range(run.first, run.last + 1)}
        if present != set(found.files):
            return False, f"{counted(len(found.files), 'frame')} in place of {media.count}"
        first = Found(found.name, found.folder, dict([min(found.files.items())]), found.movie)
        header = first.read().header
        if header.shown() == media.header.shown():
            return True, "the same frames and header, written at another time"
        return False, "the same frames, but another header"
    except Refusal as refusal:
        return False, str(refusal)


def _roots(moved: Sequence[MovedElement]) -> tuple[RootChange, ...]:
    """Gather moves into changes of root: what two paths end alike in stays below it."""
    gathered: dict[tuple[str, str], list[int]] = defaultdict(list)
    for each in moved:
        was, now = each.was.split("/"), f"{each.volume}/{each.folder}".split("/")
        while len(was) > 1 and len(now) > 1 and was[-1] == now[-1]:
            was.pop()
            now.pop()
        if each.sure:
            gathered["/".join(was), "/".join(now)].append(each.element)
    changes = [RootChange(was, now, tuple(ids)) for (was, now), ids in gathered.items()]
    return tuple(sorted(changes, key=lambda each: -len(each.elements)))
