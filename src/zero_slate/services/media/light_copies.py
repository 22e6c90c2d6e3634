"""Light copies of elements: made in worker processes, found again, out of date, removed."""

import shutil
from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import cached_property
from hashlib import blake2b
from pathlib import Path

from zero_slate.core.base.figures import counted, megabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import picture_layer, places_with_alpha
from zero_slate.core.media.light_copy import CopyKind, LightCopies
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.media.pixels.frames import FrameRequest
from zero_slate.files.media.pixels.light_copies import (
    CopyRequest,
    MovieRequest,
    make_copy,
    make_movie,
)
from zero_slate.logs import say
from zero_slate.services.media.pictures import Pictures, element_named, key_of
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.loading import Loaded

COPY_JOB = "light copies"
_ENDINGS = {CopyKind.JPEG: ".jpg", CopyKind.DWA: ".exr", CopyKind.H264: ".mp4"}


@dataclass(frozen=True, slots=True)
class CopiesPage:
    """The light copies of an element."""

    element: int
    """The element's number."""
    what: str
    """What they are: fraction and kind; empty where none are asked for."""
    wanted: bool
    """Whether pictures of its width get them by the setup."""
    there: int
    """How many of its files have one that is as new."""
    files: int
    """How many files it has."""
    old: int
    """How many are of files that have changed since."""
    bytes: int
    """How much room all of them take."""
    words: str
    """The same, in words."""
    place: str
    """The folder that they lie in."""
    making: int | None
    """The work that makes some just now, by its number; None where none does."""


@dataclass(frozen=True)
class _Copies:
    """Where the light copies of an element lie, and which of its files each is of."""

    element: Element
    asked: LightCopies
    folder: Path
    files: dict[int, Path]

    @cached_property
    def targets(self) -> dict[int, Path]:
        """Where the copy of each file lies: under another name whenever the file is another."""
        ending = _ENDINGS[self.asked.kind]
        marks = {number: key_of(str(path), number)[:12] for number, path in self.files.items()}
        if self.asked.kind is CopyKind.H264:
            whole = blake2b(repr(marks).encode(), digest_size=6).hexdigest()
            return dict.fromkeys(marks, self.folder / f"all-{whole}{ending}")
        return {number: self.folder / f"{number}-{mark}{ending}" for number, mark in marks.items()}

    @cached_property
    def kept(self) -> dict[Path, int]:
        """All that lies there, and how many bytes it has."""
        if not self.folder.is_dir():
            return {}
        return {each: each.stat().st_size for each in self.folder.glob("[!.]*")}

    @cached_property
    def slate(self) -> Path | None:
        """Where the slate lies: before the first picture; within a movie. None where none is."""
        if not self.asked.slate or self.asked.kind is CopyKind.H264 or not self.targets:
            return None
        first = min(self.targets)
        return self.targets[first].with_stem(f"slate-{self.targets[first].stem}")

    @property
    def wanted(self) -> set[Path]:
        """All that is as new, once it is there."""
        return {*self.targets.values(), *([self.slate] if self.slate else [])}

    def is_there(self, number: int) -> bool:
        """Return whether a file has a copy that is as new."""
        return number in self.targets and self.targets[number] in self.kept


class LightCopying:
    """Makes and finds light copies."""

    def __init__(self, pictures: Pictures, jobs: Jobs, home: Path):
        self.pictures = pictures
        self.jobs = jobs
        self.root = home / "light-copies"

    def page(self, shot_id: int, element_id: int) -> CopiesPage:
        """Return what light copies an element has. Raises NotFound."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        asked = loaded.content.setup.light_copies
        copies = self._copies(shot_id, loaded, element, asked)
        size = sum(copies.kept.values())
        there = sum(map(copies.is_there, copies.files))
        old = len(copies.kept.keys() - copies.wanted)
        words = f"{there} of {counted(len(copies.files), 'file')}, {megabytes(size)}"
        if old:
            words += f"; {old} out of date"
        width = element.media.header.size.width
        return CopiesPage(
            element_id,
            asked.words if asked.are_made else "",
            asked.wanted_for(width),
            there,
            len(copies.files),
            old,
            size,
            words,
            str(copies.folder),
            self.jobs.going(COPY_JOB, shot_id, _what(element)),
        )

    def make_as_linked(self, loaded: Loaded, element: Element) -> None:
        """Begin to make the light copies of an element just linked, where the setup wants that."""
        asked, shot_id = loaded.content.setup.light_copies, loaded.head.id
        header = element.media.header
        movie = element.media.kind is MediaKind.MOVIE
        if movie or not asked.as_linked or not asked.wanted_for(header.size.width):
            return
        try:
            self.make(shot_id, element.id)
        except Refusal as refusal:
            # It is linked all the same, and the proof shows that none are there yet.
            say("copies", shot=shot_id, element=element.id, why=str(refusal))

    def count(self, loaded: Loaded, element: Element) -> int:
        """Return how many of an element's files have a light copy. Raises NotFound."""
        asked = loaded.content.setup.light_copies
        copies = self._copies(loaded.head.id, loaded, element, asked)
        # Most elements have none: then none of their files is looked at.
        return sum(map(copies.is_there, copies.files)) if copies.kept else 0

    def make(self, shot_id: int, element_id: int) -> Job[CopiesPage]:
        """Begin to make the light copies of an element that aren't there, or are out of date.

        Raises NotFound, and Refusal for a movie, and where the setup asks for none.
        """
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        asked = loaded.content.setup.light_copies
        if not asked.are_made:
            raise Refusal("The setup asks for no light copies: set a fraction first.")
        if element.media.kind is MediaKind.MOVIE:
            raise Refusal(f"{element.name} is a movie: light copies are made of pictures.")
        copies = self._copies(shot_id, loaded, element, asked)
        todo = [number for number in sorted(copies.files) if not copies.is_there(number)]
        requests = [self._request(loaded, copies, number) for number in todo]
        if requests and asked.slate and copies.slate not in copies.kept:
            requests.insert(0, self._slate(loaded, copies, requests[0]))

        def work(job: Job[CopiesPage]) -> None:
            if asked.kind is CopyKind.H264:
                self._movie(loaded, copies, requests, job)
            else:
                self._each(requests, job)
            self._clear_old(shot_id, loaded, element)
            job.add(self.page(shot_id, element_id))

        total = max(1, len(requests))
        return self.jobs.start(COPY_JOB, shot_id, _what(element), total, work)

    def job(self, shot_id: int, number: int) -> Job[CopiesPage]:
        """Return the making of light copies by its number. Raises NotFound."""
        return self.jobs.get(COPY_JOB, shot_id, number)

    def remove(self, shot_id: int, element_id: int) -> None:
        """Remove all light copies of an element. Raises NotFound."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        asked = loaded.content.setup.light_copies
        shutil.rmtree(self._copies(shot_id, loaded, element, asked).folder, ignore_errors=True)

    def request(self, shot_id: int, element_id: int, number: int) -> FrameRequest:
        """Return where the light copy of a file is read. Raises NotFound where there is none."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        asked = loaded.content.setup.light_copies
        copies = self._copies(shot_id, loaded, element, asked)
        if not copies.is_there(number):
            raise NotFound(f"File {number} of {element.name} has no light copy that is as new.")
        path = str(copies.targets[number])
        if asked.kind is CopyKind.H264:
            place = sorted(copies.files).index(number) + asked.slate
            return FrameRequest(path, 0, (0, 1, 2), place)
        if asked.kind is CopyKind.JPEG:
            return FrameRequest(path, 0, (0, 1, 2))
        return FrameRequest(path, 0, tuple(range(len(_channels(element)))))

    def _each(self, requests: Sequence[CopyRequest], job: Job[CopiesPage]) -> None:
        failed = []
        for request, came in each_of(self.pictures.work, make_copy, requests, job.step):
            if isinstance(came, OSError):
                raise Refusal(f"No more light copies can be written: {came.strerror or came}.")
            if isinstance(came, Exception):
                failed.append(f"{Path(request.source.path).name}: {came}")
        if failed:
            more = f", and {len(failed) - 1} more" if len(failed) > 1 else ""
            raise Refusal(f"Some couldn't be made: {failed[0]}{more}.")

    def _movie(
        self,
        loaded: Loaded,
        copies: _Copies,
        requests: Sequence[CopyRequest],
        job: Job[CopiesPage],
    ) -> None:
        if not requests:
            return
        rate = loaded.content.setup.rate.fraction
        movie = MovieRequest(tuple(requests), rate, requests[0].target)
        for _, came in each_of(
            self.pictures.work, make_movie, [movie], lambda done: job.step(done * len(requests))
        ):
            if isinstance(came, Exception):
                raise Refusal(f"The movie couldn't be made: {came}.")

    def _request(self, loaded: Loaded, copies: _Copies, number: int) -> CopyRequest:
        element, asked, setup = copies.element, copies.asked, loaded.content.setup
        layer = picture_layer(element.media.header, element.view)
        if layer is None:
            raise Refusal(f"{element.name} has no picture to be copied.")
        source = FrameRequest(str(copies.files[number]), layer.part, _channels(element))
        through = self.pictures.through(setup, element, layer) if asked.kind.seen else None
        burnt = ""
        if asked.burnt:
            start = element.media.header.timecode
            label = _label(start, number - min(copies.files), setup.rate) if start else ""
            burnt = "   ".join(filter(None, (setup.code, str(number), label)))
        return CopyRequest(
            source,
            str(copies.targets[number]),
            asked.fraction,
            asked.filter,
            asked.kind,
            through,
            burnt,
        )

    def _slate(self, loaded: Loaded, copies: _Copies, like: CopyRequest) -> CopyRequest:
        """Return the slate that goes before a shot's copies, made as one of them is."""
        setup, element = loaded.content.setup, copies.element
        view = f"{setup.viewing.display}, {setup.viewing.view}" if like.through else "as stored"
        first, last = min(copies.files), max(copies.files)
        size = element.media.header.size
        start = element.media.header.timecode
        lines = (
            setup.code,
            element.media.name,
            f"{first}–{last}, {counted(len(copies.files), 'frame')} at {setup.rate}",
            *([f"from {start}"] if start else ()),
            f"{size}, seen at {copies.asked.fraction}",
            view,
            f"version {loaded.head.version} of the setup",
        )
        target = str(copies.slate) if copies.slate else like.target
        return replace(like, target=target, burnt="", slate=lines)

    def _copies(
        self, shot_id: int, loaded: Loaded, element: Element, asked: LightCopies
    ) -> _Copies:
        movie = element.media.kind is MediaKind.MOVIE
        files = {} if movie else self.pictures.files_of(shot_id, element)
        setup = loaded.content.setup
        # What is seen is made anew when it is seen otherwise; what isn't is the same for all.
        layer = picture_layer(element.media.header, element.view)
        seen_by = None
        if asked.kind.seen and layer is not None:
            seen_by = self.pictures.through(setup, element, layer)
        burnt = setup.code if asked.burnt or asked.slate else ""
        first = str(min(files.values())) if files else ""
        alike = replace(asked, from_width=0, as_linked=False)
        made_of = (first, element.media.name, element.view, alike, burnt)
        said = repr((*made_of, seen_by))
        key = blake2b(said.encode(), digest_size=10).hexdigest()
        return _Copies(element, asked, self.root / key, files)

    def _clear_old(self, shot_id: int, loaded: Loaded, element: Element) -> None:
        asked = loaded.content.setup.light_copies
        copies = self._copies(shot_id, loaded, element, asked)
        for each in copies.kept.keys() - copies.wanted:
            each.unlink(missing_ok=True)


def _what(element: Element) -> str:
    return f"Making light copies of {element.name}"


def _channels(element: Element) -> tuple[int, ...]:
    """Return the channels that are copied: colour, and alpha where there is one."""
    layer = picture_layer(element.media.header, element.view)
    return places_with_alpha(element.media.header, layer)[:4] if layer else (0,)


def _label(start: str, frames: int, rate: FrameRate) -> str:
    """Return the timecode of a frame; empty where its header's can't be at the shot's rate."""
    try:
        return str(Timecode.parse(start, rate) + frames)
    except Refusal:
        return ""
