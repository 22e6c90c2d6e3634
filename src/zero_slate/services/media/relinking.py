"""Elements whose files lie elsewhere now: those that moved are found again."""

from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property
from itertools import takewhile

from sqlalchemy import select

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.media.sound import Sound
from zero_slate.files.media.folders import Found
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
    """Where an element's files may have been moved to: one of the places that may be it."""

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
    """Whether they are surely the same, and nowhere else."""
    why: str
    """What tells that they are the same, or what differs."""


@dataclass(frozen=True, slots=True)
class RootChange:
    """One change of a root folder, and which elements it puts right."""

    was: str
    """The root that files were below."""
    now: str
    """The root that they are below now."""
    moved: tuple[int, ...]
    """The places that it puts right, by their numbers among `moved`, from 0: one an element."""
    sure: int
    """How many of them have the very same files."""


@dataclass(frozen=True, slots=True)
class MovedPage:
    """What was found of elements whose files are gone."""

    moved: tuple[MovedElement, ...]
    """Every place that each may have been moved to, the likeliest of an element first."""
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
            known = {row.id: _Known(row) for row, _ in rows}
            places: dict[int, list[_Place]] = defaultdict(list)
            for count, listed in enumerate(walk(root, start), start=1):
                job.total = count
                job.step(count)
                here = "/".join((volume, *listed.steps))
                for found in self.volumes.find(listed.listing.files, listed.path):
                    candidate = _Candidate(found, here)
                    for each in by_name.get(found.name, ()):
                        _add(places[each.element], each, known[each.element], candidate)
            job.add(_page(gone, places))

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


# What tells that files are an element's, the surest first; the header alone doesn't.
_EVIDENCE = (
    "of the same sizes and times",
    "with the same contents, written at another time",
    "of the same frames and header; whether they show the same isn't known",
    "of the same frames and header, with other contents",
    "of the same frames, with another header",
)
_SURE = 2
# Places that are told of an element: more of them tell nothing more.
MOST_PLACES = 12


class _Known:
    """What is known of an element's files: read once, however many places are held against it."""

    def __init__(self, row: ElementRow):
        self.row = row

    @cached_property
    def media(self) -> Media | Sound:
        """Its media or sound. Raises Unreadable."""
        if self.row.role == Role.SOUND:
            return elements.sound_of(self.row).sound
        return elements.element_of(self.row).media

    @cached_property
    def frames(self) -> frozenset[int] | None:
        """The frames that its files are; None for one file of many, a movie or a sound."""
        if isinstance(self.media, Sound) or self.media.kind is MediaKind.MOVIE:
            return None
        runs = self.media.present
        return frozenset(n for run in runs for n in range(run.first, run.last + 1))


class _Candidate:
    """Files found somewhere: each thing that is asked of them is looked for once."""

    def __init__(self, found: Found, where: str):
        self.found = found
        self.where = where

    @cached_property
    def stamp(self) -> str:
        return self.found.digest()

    @cached_property
    def contents(self) -> str:
        return self.found.contents()

    @cached_property
    def header(self) -> Mapping[str, str] | str:
        """What the first file's header says, or why it can't be read."""
        found = self.found
        first = Found(found.name, found.folder, dict([min(found.files.items())]), found.movie)
        try:
            return first.read().header.shown()
        except Refusal as refusal:
            return str(refusal)


@dataclass(frozen=True, slots=True)
class _Place:
    """A place that an element's files may have been moved to, the likeliest the least."""

    rank: int
    away: int
    """Fewer the more of the path's end is as it was: below 0."""
    gone: GoneElement
    where: str
    why: str

    @property
    def order(self) -> tuple[int, int]:
        return self.rank, self.away


def _add(places: list[_Place], gone: GoneElement, known: _Known, candidate: _Candidate) -> None:
    """Add a place to those of an element; what can't be it goes where something better is there."""
    rank, why = _same(known, candidate)
    best = min((each.rank for each in places), default=rank)
    if rank > max(best, _SURE):
        return
    away = -len(_common_tail(gone.where, candidate.where))
    places.append(_Place(rank, away, gone, candidate.where, why))
    if rank < best:
        places[:] = [each for each in places if each.rank <= max(rank, _SURE)]
    if len(places) > MOST_PLACES:
        places.remove(max(places, key=lambda each: each.order))


def _same(known: _Known, candidate: _Candidate) -> tuple[int, str]:
    """Return how likely files found are an element's, 0 the likeliest, and what tells it."""
    try:
        media, count = known.media, len(candidate.found.files)
    except Refusal as refusal:
        return len(_EVIDENCE) + 1, str(refusal)
    if known.frames is not None and known.frames != set(candidate.found.files):
        return len(_EVIDENCE), f"{counted(count, 'frame')} in place of {len(known.frames)}"
    if media.stamp and media.stamp == candidate.stamp:
        rank = 0
    elif media.contents and media.contents == candidate.contents:
        rank = 1
    elif isinstance(media, Sound):
        rank = 3 if media.contents else 2
    elif isinstance(candidate.header, str):
        return len(_EVIDENCE) + 1, candidate.header
    elif candidate.header == media.header.shown():
        rank = 3 if media.contents else 2
    else:
        rank = 4
    of_sound = isinstance(media, Sound)
    said = _EVIDENCE[rank].replace("header", "name") if of_sound else _EVIDENCE[rank]
    return rank, f"{counted(count, 'file')} {said}"


def _common_tail(was: str, now: str) -> list[str]:
    """Return the folders that two paths end with alike."""
    pairs = zip(reversed(was.split("/")), reversed(now.split("/")), strict=False)
    return [one for one, _ in takewhile(lambda pair: pair[0] == pair[1], pairs)]


def _page(gone: Sequence[GoneElement], places: Mapping[int, Sequence[_Place]]) -> MovedPage:
    """Lay out every place of every element, and the changes of root that they come to."""
    listed: list[_Place] = []
    moved: list[MovedElement] = []
    for each in gone:
        here = sorted(places.get(each.element, ()), key=lambda place: (place.order, place.where))
        for place in here:
            twins = [p.where for p in here if p is not place and p.rank == place.rank]
            alone = all(p is place or p.order > here[0].order for p in here)
            sure = place is here[0] and place.rank < _SURE and alone
            also = f"; so are those in {twins[0]}" if place.rank < _SURE and twins else ""
            volume, _, folder = place.where.partition("/")
            listed.append(place)
            moved.append(
                MovedElement(
                    each.element,
                    each.code,
                    each.name,
                    each.where,
                    volume,
                    folder,
                    sure,
                    place.why + also,
                )
            )
    lost = tuple(each for each in gone if not places.get(each.element))
    return MovedPage(tuple(moved), _roots(listed), lost)


def _roots(places: Sequence[_Place]) -> tuple[RootChange, ...]:
    """Gather places into changes of root: what two paths end alike in stays below it.

    Of each element the likeliest place below a root counts, and only places that may be it.
    """
    gathered: dict[tuple[str, str], dict[int, int]] = defaultdict(dict)
    for number, place in enumerate(places):
        tail = -place.away
        if place.rank > _SURE:
            continue
        was, now = (path.split("/") for path in (place.gone.where, place.where))
        keep = min(tail, len(was) - 1, len(now) - 1)
        root = "/".join(was[: len(was) - keep]), "/".join(now[: len(now) - keep])
        gathered[root].setdefault(place.gone.element, number)
    changes = [
        RootChange(was, now, tuple(found.values()), _sure_of(places, found.values()))
        for (was, now), found in gathered.items()
    ]
    return tuple(sorted(changes, key=lambda each: (-each.sure, -len(each.moved), each.now)))


def _sure_of(places: Sequence[_Place], numbers: Iterable[int]) -> int:
    return sum(places[number].rank < _SURE for number in numbers)
