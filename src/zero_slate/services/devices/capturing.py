"""The capture stand-in at work: a shot's work range recorded to where the path rules put plates."""

from dataclasses import dataclass, replace
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import require_code
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.places.layout import FileKind, path_of
from zero_slate.core.time.timecode import Timecode
from zero_slate.files.devices.capture import CaptureRequest, write_captured
from zero_slate.files.volume_files import opened, why
from zero_slate.services.places.layouts import Layouts, require_volume
from zero_slate.services.runtime.executor import Work, each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.shots.sheets import Shots

CAPTURE_JOB = "capture"
MOST_FRAMES = 5000


@dataclass(frozen=True, slots=True)
class CaptureWanted:
    """What is to be recorded: an element's name, frames, the first label, and the fields."""

    element: str = "capture"
    first: int = 1001
    length: int = 24
    start: str = "01:00:00:00"
    scan: ScanMode | None = None


@dataclass(frozen=True, slots=True)
class Captured:
    """What was recorded."""

    path: str
    """Where it lies: volume and path, with # for the frame."""
    volume: str
    """The volume."""
    folder: str
    """The folder of it."""
    frames: int
    """How many frames were written."""


class Capturing:
    """Records from the stand-in."""

    def __init__(self, layouts: Layouts, shots: Shots, work: Work, jobs: Jobs):
        self.layouts = layouts
        self.shots = shots
        self.work = work
        self.jobs = jobs

    def start(self, shot_id: int, wanted: CaptureWanted) -> Job[Captured]:
        """Begin to record. Raises NotFound, VolumeAway, and Refusal for what can't be recorded."""
        if not 1 <= wanted.length <= MOST_FRAMES:
            raise Refusal(
                f"{wanted.length:,} frames are out of range: 1 to {MOST_FRAMES:,} are recorded.",
                nearest=str(min(MOST_FRAMES, max(1, wanted.length))),
                part="length",
            )
        require_code(wanted.element)
        loaded = self.shots.load(shot_id)
        setup = loaded.content.setup
        start = Timecode.parse(wanted.start, setup.rate)
        workspace = self.layouts.workspace
        with workspace.reading() as session:
            judged, layout = self.layouts.standing(session, loaded.head.production_id)
        volume = require_volume(workspace, layout, FileKind.PLATE)
        root = workspace.volume(volume)
        named = replace(self.layouts.named(judged, setup.code), element=wanted.element)
        numbers = range(wanted.first, wanted.first + wanted.length)

        def place(number: int) -> str:
            path = layout.below(path_of(layout, FileKind.PLATE, replace(named, frame=number)))
            return str(Path(path).with_suffix(".dpx"))

        folder = place(wanted.first).rpartition("/")[0]
        if Path(root, place(wanted.first)).exists():
            raise Refusal(
                f"There is a {wanted.element} of {setup.code} already: name it otherwise.",
                nearest=f"{wanted.element}2",
                part="element",
            )
        scan = wanted.scan or setup.scan

        def request(number: int) -> CaptureRequest:
            frame = number - wanted.first
            return CaptureRequest(
                str(Path(root, place(number))), setup.canvas, scan, setup.rate.fraction, number,
                frame, str(start + frame), setup.drops,
            )  # fmt: skip

        def work(job: Job[Captured]) -> None:
            with opened(root, folder, make=True):
                written = 0
                requests = map(request, numbers)
                for _, came in each_of(self.work, write_captured, requests, job.step):
                    if isinstance(came, OSError):
                        raise Refusal(f"Recording broke off after {written} frames: {why(came)}.")
                    if isinstance(came, Exception):
                        raise Refusal(f"Recording broke off after {written} frames: {came}.")
                    written += 1
            first = Path(place(wanted.first)).name
            name = first.replace(f"{wanted.first:04d}", "####")
            job.add(Captured(f"{volume}:{folder}/{name}", volume, folder, written))

        what = f"Recording {wanted.element} of {setup.code}"
        return self.jobs.start(CAPTURE_JOB, shot_id, what, wanted.length, work)

    def job(self, shot_id: int, number: int) -> Job[Captured]:
        """Return a recording by its number. Raises NotFound."""
        return self.jobs.get(CAPTURE_JOB, shot_id, number)
