"""What frames can be stored as: what of a shot it holds, what it takes, tried on its frames."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted, decimal, gigabytes, megabytes
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Element, Role
from zero_slate.core.media.header import MediaKind
from zero_slate.core.media.layers import picture_layer, places_with_alpha
from zero_slate.core.media.storage import STORAGES, Storage, Trial, uncompressed
from zero_slate.core.places.layout import FileKind
from zero_slate.core.places.room import Speed, real_time
from zero_slate.core.places.storing import Following, Unheld, follow_texts, following, unheld
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.models.setup import Setup
from zero_slate.files.left_behind import clear_left_behind
from zero_slate.files.media.pixels.frames import FrameRequest
from zero_slate.files.media.pixels.storage_trial import TrialRequest, can_write, try_storage
from zero_slate.services.media.pictures import Pictures
from zero_slate.services.places.disks import shown_shot, speed_in
from zero_slate.services.productions.judged import JudgedProductions, JudgedShot
from zero_slate.services.runtime.executor import each_of
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.store.layouts import latest_layout
from zero_slate.store.tables import StorageTrial, VolumeSpeed
from zero_slate.store.trials import TRIAL, trials_of

TRIAL_JOB = "storing"
# So many frames are stored: pictures from all over the shot, a movie of neighbours.
PICTURES, MOVIE_FRAMES = 2, 8


@dataclass(frozen=True, slots=True)
class FollowingSetting:
    """A setting that would go with a way to store frames, and may be kept."""

    key: str
    """Its key."""
    label: str
    """What it is called."""
    before: str
    """What it is."""
    after: str
    """What it would be."""
    why: str
    """Why."""
    texts: dict[str, str]
    """What would be typed for it, by its parts."""


@dataclass(frozen=True, slots=True)
class StorageRow:
    """A way to store frames, against a shot."""

    name: str
    """Its name."""
    family: str
    """What it belongs to: `OpenEXR`, `DPX`, `TIFF`, `PNG`, `JPEG`, `movies`."""
    samples: str
    """The type of its samples."""
    bits: int
    """Their bits."""
    chroma: str
    """How finely colour is sampled."""
    alpha: bool
    """Whether it holds alpha."""
    layers: bool
    """Whether it holds layers and views."""
    lossy: bool
    """Whether something of each frame is lost."""
    takes: str
    """The sizes and rates that it takes, in words; empty where it takes any."""
    here: str
    """Why this machine can't write it; empty where it can."""
    chosen: bool
    """Whether the shot's frames are stored so."""
    unheld: tuple[Unheld, ...]
    """What of the shot it can't hold."""
    follows: tuple[FollowingSetting, ...]
    """The settings that would follow."""
    texts: dict[str, str]
    """What would be typed to store frames so, by the setting's parts."""
    bytes: int
    """Bytes a frame of the canvas, measured, or before it is packed where it wasn't."""
    measured: str
    """What was measured, in words; empty where nothing was."""
    size: str
    """Bytes a frame, in words."""
    total: str
    """What the work range takes."""
    needs: str
    """What playing it takes, in MB a second."""
    plays: bool | None
    """Whether the volume plays it; None where either isn't measured."""
    off: str
    """How far what is seen is off, in words; empty where it wasn't measured or isn't."""


@dataclass(frozen=True, slots=True)
class SampleElement:
    """An element whose frames can be measured."""

    id: int
    """Its number."""
    name: str
    """What it is called."""


@dataclass(frozen=True, slots=True)
class StoringPage:
    """The ways to store frames, for one shot of a production."""

    shot: str
    """The code of the shot; empty where none is set up."""
    shot_id: int | None
    """Its number."""
    about: str
    """What its frames are."""
    samples: tuple[SampleElement, ...]
    """The elements whose frames can be measured, the fullest picture first."""
    volume: str
    """The volume that comps lie on, and what it reads."""
    plays_bytes: int
    """The bytes of a frame that it just plays in real time; 0 where that isn't known."""
    chosen: str
    """What its frames are stored as."""
    rows: tuple[StorageRow, ...]
    """The ways there are."""


@dataclass(frozen=True, slots=True)
class TriedStorage:
    """A way to store frames that was tried just now."""

    name: str
    """Its name."""
    trouble: str
    """Why it couldn't be; empty where it could."""


class Storing:
    """The ways to store frames."""

    def __init__(self, pictures: Pictures, judged: JudgedProductions, jobs: Jobs):
        self.pictures = pictures
        self.workspace = pictures.workspace
        self.judged = judged
        self.jobs = jobs
        self._trials_below = self.workspace.config.home / "trials"
        clear_left_behind(self._trials_below, ".trial-*")

    def page(self, production_id: int, code: str = "") -> StoringPage:
        """Return every way to store frames against a shot. Raises NotFound."""
        with self.workspace.reading() as session:
            shot = shown_shot(self.judged.of(session, production_id), code)
            _, layout = latest_layout(session, production_id)
            if shot is None:
                return StoringPage("", None, "No shot is set up yet.", (), "", 0, "", ())
            samples = _samples(shot.context.elements)
            trials = self._trials(session, shot, samples)
            volume = layout.volume_of(FileKind.COMP)
            speed = self._speed(session, volume)
        setup = shot.context.setup
        reads = f"{volume} reads {speed.read:,.0f} MB/s" if speed else ""
        return StoringPage(
            setup.code,
            shot.shot_id,
            f"{setup.canvas} at {setup.rate}, {counted(setup.work_range.length, 'frame')}",
            tuple(SampleElement(each.id, each.short_name(setup.code)) for each in samples),
            reads or (f"{volume}, whose speed wasn't tested" if volume else "no volume chosen"),
            round(speed.read * 10**6 / float(setup.rate.fraction)) if speed else 0,
            str(setup.stored_as),
            tuple(_row(shot, each, trials.get(name), speed) for name, each in STORAGES.items()),
        )

    def measure(
        self,
        production_id: int,
        names: Sequence[str],
        code: str = "",
        element_id: int | None = None,
    ) -> Job[TriedStorage]:
        """Begin to store some of an element's frames in ways by name, or in all of them.

        It is the shot's fullest picture where no element is named.

        Raises NotFound, and Refusal where no frames are there to be stored.
        """
        unknown = [each for each in names if each not in STORAGES]
        if unknown:
            raise NotFound(f"Frames can't be stored as “{unknown[0]}”.")
        with self.workspace.reading() as session:
            shot = shown_shot(self.judged.of(session, production_id), code)
        if shot is None:
            raise Refusal("No shot is set up yet: frames of one are measured.")
        setup = shot.context.setup
        samples = _samples(shot.context.elements)
        if not samples:
            raise Refusal(f"{setup.code} has no pictures yet whose frames could be measured.")
        sample = next((each for each in samples if each.id == element_id), None)
        if sample is None and element_id is not None:
            raise NotFound(f"{setup.code} has no picture numbered {element_id}.")
        sample = sample or samples[0]
        files = self.pictures.files_of(shot.shot_id, sample)
        layer = picture_layer(sample.media.header, sample.view)
        if layer is None or not files:
            raise Refusal(f"{sample.name} has no frames that are there.")
        channels = places_with_alpha(sample.media.header, layer)[:4]
        through = self.pictures.through(setup, sample, layer)
        wanted = tuple(names) or tuple(STORAGES)

        def request(name: str) -> TrialRequest:
            count = MOVIE_FRAMES if STORAGES[name].movie else PICTURES
            if sample.media.kind is MediaKind.MOVIE:
                path = str(next(iter(files.values())))
                frames = [
                    FrameRequest(path, 0, (0, 1, 2), number)
                    for number in range(min(count, sample.media.count))
                ]
            else:
                numbers = sorted(files)
                step = 1 if STORAGES[name].movie else max(1, len(numbers) // count)
                frames = [
                    FrameRequest(str(files[each]), layer.part, channels)
                    for each in numbers[::step][:count]
                ]
            return TrialRequest(
                tuple(frames), name, setup.rate.fraction, through, str(self._trials_below)
            )

        def work(job: Job[TriedStorage]) -> None:
            requests = [request(name) for name in wanted]
            for asked, came in each_of(self.pictures.work, try_storage, requests, job.step):
                if isinstance(came, Exception):
                    why = came.strerror if isinstance(came, OSError) else str(came)
                    job.add(TriedStorage(asked.storage, why or str(came)))
                    continue
                self._keep(shot, asked.storage, sample, came)
                job.add(TriedStorage(asked.storage, ""))

        what = f"Storing frames of {sample.name}"
        return self.jobs.start(TRIAL_JOB, production_id, what, len(wanted), work)

    def job(self, production_id: int, number: int) -> Job[TriedStorage]:
        """Return a measuring by its number. Raises NotFound."""
        return self.jobs.get(TRIAL_JOB, production_id, number)

    def _keep(self, shot: JudgedShot, name: str, sample: Element, trial: Trial) -> None:
        with self.workspace.writing() as session:
            session.merge(
                StorageTrial(
                    shot_id=shot.shot_id,
                    stored_as=name,
                    element=sample.short_name(shot.context.setup.code),
                    stamp=sample.media.stamp,
                    content=TRIAL.dump_json(trial).decode(),
                    who=self.workspace.who,
                    at=self.workspace.now(),
                )
            )

    def _trials(
        self, session: Session, shot: JudgedShot, samples: Sequence[Element]
    ) -> Mapping[str, tuple[str, Trial]]:
        """Return what was measured on files that haven't changed since, with what of."""
        stamps = {each.media.stamp for each in samples}
        return {
            name: (row.element, trial)
            for name, (row, trial) in trials_of(session, shot.shot_id).items()
            if row.stamp in stamps
        }

    def _speed(self, session: Session, volume: str) -> Speed | None:
        row = session.get(VolumeSpeed, volume) if volume else None
        return speed_in(row, self.workspace.config.volumes.get(volume))


def _samples(elements: Sequence[Element]) -> list[Element]:
    """Return the elements whose frames can be measured: plates first, which are full of detail."""
    pictures = [
        each
        for each in elements
        if each.on and each.role != Role.SOUND and each.media.header.channels
    ]
    return sorted(
        pictures,
        key=lambda each: (
            each.role != Role.PLATE,
            each.media.kind is MediaKind.STILL,
            -each.media.header.size.pixels,
            each.id,
        ),
    )


def _row(
    shot: JudgedShot, storage: Storage, tried: tuple[str, Trial] | None, speed: Speed | None
) -> StorageRow:
    setup = shot.context.setup
    trial = tried[1] if tried else None
    a_frame = trial.bytes_at(setup.canvas) if trial else uncompressed(storage, setup.canvas)
    rate = real_time(a_frame, setup.rate.fraction)
    plays = None
    if trial is not None and speed is not None:
        plays = speed.read >= rate
    measured = ""
    if tried and trial:
        measured = (
            f"{counted(trial.frames, 'frame')} of {tried[0]}, {trial.width} × {trial.height}; "
            f"written in {trial.writing * 1000:.0f} ms, opened in {trial.opening * 1000:.0f} ms"
        )
    return StorageRow(
        storage.name,
        "movies" if storage.movie else storage.name.partition(" ")[0],
        str(storage.samples),
        storage.bits,
        str(storage.chroma),
        storage.alpha,
        storage.layers,
        storage.lossy,
        _takes(storage),
        "" if can_write(storage) else "This machine's FFmpeg has no encoder for it.",
        storage.name == str(setup.stored_as),
        unheld(shot.context, storage),
        tuple(_follow(setup, each) for each in following(setup, storage)),
        {"text": storage.name},
        a_frame,
        measured,
        megabytes(a_frame) if a_frame >= 10**6 else f"{decimal(Fraction(a_frame, 1000), 0)} kB",
        gigabytes(a_frame * setup.work_range.length),
        f"{decimal(rate, 1 if rate < 10 else 0)} MB/s",
        plays,
        f"{trial.off:.2f} of 255 codes" if trial and trial.off >= 0.005 else "",
    )


def _follow(setup: Setup, follow: Following) -> FollowingSetting:
    setting = SETTINGS[follow.setting]
    return FollowingSetting(
        follow.setting,
        setting.label,
        setting.kind.show(getattr(setup, follow.setting)),
        setting.kind.show(follow.value),
        follow.why,
        follow_texts(follow),
    )


def _takes(storage: Storage) -> str:
    said = []
    across, down = storage.chroma.even
    if across > 1:
        said.append("even sides" if down > 1 else "even widths")
    if storage.largest:
        said.append(f"sides to {storage.largest:,}")
    if storage.smallest > 1:
        said.append(f"from {storage.smallest} up")
    if storage.rates:
        said.append(f"{len(storage.rates)} rates, {_ends(storage.rates)}")
    return ", ".join(said)


def _ends(rates: Sequence[Fraction]) -> str:
    ends = (min(rates), max(rates))
    return " to ".join(decimal(each, 3, trim=True) for each in ends)
