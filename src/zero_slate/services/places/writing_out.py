"""Finished frames written out to where the path rules put renders."""

from dataclasses import dataclass, replace
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.places.layout import FileKind, path_of, rule_of
from zero_slate.core.places.pieces import Piece
from zero_slate.core.settings.reading import Typed
from zero_slate.files.media.pixels.made.writing import WriteRequest, write_made
from zero_slate.files.volume_files import opened, why
from zero_slate.services.media.made import MadePictures, seen_as
from zero_slate.services.media.pictures import NoPicture
from zero_slate.services.places.layouts import Layouts, require_volume
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs

WRITE_JOB = "write-made"
MOST_FRAMES = 5000


@dataclass(frozen=True, slots=True)
class WantedFrames:
    """What is to be written: an element's name, frames, and how the stack is seen."""

    element: str = "finished"
    first: int | None = None
    last: int | None = None
    seen: str = ""


@dataclass(frozen=True, slots=True)
class WrittenOut:
    """What was written."""

    path: str
    """Where it lies: volume and path, with # for the frame."""
    frames: int
    """How many frames were written."""


class WritingOut:
    """Writes what is made of a stack."""

    def __init__(self, layouts: Layouts, made: MadePictures, jobs: Jobs):
        self.layouts = layouts
        self.made = made
        self.jobs = jobs

    def start(self, shot_id: int, typed: Typed, wanted: WantedFrames) -> Job[WrittenOut]:
        """Begin to write frames of the stack. Raises NotFound, VolumeAway and Refusal."""
        require_code(wanted.element)
        stack = self.made.typed(shot_id, typed)
        context, setup = stack.context, stack.context.setup
        seen = seen_as(wanted.seen, setup.eyes.are_there and setup.camera.is_there)
        work_range = setup.work_range
        first = work_range.first if wanted.first is None else wanted.first
        last = work_range.last if wanted.last is None else wanted.last
        if not first <= last or last - first >= MOST_FRAMES:
            raise Refusal(
                f"{first} to {last} is out of range: 1 to {MOST_FRAMES:,} frames are written.",
                nearest=str(first), part="last",
            )  # fmt: skip
        workspace = self.layouts.workspace
        with workspace.reading() as session:
            judged, layout = self.layouts.standing(session, stack.loaded.head.production_id)
        volume = require_volume(workspace, layout, FileKind.RENDER)
        root = workspace.volume(volume)
        named = replace(self.layouts.named(judged, setup.code), element=wanted.element)
        rule = rule_of(layout, FileKind.RENDER, named.stored)
        names_element = Piece.ELEMENT in rule.pieces

        def place(number: int) -> str:
            path = Path(
                layout.below(path_of(layout, FileKind.RENDER, replace(named, frame=number)))
            )
            if not names_element:
                # What is written besides would be one file with the renders themselves.
                path = path.parent / wanted.element / path.name
            return str(path.with_suffix(".exr"))

        if place(first) == place(last) and first != last:
            raise Refusal(
                "The path of renders has no frame in it: all frames would be written to one file.",
            )
        if Path(root, place(first)).exists():
            raise Refusal(
                f"There is a {wanted.element} of {setup.code} already: name it otherwise.",
                nearest=f"{wanted.element}2", part="element",
            )  # fmt: skip
        requests = []
        for number in range(first, last + 1):
            try:
                asked = self.made.stacks.asked(shot_id, context, number, seen)
            except NoPicture:
                continue
            requests.append(
                WriteRequest(str(Path(root, place(number))), asked.request, setup.rate.fraction)
            )
        if not requests:
            raise NoPicture(f"Nothing shows from frame {first} to {last}.")
        folder = place(first).rpartition("/")[0]

        def work(job: Job[WrittenOut]) -> None:
            written = 0
            with opened(root, folder, make=True):
                for _, came in each_of(self.made.work, write_made, requests, job.step):
                    if isinstance(came, OSError):
                        raise Refusal(f"Writing broke off after {written} frames: {why(came)}.")
                    if isinstance(came, Exception):
                        raise Refusal(f"Writing broke off after {written} frames: {came}.")
                    written += 1
            name = Path(place(first)).name.replace(f"{first:04d}", "####")
            job.add(WrittenOut(f"{volume}:{folder}/{name}", written))

        what = f"Writing {wanted.element} of {setup.code}"
        return self.jobs.start(WRITE_JOB, shot_id, what, len(requests), work)

    def job(self, shot_id: int, number: int) -> Job[WrittenOut]:
        """Return a writing by its number. Raises NotFound."""
        return self.jobs.get(WRITE_JOB, shot_id, number)
