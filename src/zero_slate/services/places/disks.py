"""The volumes of an installation: their room in frames of a shot, what may be done, how fast."""

import os
from collections.abc import Mapping
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import decimal, gigabytes, megabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element
from zero_slate.core.media.storage import Trial
from zero_slate.core.places.layout import FileKind, FilesLayout
from zero_slate.core.places.room import (
    MADE,
    FrameBytes,
    Speed,
    VolumeFacts,
    VolumeFinding,
    frame_bytes,
    frames_words,
    real_time,
    volume_findings,
)
from zero_slate.files.disk import device_of, disk_facts
from zero_slate.files.disk_speed import measure_speed, planned_frames
from zero_slate.services.media.pictures import Pictures
from zero_slate.services.places.layouts import codes_of
from zero_slate.services.productions.judged import JudgedProduction, JudgedProductions, JudgedShot
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, VolumeAway
from zero_slate.store.layouts import SPEED, latest_layout
from zero_slate.store.tables import VolumeSpeed
from zero_slate.store.trials import trials_as_set
from zero_slate.store.unreadable import Unreadable, readable

SPEED_JOB = "speed"
# How many of an element's files are looked at for what a frame takes.
SAMPLED = 12


@dataclass(frozen=True, slots=True)
class FramesFit:
    """How many frames of a kind of file fit on a volume, and whether it plays them."""

    label: str
    """The kind of file."""
    bytes: int
    """Bytes a frame."""
    why: str
    """How that is known."""
    frames: int
    """How many frames fit in what is free."""
    words: str
    """The same in words."""
    needs: str
    """What playing them in real time takes."""
    plays: bool | None
    """Whether the volume does; None where it wasn't tested."""


@dataclass(frozen=True, slots=True)
class VolumePage:
    """A volume, measured in bytes and in frames."""

    name: str
    """Its name."""
    root: str
    """Where it lies."""
    there: bool
    """Whether it is there."""
    total: int | None
    """All its bytes."""
    free: int | None
    """The bytes that are free."""
    planned: int
    """The bytes that the production's shots will make on it."""
    words: str
    """Its room in words."""
    system: str
    """Its kind of file system, as the system calls it."""
    about: str
    """What it tells apart and takes, in words."""
    may_write: bool | None
    """Whether files may be written there, as was tried."""
    fits: tuple[FramesFit, ...]
    """Its free room in frames of the shot."""
    speed: str
    """What the last test measured, in words; empty where none was made."""
    findings: tuple[VolumeFinding, ...]
    """What stands in the way."""
    used: bool
    """Whether files of the production go there."""


@dataclass(frozen=True, slots=True)
class DisksPage:
    """The volumes, for one shot of a production."""

    shot: str
    """The code of the shot that frames are told of."""
    about: str
    """What its frames are."""
    volumes: tuple[VolumePage, ...]
    """The volumes."""


class Disks:
    """Measures the volumes."""

    def __init__(self, pictures: Pictures, judged: JudgedProductions, jobs: Jobs):
        self.pictures = pictures
        self.workspace = pictures.workspace
        self.judged = judged
        self.jobs = jobs

    def page(self, production_id: int, code: str = "") -> DisksPage:
        """Return the volumes, their room told in frames of a shot. Raises NotFound."""
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
            _, layout = latest_layout(session, production_id)
            speeds = {row.volume: row for row in session.query(VolumeSpeed)}
            trials = _trials(session, judged)
        shot = shown_shot(judged, code)
        if shot is None:
            return DisksPage("", "No shot is set up yet.", tuple(
                self._volume(name, layout, (), None, {}, speeds.get(name))
                for name in self.workspace.config.volumes
            ))  # fmt: skip
        sizes = self._sizes(shot, trials.get(shot.shot_id))
        planned = _planned(judged, layout, trials)
        setup = shot.context.setup
        return DisksPage(
            setup.code,
            f"{setup.canvas} at {setup.rate}, {setup.work_range.length} frames",
            tuple(
                sorted(
                    (
                        self._volume(name, layout, sizes, shot, planned, speeds.get(name))
                        for name in self.workspace.config.volumes
                    ),
                    key=lambda each: not each.used,
                )
            ),
        )

    def test(self, production_id: int, volume: str, code: str = "") -> Job[VolumePage]:
        """Begin to measure a volume's speed with frames of a shot.

        Raises NotFound, VolumeAway, and Refusal where no shot is set up.
        """
        root = self.workspace.volume(volume)
        with self.workspace.reading() as session:
            judged = self.judged.of(session, production_id)
            shot = shown_shot(judged, code)
            trials = _trials(session, judged)
        if shot is None:
            raise Refusal("No shot is set up yet: a test takes frames of one.")
        size = max(each.bytes for each in self._sizes(shot, trials.get(shot.shot_id)))
        code = shot.context.setup.code

        def work(job: Job[VolumePage]) -> None:
            found = measure_speed(root, size, job.step)
            with self.workspace.writing() as session:
                session.merge(
                    VolumeSpeed(
                        volume=volume,
                        root=str(root),
                        content=SPEED.dump_json(found).decode(),
                        who=self.workspace.who,
                        at=self.workspace.now(),
                    )
                )
            page = self.page(production_id, code)
            job.add(next(each for each in page.volumes if each.name == volume))

        what = f"Testing {volume}"
        return self.jobs.start(SPEED_JOB, production_id, what, 2 * planned_frames(size), work)

    def job(self, production_id: int, number: int) -> Job[VolumePage]:
        """Return a speed test by its number. Raises NotFound."""
        return self.jobs.get(SPEED_JOB, production_id, number)

    def _volume(
        self,
        name: str,
        layout: FilesLayout,
        sizes: tuple[FrameBytes, ...],
        shot: JudgedShot | None,
        planned: Mapping[str, int],
        tested: VolumeSpeed | None,
    ) -> VolumePage:
        root = self.workspace.config.volumes[name]
        try:
            facts = disk_facts(self.workspace.volume(name))
        except (NotFound, VolumeAway) as refusal:
            facts = VolumeFacts(False, None, None, "", None, None, None, str(refusal).rstrip("."))
        speed = speed_in(tested, root)
        findings: tuple[VolumeFinding, ...] = ()
        fits: tuple[FramesFit, ...] = ()
        if shot is not None:
            setup = shot.context.setup
            rate, length = setup.rate.fraction, setup.work_range.length
            together = self._on_disk_of(name, planned)
            findings = volume_findings(
                facts,
                speed,
                sizes,
                rate,
                sum(planned[each] for each in together),
                tuple(each for each in together if each != name),
            )
            fits = tuple(
                FramesFit(
                    each.label,
                    each.bytes,
                    each.why,
                    (facts.free or 0) // each.bytes,
                    frames_words(facts.free or 0, each.bytes, length),
                    f"{decimal(real_time(each.bytes, rate), 0)} MB/s",
                    None if speed is None else speed.read >= real_time(each.bytes, rate),
                )
                for each in sizes
            )
        elif not facts.there:
            findings = volume_findings(facts, None, (), 1, 0)  # type: ignore[arg-type]
        return VolumePage(
            name,
            str(root),
            facts.there,
            facts.total,
            facts.free,
            planned.get(name, 0),
            _room(facts),
            facts.system,
            _about(facts),
            facts.may_write,
            fits,
            _speed(speed, tested),
            findings,
            name in {layout.volume_of(kind) for kind in FileKind},
        )

    def _on_disk_of(self, name: str, planned: Mapping[str, int]) -> list[str]:
        """Return the volumes that something is planned on and that lie on one's disk."""
        volumes = self.workspace.config.volumes
        own = device_of(volumes[name])
        return [
            each
            for each in planned
            if each == name or (each in volumes and own and device_of(volumes[each]) == own)
        ]

    def _sizes(self, shot: JudgedShot, trial: Trial | None) -> tuple[FrameBytes, ...]:
        elements = shot.context.elements
        measured = {each.id: self._measured(shot.shot_id, each) for each in elements}
        return frame_bytes(shot.context.setup, elements, measured, trial)

    def _measured(self, shot_id: int, element: Element) -> int:
        """Return what a file of an element takes, as the mean of some; 0 where none is there."""
        try:
            files = [*self.pictures.files_of(shot_id, element).values()]
        except (Refusal, OSError):
            return 0
        some = files[:: max(1, len(files) // SAMPLED)]
        sizes = [_size(each) for each in some]
        there = [each for each in sizes if each]
        # One file holds all of a movie's frames.
        frames = max(1, element.media.count) if len(files) == 1 else 1
        return round(sum(there) / len(there) / frames) if there else 0


def _size(path: Path) -> int:
    try:
        return os.stat(path).st_size
    except OSError:
        return 0


def speed_in(row: VolumeSpeed | None, root: Path | None) -> Speed | None:
    """Return what a test measured; None without one, and where the volume lies elsewhere now."""
    if row is None or row.root != str(root):
        return None
    with suppress(Unreadable):
        return readable("The test", SPEED.validate_json, row.content)
    return None


def shown_shot(judged: JudgedProduction, code: str) -> JudgedShot | None:
    """Return the shot that is asked for, or else the first that has elements, or the first."""
    if code in judged.shots:
        return judged.shots[code]
    every = [judged.shots[each] for each in codes_of(judged) if each in judged.shots]
    return next((each for each in every if each.context.elements), next(iter(every), None))


def _trials(session: Session, judged: JudgedProduction) -> dict[int, Trial]:
    """Return what storing frames as each shot does came to, by the shot, where it was tried."""
    every = judged.shots.values()
    return trials_as_set(session, {e.shot_id: str(e.context.setup.stored_as) for e in every})


def _planned(
    judged: JudgedProduction, layout: FilesLayout, trials: Mapping[int, Trial]
) -> dict[str, int]:
    """Return the bytes that all shots will make, by volume: their work ranges, as measured."""
    planned: dict[str, int] = {}
    for shot in judged.shots.values():
        setup = shot.context.setup
        for each in frame_bytes(setup, (), {}, trials.get(shot.shot_id)):
            kind = FileKind(each.kind)
            if kind in MADE:
                volume = layout.volume_of(kind)
                planned[volume] = planned.get(volume, 0) + each.bytes * setup.work_range.length
    return planned


def _room(facts: VolumeFacts) -> str:
    if facts.free is None or facts.total is None:
        return "not there"
    return f"{gigabytes(facts.free)} free of {gigabytes(facts.total)}"


def _about(facts: VolumeFacts) -> str:
    if not facts.there:
        return ""
    said = []
    if facts.tells_case is not None:
        said.append("tells capitals apart" if facts.tells_case else "doesn't tell capitals apart")
    if facts.longest_name:
        said.append(f"names to {facts.longest_name} bytes")
    said.append("you may write there" if facts.may_write else "you can't write there")
    return ", ".join(said)


def _speed(speed: Speed | None, tested: VolumeSpeed | None) -> str:
    if speed is None or tested is None:
        return ""
    size = megabytes(speed.frame_bytes)
    return (
        f"{speed.written:,.0f} MB/s written, {speed.read:,.0f} read, with {speed.frames} frames of "
        f"{size}; {speed.frames_a_second(speed.frame_bytes):.0f} of them a second"
    )
