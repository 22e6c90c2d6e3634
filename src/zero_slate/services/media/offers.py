"""What belongs to a shot on all volumes: offered, ranked, each with why."""

import time
from dataclasses import dataclass

from zero_slate.core.media.belonging import belongs, likely_role
from zero_slate.core.media.growth import Growth, growth
from zero_slate.core.media.showing import SPARSE_SHARE, TimeKind, time_kind
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.media.folders import Found
from zero_slate.files.media.tree import walk
from zero_slate.services.media.elements import Elements
from zero_slate.services.media.lines import kind_of
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import VolumeAway
from zero_slate.services.shots.loading import Loaded
from zero_slate.store import elements
from zero_slate.store.tables import Production

OFFER_JOB = "offers"
# More than this isn't looked through any more.
MOST_OFFERS = 200
# Folders are told of every so many: each by itself would be more telling than looking.
EVERY = 50


@dataclass(frozen=True, slots=True)
class Offer:
    """Files on a volume that belong to a shot by a name."""

    volume: str
    """The volume they lie on."""
    folder: str
    """The folder they lie in."""
    name: str
    """Their name, a sequence's with its frames."""
    kind: str
    """`sequence`, `movie`, `still` or `sound`."""
    files: int
    """How many files there are."""
    rank: int
    """How surely they belong, 0 the surest."""
    why: str
    """Why they are offered."""
    role: str
    """What they are likely to be to the shot."""
    linked: bool
    """Whether they are linked to this shot."""
    growing: str
    """How far they are, where they are still being written; empty otherwise."""


@dataclass(frozen=True, slots=True)
class GrowingElement:
    """An element whose files are still being written."""

    id: int
    """The element's number."""
    there: int
    """How many of the frames that are asked are there."""
    asked: int
    """How many frames are asked."""
    last: str
    """When the last frame came, as an ISO 8601 moment in UTC."""
    whole: str | None
    """When it would be whole, by its pace so far; None where none is known."""
    words: str
    """How far it is, in words."""


class Offers:
    """Looks through the volumes for what belongs to a shot."""

    def __init__(self, volumes: Volumes, linked: Elements, jobs: Jobs):
        self.volumes = volumes
        self.elements = linked
        self.jobs = jobs

    def start(self, shot_id: int) -> Job[Offer]:
        """Begin to look; the job counts folders. The production's own folder comes first."""
        loaded = self.elements.shots.load(shot_id)
        with self.volumes.workspace.reading() as session:
            production = session.get_one(Production, loaded.head.production_id)
            own = production.volume, production.folder or ""
            rows = elements.all_rows(session, shot_id)
            linked = {(row.volume, row.folder, elements.file_name(row)) for row in rows}
        starts = [own] if own[0] in self.volumes.names() else []
        starts += [(name, "") for name in self.volumes.names()]

        def work(job: Job[Offer]) -> None:
            code = loaded.content.setup.code
            seen: set[str] = set()
            for volume, folder in starts:
                if volume is None:
                    continue
                try:
                    root = self.volumes.workspace.volume(volume)
                    start = self.volumes.workspace.folder(volume, folder)
                except VolumeAway:
                    continue
                for listed in walk(root, start):
                    if str(listed.path) in seen:
                        continue
                    seen.add(str(listed.path))
                    job.total = len(seen)
                    if len(seen) % EVERY == 0:
                        job.step(len(seen))
                    # A folder is gathered into sequences only where a name in it may belong.
                    if not _may_belong(code, listed.steps, listed.listing.files):
                        continue
                    for found in self.volumes.find(listed.listing.files, listed.path):
                        here = belongs(code, listed.steps, found.name)
                        if here is None or len(job.results) >= MOST_OFFERS:
                            continue
                        where = volume, "/".join(listed.steps), found.name
                        kind = kind_of(found)
                        job.add(
                            Offer(
                                *where, kind, len(found.files), here.rank, here.why,
                                str(likely_role(found.name, kind)), where in linked,
                                _growing(found, loaded),
                            )
                        )  # fmt: skip
            job.step(len(seen))

        return self.jobs.start(OFFER_JOB, shot_id, "Looking through the volumes", 0, work)

    def job(self, shot_id: int, number: int) -> Job[Offer]:
        """Return a look by its number. Raises NotFound."""
        return self.jobs.get(OFFER_JOB, shot_id, number)

    def growing(self, shot_id: int) -> tuple[GrowingElement, ...]:
        """Return which of a shot's elements are still being written, and how far they are."""
        loaded = self.elements.shots.load(shot_id)
        context = loaded.stored
        told = []
        with self.volumes.workspace.reading() as session:
            rows = {row.id: row for row in elements.element_rows(session, shot_id)}
        for element in loaded.elements:
            row, media = rows.get(element.id), element.media
            work = context.setup.work_range
            if row is None or media.tiled or time_kind(media, work) is not TimeKind.MOVING:
                continue
            aligned = context.aligned[element.id]
            asked = FrameRange(
                aligned.number(work.first, media.first), aligned.number(work.last, media.first)
            )
            try:
                found = self.volumes.found(row.volume, row.folder, media.name)
            except ValueError:
                continue
            times = found.times()
            if not times or max(times) >= asked.last:
                continue
            grown = growth(times, asked, time.time())
            if grown.growing:
                told.append(_told(element.id, grown))
        return tuple(told)


def _told(element_id: int, grown: Growth) -> GrowingElement:
    whole = None if grown.whole_at is None else _moment(grown.whole_at)
    return GrowingElement(
        element_id, grown.there, grown.asked, _moment(grown.last_at), whole, grown.words
    )


def _moment(seconds: float) -> str:
    return time.strftime("%Y-%m-%dT%H:%M:%SZ", time.gmtime(seconds))


def _may_belong(code: str, folders: tuple[str, ...], names: list[str]) -> bool:
    low = code.casefold()
    if any(low in step.casefold() for step in folders):
        return True
    return any(low in name.casefold() for name in names)


def _growing(found: Found, loaded: Loaded) -> str:
    """Say how far a sequence is by the shot's own numbers, where it is still being written."""
    work = loaded.content.setup.work_range
    # What is there for a few frames only isn't asked to be whole.
    if len(found.files) * SPARSE_SHARE < work.length or found.tiles:
        return ""
    last = max(found.files)
    if not work.first <= last < work.last:
        return ""
    times = found.times()
    grown = growth(times, work, time.time()) if times else None
    return grown.words if grown and grown.growing else ""
