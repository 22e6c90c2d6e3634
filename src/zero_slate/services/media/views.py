"""Two views of an element: of one file, or of two sequences; compared, swapped."""

from collections.abc import Sequence
from dataclasses import dataclass
from hashlib import blake2b
from pathlib import Path

from pydantic import TypeAdapter

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element
from zero_slate.core.media.eyes import (
    EyeFinding,
    EyeMeasure,
    EyePart,
    Sure,
    compared_headers,
    compared_pixels,
)
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import layers_of, picture_layer
from zero_slate.files.media.pixels.eyes import EyeFile, EyePair, measure_eyes
from zero_slate.services.media.pictures import Pictures, element_named
from zero_slate.services.media.rows import remember
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.loading import Loaded
from zero_slate.store import elements

VIEW_JOB = "views"
# So many frames are looked at, from the first to the last.
SAMPLED = 5
_MEASURES = TypeAdapter(tuple[EyeMeasure, ...])


@dataclass(frozen=True, slots=True)
class Eye:
    """One view of an element."""

    name: str
    """What it is called, as `left`."""
    element: int
    """The element its files are."""
    view: str
    """The view in the file; empty where the files hold one."""
    files: str
    """The name of its files."""


@dataclass(frozen=True, slots=True)
class EyePage:
    """An element's views, and how they agree."""

    element: int
    """The element's number."""
    eyes: tuple[Eye, ...]
    """The views, the first first; one where there is no other."""
    one_file: bool
    """Whether one file holds them all."""
    findings: tuple[EyeFinding, ...]
    """What is found of the first two."""
    looked_at: tuple[int, ...]
    """The file numbers of the frames whose pixels were compared; none before they were."""
    problem: str
    """Why pixels couldn't be compared; empty where they could, or weren't yet."""
    others: tuple[Eye, ...]
    """What of the shot could be taken as another view."""
    parts: tuple[EyePart, ...]
    """The parts of the middle frame that could be measured, and how far the views lie there."""
    left_out: str
    """Why other parts of it couldn't be, in words; empty where all could."""


class Views:
    """Compares the views of elements."""

    def __init__(self, pictures: Pictures, jobs: Jobs):
        self.pictures = pictures
        self.jobs = jobs

    def page(self, shot_id: int, element_id: int) -> EyePage:
        """Return an element's views, and what is found of them so far. Raises NotFound."""
        loaded = self.pictures.shots.load(shot_id)
        element = _head(loaded, element_named(loaded, element_id))
        eyes = _eyes(loaded, element)
        findings: list[EyeFinding] = []
        looked: tuple[int, ...] = ()
        parts: tuple[EyePart, ...] = ()
        left_out = ""
        if len(eyes) > 1:
            names = eyes[0].name, eyes[1].name
            findings += _of_headers(loaded, eyes, names)
            measures = self._measured(loaded, eyes)
            if measures:
                findings += compared_pixels(measures, names)
                looked = tuple(each.frame for each in measures)
                middle = measures[len(measures) // 2]
                parts, left_out = middle.parts, middle.left_out
        return EyePage(
            element.id,
            eyes,
            len({eye.element for eye in eyes}) == 1 and len(eyes) > 1,
            tuple(findings),
            looked,
            "",
            _others(loaded, element) if len(eyes) == 1 else (),
            parts,
            left_out,
        )

    def compare(self, shot_id: int, element_id: int) -> Job[EyePage]:
        """Begin to compare the pixels of sampled frames; the job counts frames."""
        loaded = self.pictures.shots.load(shot_id)
        element = _head(loaded, element_named(loaded, element_id))
        eyes = _eyes(loaded, element)
        if len(eyes) < 2:
            raise Refusal(f"{element.name} has one view: add another to compare it with.")
        pairs = self._pairs(shot_id, loaded, eyes)
        if not pairs:
            raise Refusal("The views have no frame in common: there is nothing to compare.")

        def work(job: Job[EyePage]) -> None:
            measures, why = [], ""
            for _, came in each_of(self.pictures.work, measure_eyes, pairs, job.step):
                if isinstance(came, Exception):
                    why = str(came)
                else:
                    measures.append(came)
            if not measures:
                raise Refusal(f"No frame could be compared: {why}.")
            ordered = tuple(sorted(measures, key=lambda each: each.frame))
            self.pictures.cache.put(self._key(loaded, eyes), _MEASURES.dump_json(ordered))
            job.add(self.page(shot_id, element_id))

        what = f"Comparing {counted(len(pairs), 'frame')} of both views"
        return self.jobs.start(VIEW_JOB, shot_id, what, len(pairs), work)

    def job(self, shot_id: int, number: int) -> Job[EyePage]:
        """Return a comparison by its number. Raises NotFound."""
        return self.jobs.get(VIEW_JOB, shot_id, number)

    def swap(self, shot_id: int, element_id: int) -> None:
        """Let the first view be the second, and the second the first. Raises Refusal."""
        loaded = self.pictures.shots.load(shot_id)
        element = _head(loaded, element_named(loaded, element_id))
        eyes = _eyes(loaded, element)
        if len(eyes) < 2:
            raise Refusal(f"{element.name} has one view: there is nothing to swap it with.")
        workspace = self.pictures.workspace
        with workspace.writing() as session:
            what = f"Swap the views of {element.name}"
            remember(workspace, session, shot_id, what)
            rows = {row.id: row for row in elements.element_rows(session, shot_id)}
            if eyes[0].element == eyes[1].element:
                rows[element.id].view = eyes[1].view
                return
            first, second = rows[eyes[0].element], rows[eyes[1].element]
            first.view, second.view = eyes[1].name, eyes[0].name

    def _pairs(self, shot_id: int, loaded: Loaded, eyes: Sequence[Eye]) -> list[EyePair]:
        one, other = (element_named(loaded, eye.element) for eye in eyes[:2])
        files = [self.pictures.files_of(shot_id, each) for each in (one, other)]
        if one.media.kind is MediaKind.MOVIE or other.media.kind is MediaKind.MOVIE:
            numbers = list(range(min(one.media.count, other.media.count)))
        else:
            numbers = sorted(files[0].keys() & files[1].keys())
        chosen = sampled(numbers, SAMPLED)
        return [
            EyePair(
                number,
                _file(one, eyes[0], files[0], number),
                _file(other, eyes[1], files[1], number),
            )
            for number in chosen
        ]

    def _key(self, loaded: Loaded, eyes: Sequence[Eye]) -> str:
        stamps = [
            (element_named(loaded, eye.element).media.stamp, eye.view, eye.files)
            for eye in eyes[:2]
        ]
        return blake2b(f"eyes by parts {stamps}".encode(), digest_size=20).hexdigest()

    def _measured(self, loaded: Loaded, eyes: Sequence[Eye]) -> tuple[EyeMeasure, ...]:
        content = self.pictures.cache.get(self._key(loaded, eyes))
        try:
            return _MEASURES.validate_json(content) if content else ()
        except ValueError:
            return ()


def sampled(numbers: Sequence[int], count: int) -> list[int]:
    """Return at most so many of some numbers, evenly from the first to the last."""
    if len(numbers) <= count:
        return list(numbers)
    return [numbers[round(n * (len(numbers) - 1) / (count - 1))] for n in range(count)]


def _head(loaded: Loaded, element: Element) -> Element:
    """Return the element that this one is a view of, or itself."""
    if element.view_of is None:
        return element
    try:
        return element_named(loaded, element.view_of)
    except NotFound:
        return element


def _eyes(loaded: Loaded, element: Element) -> tuple[Eye, ...]:
    views = element.media.header.views
    if len(views) > 1:
        first = element.view if element.view in views else views[0]
        ordered = (first, *(view for view in views if view != first))
        # Swapped, the names stay where they were: it is what they show that changes.
        return tuple(
            Eye(name, element.id, view, element.media.name)
            for name, view in zip(views, ordered, strict=True)
        )
    others = [each for each in loaded.elements if each.view_of == element.id]
    first_name = element.view or "left"
    eyes = [Eye(first_name, element.id, "", element.media.name)]
    for number, each in enumerate(others, start=2):
        name = each.view or ("right" if number == 2 and first_name == "left" else f"view {number}")
        eyes.append(Eye(name, each.id, "", each.media.name))
    # The left one is first, whichever was linked first.
    return tuple(sorted(eyes, key=lambda eye: eye.name != "left"))


def _others(loaded: Loaded, element: Element) -> tuple[Eye, ...]:
    return tuple(
        Eye(each.name, each.id, "", each.media.name)
        for each in loaded.elements
        if each.id != element.id and each.view_of is None and len(each.media.header.views) < 2
    )


def _of_headers(
    loaded: Loaded, eyes: Sequence[Eye], names: tuple[str, str]
) -> tuple[EyeFinding, ...]:
    one, other = (element_named(loaded, eye.element) for eye in eyes[:2])
    if one is not other:
        return tuple(compared_headers(one.media, other.media, names))
    first, second = (
        {layer.name for layer in layers_of(one.media.header) if layer.view == eye.view}
        for eye in eyes[:2]
    )
    found = []
    for mine, its, name in ((first, second, names[0]), (second, first, names[1])):
        if only := sorted(mine - its):
            text = f"Only {name} has the layers {', '.join(only)}."
            found.append(EyeFinding("views.layers", True, text, Sure.SURE))
    return tuple(found)


def _file(element: Element, eye: Eye, files: dict[int, Path], number: int) -> EyeFile:
    if element.media.kind is MediaKind.MOVIE:
        return EyeFile(str(next(iter(files.values()))), 0, (0, 1, 2), number)
    layer = picture_layer(element.media.header, eye.view)
    if layer is None:
        raise Refusal(f"{element.name} has no picture to compare.")
    return EyeFile(str(files[number]), layer.part, layer.places)
