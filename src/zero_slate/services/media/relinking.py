"""Elements whose files lie elsewhere now: moved ones found again, and newer versions taken."""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import PurePosixPath

from sqlalchemy import select

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.layers import layers_of
from zero_slate.core.media.statistics import value_words
from zero_slate.core.media.versions import differences, is_newer, versioned
from zero_slate.files.failures import FAILURES
from zero_slate.files.media.folders import Found, find
from zero_slate.files.media.pixels.layer_sheet import SeenLayer, frame_layers
from zero_slate.files.media.tree import walk
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.executor import Work
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
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


@dataclass(frozen=True, slots=True)
class NewerVersion:
    """A newer version of an element's files that lies on disk."""

    element: int
    """The element's number."""
    shot_id: int
    """Its shot's number."""
    code: str
    """Its shot's code."""
    name: str
    """The name of its files now."""
    newest: str
    """The name of the newest version."""
    label: str
    """The newest version, as it is written: `v002`."""
    volume: str
    """The volume that it lies on."""
    folder: str
    """The folder that it lies in."""
    files: int
    """How many files it has."""


@dataclass(frozen=True, slots=True)
class VersionComparison:
    """What a newer version differs in."""

    name: str
    """The name of the newer version."""
    differences: tuple[str, ...]
    """What differs, a sentence each; none where nothing does."""
    problem: str
    """Why it can't be compared in full; empty where it can."""


class Relinking:
    """Finds files again, and takes newer ones."""

    def __init__(self, linked: Elements, work: Work, jobs: Jobs):
        self.elements = linked
        self.workspace = linked.workspace
        self.volumes: Volumes = linked.volumes
        self.work = work
        self.jobs = jobs

    def gone(self, production_id: int) -> tuple[GoneElement, ...]:
        """Return a production's elements whose files can't be found. Raises NotFound."""
        return tuple(self._gone(self._rows(production_id)))

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

    def _rows(self, production_id: int) -> list[tuple[ElementRow, str]]:
        with self.workspace.reading() as session:
            if session.get(Production, production_id) is None:
                raise NotFound(f"There is no production numbered {production_id}.")
            rows = session.execute(
                select(ElementRow, Shot.code)
                .join(Shot, Shot.id == ElementRow.shot_id)
                .where(Shot.production_id == production_id)
                .order_by(Shot.code, *elements.ORDER)
            )
            return [(row, code) for row, code in rows]

    def look(self, production_id: int, volume: str, folder: str) -> Job[MovedPage]:
        """Begin to look for what is gone below another root; the job counts folders."""
        root, start = self.workspace.volume(volume), self.workspace.folder(volume, folder)
        rows = self._rows(production_id)

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
            row.id: (row.shot_id, elements.file_name(row)) for row, _ in self._rows(production_id)
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

    def newer(self, production_id: int) -> tuple[NewerVersion, ...]:
        """Return the newest version of each element of a production that isn't linked yet."""
        found = (self._newest(row, code) for row, code in self._rows(production_id))
        return tuple(each for each in found if each is not None)

    def newer_of_shot(self, shot_id: int) -> tuple[NewerVersion, ...]:
        """Return the newest version of each element of a shot that isn't linked yet."""
        with self.workspace.reading() as session:
            shot = session.get(Shot, shot_id)
            if shot is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            rows = elements.element_rows(session, shot_id) + elements.sound_rows(session, shot_id)
            code = shot.code
        found = (self._newest(row, code) for row in rows)
        return tuple(each for each in found if each is not None)

    def _newest(self, row: ElementRow, code: str) -> NewerVersion | None:
        name = elements.file_name(row)
        if not name:
            return None
        best: tuple[int, str, Found] | None = None
        for folder, found in self._versions(row, name):
            number = versioned(found.name).number or versioned(folder).number or 0
            if best is None or number > best[0]:
                best = number, folder, found
        if best is None:
            return None
        _, folder, found = best
        label = versioned(found.name).label or versioned(folder).label
        return NewerVersion(
            row.id, row.shot_id, code, name, found.name, label, row.volume, folder,
            len(found.files),
        )  # fmt: skip

    def _versions(self, row: ElementRow, name: str) -> Iterator[tuple[str, Found]]:
        """Yield newer versions beside an element's files, and in newer folders beside theirs."""
        try:
            _, _, beside = self.volumes.look(row.volume, row.folder)
            yield from ((row.folder, each) for each in beside if is_newer(each.name, name))
            path = PurePosixPath(row.folder)
            if versioned(path.name).number is None:
                return
            above = "" if str(path.parent) == "." else str(path.parent)
            _, listing, _ = self.volumes.look(row.volume, above)
            for folder in listing.folders:
                if not is_newer(folder, path.name):
                    continue
                there = f"{above}/{folder}" if above else folder
                _, _, inside = self.volumes.look(row.volume, there)
                for each in inside:
                    if versioned(each.name).key == versioned(name).key:
                        yield there, each
        except Refusal:
            return

    def compare(self, shot_id: int, element_id: int) -> VersionComparison:
        """Say what the newest version of an element differs in. Raises NotFound.

        Headers and the pixels of one frame of each are read in worker processes.
        """
        newest = next(
            (each for each in self.newer_of_shot(shot_id) if each.element == element_id), None
        )
        if newest is None:
            raise NotFound("There is no newer version of this element.")
        with self.workspace.reading() as session:
            row = session.get(ElementRow, element_id)
            assert row is not None, "it was found a moment ago"
            if row.role == Role.SOUND:
                return VersionComparison(newest.newest, (), "Sounds are compared by ear.")
            before, folder = elements.element_of(row).media, row.folder
        found = self.volumes.found(newest.volume, newest.folder, newest.newest)
        after: Media = self.work.submit(Found.read, found).result()
        said = list(differences(before, after))
        problem = ""
        try:
            said += self._values(row.volume, folder, before, found, after)
        except FAILURES as error:
            problem = f"Values aren't compared: {error}"
        return VersionComparison(newest.newest, tuple(said), problem)

    def _values(
        self, volume: str, folder: str, before: Media, found: Found, after: Media
    ) -> list[str]:
        """Say in which layers one frame's values differ, on a frame that both versions have."""
        was = self.volumes.found(volume, folder, before.name)
        common = sorted(was.files.keys() & found.files.keys())
        if before.kind != after.kind or not common or not layers_of(after.header) or was.movie:
            return []
        frame = common[len(common) // 2]
        both = [
            self.work.submit(frame_layers, str(each.folder / each.files[frame]), frame)
            for each in (was, found)
        ]
        old, new = ({s.layer.key: s for s in each.result()} for each in both)
        told = []
        for key in old.keys() & new.keys():
            if words := _other_values(old[key], new[key]):
                told.append(f"Layer {key} on frame {frame}: {words}.")
        return told or [f"The values of frame {frame} are the same in every layer of both."]


def _other_values(old: SeenLayer, new: SeenLayer) -> str:
    if old.problem or new.problem:
        return ""
    means = [
        (a.mean, b.mean)
        for a, b in zip(old.statistics, new.statistics, strict=False)
        if a.mean is not None and b.mean is not None
    ]
    apart = [(a, b) for a, b in means if abs(a - b) > 1e-4 * max(abs(a), abs(b), 1e-6)]
    if not apart:
        return ""
    was, now = max(apart, key=lambda pair: abs(pair[0] - pair[1]))
    return f"mean {value_words(now)} in place of {value_words(was)}"


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
