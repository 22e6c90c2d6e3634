"""The layers of an element, laid out: a picture of each, and what its pixels come to."""

from collections.abc import Iterable, Mapping
from concurrent.futures import Future
from dataclasses import dataclass, replace
from fractions import Fraction
from hashlib import blake2b
from typing import Any

from pydantic import TypeAdapter

from zero_slate.core.base.figures import counted, decimal
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import Layer, LayerKind, layers_of
from zero_slate.core.media.statistics import ChannelStatistics, all_joined, value_words
from zero_slate.core.shot.face import middle_frame
from zero_slate.files.media.pixels.layer_sheet import (
    LayerSheetRequest,
    SeenLayer,
    frame_layers,
    layer_sheet,
)
from zero_slate.services.media.pictures import (
    NoPicture,
    Pictures,
    element_named,
    key_of,
    layer_named,
)
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound

LAYER_JOB = "layers"
WIDTH = 240


@dataclass(frozen=True, slots=True)
class SeenChannel:
    """What the pixels of a channel come to."""

    name: str
    """The channel's name."""
    least: str
    """The least value; empty where there is none that is a number."""
    greatest: str
    """The greatest value."""
    mean: str
    """The mean value."""
    filled: str
    """The share of pixels that are not zero."""
    nan: int
    """How many pixels are no number."""
    infinite: int
    """How many pixels are infinite."""


@dataclass(frozen=True, slots=True)
class LayerLine:
    """A layer: its picture, and what its pixels come to on the frames looked at."""

    key: str
    """What tells it apart in its file."""
    name: str
    """Its name."""
    view: str
    """The view it is of; empty in files of one."""
    kind: str
    """What its values are: `colour`, `alpha`, `depth`, `normals` …"""
    type: str
    """The type of its samples."""
    picture: str | None
    """The key of its small picture; None where it can't be read."""
    empty: bool
    """Whether there is nothing but zero on every frame looked at."""
    span: str
    """Its least and greatest value in words, or how much of it is filled."""
    shown: str
    """How its values are shown, where that isn't as they are."""
    bad: str
    """How many pixels are no number or infinite, and where; empty where none are."""
    missing: str
    """On which frames it isn't there; empty where it is on all that were looked at."""
    problem: str
    """Why it can't be read; empty where it can."""
    channels: tuple[SeenChannel, ...]
    """What each of its channels comes to."""


@dataclass(frozen=True, slots=True)
class LayerPage:
    """The layers of an element, laid out."""

    element: int
    """The element's number."""
    frame: int
    """The number of the file, or the frame of the movie, that the pictures show."""
    looked_at: int
    """On how many frames it was looked."""
    frames: int
    """How many frames there are."""
    words: str
    """What was looked at and found, in words."""
    layers: tuple[LayerLine, ...]
    """The layers, in the file's order."""


@dataclass(frozen=True, slots=True)
class LookedAt:
    """What all frames of an element come to: its layers, and the frames each was seen on."""

    frames: int
    seen: Mapping[str, tuple[ChannelStatistics, ...]]
    missing: Mapping[str, tuple[int, ...]]
    unread: int


_PAGE = TypeAdapter(LayerPage)
_LOOKED = TypeAdapter(LookedAt)


@dataclass(frozen=True, slots=True)
class AskedLayers:
    """A sheet of layers that is asked for, and the key that it is kept under."""

    key: str
    element: Element
    request: LayerSheetRequest


class Layers:
    """Lays out layers, of one frame at once, and of all frames as a piece of long work."""

    def __init__(self, pictures: Pictures, jobs: Jobs):
        self.pictures = pictures
        self.jobs = jobs

    def asked(self, shot_id: int, element_id: int, frame: int | None) -> AskedLayers:
        """Return what a sheet of layers at a shot's frame is made of. Raises NotFound."""
        loaded = self.pictures.shots.load(shot_id)
        context, element = loaded.stored, element_named(loaded, element_id)
        shows = context.showing[element_id]
        number = shows.source(frame) if frame is not None else None
        if number is None:
            number = shows.source(middle_frame(context, element))
        if number is None:
            raise NoPicture(f"{element.name} shows nothing in this shot.")
        return self._asked(shot_id, element, number)

    def _asked(self, shot_id: int, element: Element, number: int) -> AskedLayers:
        loaded = self.pictures.shots.load(shot_id)
        path = self.pictures.path_of(shot_id, element, number)
        movie = element.media.kind is MediaKind.MOVIE
        layers = (_of_movie(element),) if movie else layers_of(element.media.header)
        through = self.pictures.through(loaded.content.setup, element, layer_named(element, ""))
        request = LayerSheetRequest(str(path), number, movie, layers, WIDTH, through)
        return AskedLayers(key_of(request.path, request), element, request)

    def kept(self, asked: AskedLayers) -> LayerPage | None:
        """Return a sheet that was laid out before, with what all frames come to, once known."""
        content = self.pictures.cache.get(asked.key)
        if content is None:
            return None
        try:
            page = _PAGE.validate_json(content)
        except ValueError:
            return None
        every = self._every(asked.element)
        return _with_every(page, every) if every else page

    def begin(self, asked: AskedLayers) -> "Future[tuple[SeenLayer, ...]]":
        """Begin to lay out the layers of one frame, in a worker process."""
        return self.pictures.work.submit(layer_sheet, asked.request)

    def keep(self, asked: AskedLayers, seen: Iterable[SeenLayer]) -> LayerPage:
        """Keep what came of it, and return its page."""
        lines = []
        for number, each in enumerate(seen):
            key = f"{asked.key}{number:02x}"
            if each.picture:
                self.pictures.cache.put(key, each.picture)
            lines.append(_line(each, key if each.picture else None))
        page = _worded(asked.element, asked.request.frame, 1, tuple(lines))
        self.pictures.cache.put(asked.key, _PAGE.dump_json(page))
        every = self._every(asked.element)
        return _with_every(page, every) if every else page

    def look_at_all(self, shot_id: int, element_id: int) -> Job[LayerPage]:
        """Begin to look at every frame of an element; the job counts frames."""
        loaded = self.pictures.shots.load(shot_id)
        element = element_named(loaded, element_id)
        if element.media.kind is MediaKind.MOVIE:
            raise Refusal(
                f"{element.name} is a movie: its one layer is looked at a frame at a time."
            )
        files = self.pictures.files_of(shot_id, element)
        numbers = sorted(files)

        def work(job: Job[LayerPage]) -> None:
            frames: dict[int, tuple[SeenLayer, ...]] = {}
            unread = 0
            todo = ((str(files[number]), number) for number in numbers)
            for (_, number), came in each_of(self.pictures.work, _frame, todo, job.step):
                if isinstance(came, Exception):
                    unread += 1
                else:
                    frames[number] = came
            if not frames:
                raise Refusal(f"No frame of {element.media.name} can be read.")
            every = _gathered(frames, unread)
            self.pictures.cache.put(self._every_key(element), _LOOKED.dump_json(every))
            asked = self._asked(
                shot_id, element, min(frames, key=lambda n: abs(n - _middle(numbers)))
            )
            page = self.kept(asked) or self.keep(asked, self.begin(asked).result())
            job.add(page)

        return self.jobs.start(
            LAYER_JOB, shot_id, f"Looking at every frame of {element.name}", len(numbers), work
        )

    def job(self, shot_id: int, number: int) -> Job[LayerPage]:
        """Return a look at every frame by its number. Raises NotFound."""
        return self.jobs.get(LAYER_JOB, shot_id, number)

    def picture(self, key: str) -> bytes:
        """Return a picture of a layer by its key. Raises NotFound where it isn't kept any more."""
        content = self.pictures.cache.get(key)
        if content is None:
            raise NotFound("That picture isn't kept any more: lay the layers out again.")
        return content

    def _every_key(self, element: Element) -> str:
        said = f"every frame {element.media.stamp} {element.media.name}"
        return blake2b(said.encode(), digest_size=20).hexdigest()

    def _every(self, element: Element) -> LookedAt | None:
        content = self.pictures.cache.get(self._every_key(element)) if element.media.stamp else None
        if content is None:
            return None
        try:
            return _LOOKED.validate_json(content)
        except ValueError:
            return None


def _frame(item: tuple[str, int]) -> tuple[SeenLayer, ...]:
    return frame_layers(*item)


def _middle(numbers: list[int]) -> int:
    return numbers[len(numbers) // 2]


def _of_movie(element: Element) -> Layer:
    channels = element.media.header.channels[:3]
    return Layer("RGB", LayerKind.COLOUR, 0, "", channels, (0, 1, 2))


def _gathered(frames: Mapping[int, tuple[SeenLayer, ...]], unread: int) -> LookedAt:
    keys = dict.fromkeys(each.layer.key for seen in frames.values() for each in seen)
    seen: dict[str, tuple[ChannelStatistics, ...]] = {}
    missing: dict[str, tuple[int, ...]] = {}
    for key in keys:
        found = {
            number: each.statistics
            for number, layers in sorted(frames.items())
            for each in layers
            if each.layer.key == key and each.statistics
        }
        absent = tuple(number for number in sorted(frames) if number not in found)
        if absent:
            missing[key] = absent
        if found:
            columns = zip(*found.values(), strict=False)
            seen[key] = tuple(map(all_joined, columns))
    return LookedAt(len(frames), seen, missing, unread)


def _with_every(page: LayerPage, every: LookedAt) -> LayerPage:
    """Return a page with what all frames come to in place of the one's."""
    lines = []
    for line in page.layers:
        absent = every.missing.get(line.key, ())
        told = replace(line, missing=_missing_words(absent)) if absent else line
        if line.key in every.seen:
            names = [channel.name for channel in line.channels]
            told = replace(told, **_figures(line.kind, names, every.seen[line.key]))
        lines.append(told)
    known = {line.key for line in page.layers}
    for key in every.seen.keys() - known:
        lines.append(_only_elsewhere(key, every))
    # What some frames have and this one hasn't is told last.
    words = _words(tuple(lines), every.frames, page.frames, every.unread)
    return replace(page, layers=tuple(lines), looked_at=every.frames, words=words)


def _only_elsewhere(key: str, every: LookedAt) -> LayerLine:
    view, _, name = key.rpartition("/")
    absent = _missing_words(every.missing.get(key, ()))
    figures = _figures("data", [], every.seen[key])
    return LayerLine(
        key, name, view, "data", "", None, figures["empty"], figures["span"], "", figures["bad"],
        absent, "not on the frame that is shown", (),
    )  # fmt: skip


def _missing_words(numbers: tuple[int, ...]) -> str:
    named = ", ".join(map(str, numbers[:3]))
    return f"not on {counted(len(numbers), 'frame')}: {named}{' …' if len(numbers) > 3 else ''}"


def _line(each: SeenLayer, key: str | None) -> LayerLine:
    layer = each.layer
    names = [channel.name.rpartition(".")[2] for channel in layer.channels]
    kind = str(each.kind)
    line = LayerLine(
        layer.key, layer.name, layer.view, kind, layer.type, key, False, "", _shown(each), "", "",
        each.problem, (),
    )  # fmt: skip
    return replace(line, **_figures(kind, names, each.statistics)) if each.statistics else line


def _shown(each: SeenLayer) -> str:
    if each.bounds is None or each.kind in (LayerKind.ALPHA, LayerKind.MATTE):
        return ""
    low, high = map(value_words, each.bounds)
    return {
        LayerKind.DEPTH: f"light at {low}, dark at {high}",
        LayerKind.NORMALS: "−1 to 1 as black to white",
        LayerKind.MOTION: "0 as middle grey",
    }.get(each.kind, f"{low} to {high} as black to white")


def _figures(
    kind: str, names: list[str], statistics: tuple[ChannelStatistics, ...]
) -> dict[str, Any]:
    channels = tuple(
        SeenChannel(
            name, _value(each.least), _value(each.greatest), _value(each.mean),
            _share(each.pixels - each.zero, each.pixels), each.nan, each.infinite,
        )
        for name, each in zip(names, statistics, strict=False)
    )  # fmt: skip
    least = min((each.least for each in statistics if each.least is not None), default=None)
    greatest = max(
        (each.greatest for each in statistics if each.greatest is not None), default=None
    )
    first = statistics[0]
    span = f"{_value(least)} to {_value(greatest)}" if least is not None else ""
    if kind in (LayerKind.ALPHA, LayerKind.MATTE, LayerKind.IDS):
        span = f"{_share(first.pixels - first.zero, first.pixels)} of pixels"
    return {
        "channels": channels,
        "empty": all(each.empty for each in statistics),
        "span": span,
        "bad": _bad(statistics),
    }


def _bad(statistics: tuple[ChannelStatistics, ...]) -> str:
    nan = sum(each.nan for each in statistics)
    infinite = sum(each.infinite for each in statistics)
    if not nan and not infinite:
        return ""
    parts = [f"{nan:,} NaN"] if nan else []
    parts += [f"{infinite:,} infinite"] if infinite else []
    where = next(each for each in statistics if each.bad)
    frame = f" on frame {where.bad_frame}" if where.bad_frame is not None else ""
    return f"{' and '.join(parts)}, in {where.bad}{frame}"


def _value(value: float | None) -> str:
    return "" if value is None else value_words(value)


def _share(part: int, whole: int) -> str:
    """Write a share in per cent; a little is never nothing, and nearly all never all."""
    if not part or part == whole or not whole:
        return "100 %" if part else "0 %"
    hundred = 100 * part / whole
    if hundred < 0.1:
        return "under 0.1 %"
    if hundred > 99.9:
        return "over 99.9 %"
    said = decimal(Fraction(100 * part, whole), 1 if hundred < 10 else 0, trim=True)
    return "over 99 %" if said == "100" else f"{said} %"


def _worded(element: Element, frame: int, looked: int, lines: tuple[LayerLine, ...]) -> LayerPage:
    frames = element.media.count
    return LayerPage(element.id, frame, looked, frames, _words(lines, looked, frames, 0), lines)


def _words(lines: tuple[LayerLine, ...], looked: int, frames: int, unread: int) -> str:
    empty = sum(line.empty for line in lines)
    if looked == frames:
        on = (
            "its one frame"
            if frames == 1
            else "both frames"
            if frames == 2
            else f"all {frames} frames"
        )
    else:
        on = f"{looked} of {counted(frames, 'frame')}"
    words = f"{len(lines)}, looked at on {on}"
    words += f"; {empty} {'is' if empty == 1 else 'are'} empty" if empty else ""
    return words + (f"; {counted(unread, 'frame')} can't be read" if unread else "")
