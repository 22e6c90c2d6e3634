"""The sounds of a shot: linked, laid by their time reference, and drawn as waveforms."""

from dataclasses import dataclass, replace
from hashlib import blake2b
from pathlib import Path

from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import Severity, State
from zero_slate.core.media.element import Role
from zero_slate.core.media.sound import (
    LaidSound,
    Sound,
    SoundElement,
    SoundOffer,
    SoundTiming,
    lay_sound,
    sound_offers,
    sound_words,
)
from zero_slate.core.presentation.sheet import RowMessage
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.media.folders import Found
from zero_slate.files.media.sounds import POINTS, read_sound, read_waveform
from zero_slate.services.media.lines import MediaLine
from zero_slate.services.media.rows import remember, row_named
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.disk_cache import DiskCache
from zero_slate.services.runtime.executor import Work
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow
from zero_slate.store.unreadable import Unreadable
from zero_slate.store.written import written

MOST_SOUNDS = 20
# A waveform has at most so many points across a view.
MOST_POINTS = 1200


@dataclass(frozen=True, slots=True)
class LinkedSound:
    """A sound that is linked to a shot, and where it lies."""

    id: int
    """The element's number."""
    name: str
    """What it is called: its own name, or else its file's."""
    short: str
    """What it is called in little room."""
    own_name: str
    """The name a person gave it; empty where none was."""
    file: str
    """Its file's name."""
    on: bool
    """Whether it is used."""
    volume: str
    """The volume its file lies on."""
    folder: str
    """The folder it lies in."""
    at: str
    """When it was linked, as an ISO 8601 moment in UTC."""
    offset: int
    """How many frames it is moved among the shot's."""
    start: float
    """Where its first sample lies, in frames of the shot."""
    end: float
    """Where it ends, in frames of the shot."""
    laid_by: str
    """What told where it lies."""
    timing: SoundTiming
    """How it is timed where it isn't as its file says; empty for that."""
    offers: tuple[SoundOffer, ...]
    """Timings that would fit it to the shot where its own doesn't."""
    header: dict[str, str]
    """What its header says, by name."""
    state: State
    """How it stands to the cut."""
    messages: tuple[RowMessage, ...]
    """What is found of it against the cut."""
    problem: str | None
    """Why it can't be read; None where it can."""


@dataclass(frozen=True, slots=True)
class Waveform:
    """The outline of a sound over a part of the rule."""

    first: float
    """Where the first point begins, in frames of the shot."""
    step: float
    """How many frames each point stands for."""
    low: tuple[int, ...]
    """The least value at each point, −127 full scale."""
    high: tuple[int, ...]
    """The greatest value at each point, 127 full scale."""


class Sounds:
    """Links sounds to shots."""

    def __init__(
        self, workspace: Workspace, shots: Shots, volumes: Volumes, work: Work, cache: DiskCache
    ):
        self.workspace = workspace
        self.shots = shots
        self.volumes = volumes
        self.work = work
        self.cache = cache

    def link(self, shot_id: int, volume: str, path: str, name: str) -> int:
        """Link a sound file, or a movie's sound, to a shot. Raises Refusal."""
        self.shots.load(shot_id)
        sound = self._read(volume, path, name)
        folder = path.strip("/")
        with self.workspace.writing() as session:
            remember(self.workspace, session, shot_id, f"Link {name}")
            rows = elements.sound_rows(session, shot_id)
            row = elements.row_of_files(rows, volume, folder, name)
            if row is None and len(rows) >= MOST_SOUNDS:
                raise Refusal(f"A shot has at most {MOST_SOUNDS} sounds; unlink one first.")
            if row is None:
                row = ElementRow(shot_id=shot_id, role=str(Role.SOUND), align="timecode", use="")
                row.place = len(rows)
                session.add(row)
            self._put(row, volume, folder, sound)
            session.flush()
            return row.id

    def relink(self, shot_id: int, element_id: int, volume: str, path: str, name: str) -> None:
        """Take a sound from elsewhere; all else of it stays as it is. Raises Refusal."""
        sound = self._read(volume, path, name)
        with self.workspace.writing() as session:
            remember(self.workspace, session, shot_id, f"Take {name}")
            self._put(_row(session, shot_id, element_id), volume, path.strip("/"), sound)

    def _read(self, volume: str, path: str, name: str) -> Sound:
        found = self.volumes.found(volume, path, name)
        (file,) = found.files.values()
        read = read_sound(found.folder / file)
        return replace(read, name=name, stamp=found.digest(), contents=found.contents())

    def _put(self, row: ElementRow, volume: str, folder: str, sound: Sound) -> None:
        row.volume, row.folder = volume, folder
        row.media = written(elements.SOUND, sound)
        row.who, row.at = self.workspace.who, self.workspace.now()

    def linked(self, shot_id: int) -> tuple[LinkedSound, ...]:
        """Return a shot's sounds, and how they lie against its cut."""
        context = self.shots.load(shot_id).stored
        with self.workspace.reading() as session:
            rows = elements.sound_rows(session, shot_id)
        return tuple(_linked(row, context) for row in rows)

    def waveform(self, shot_id: int, element_id: int, view: FrameRange) -> Waveform:
        """Return a sound's outline over a part of the shot's frames.

        The file is read in a worker process, once. Raises NotFound and UnreadableSound.
        """
        context = self.shots.load(shot_id).stored
        with self.workspace.reading() as session:
            row = _row(session, shot_id, element_id)
            element = elements.sound_of(row)
            where = row.volume, row.folder
        found = self.volumes.found(*where, element.sound.name)
        (file,) = found.files.values()
        outline = self._outline(found.folder / file, found.digest())
        return _seen(outline, element, laid(element, context), context, view)

    def _outline(self, path: Path, stamp: str) -> bytes:
        key = blake2b(f"waveform {path} {stamp}".encode(), digest_size=20).hexdigest()
        content = self.cache.get(key)
        if content is None:
            content = self.work.submit(read_waveform, str(path)).result()
            self.cache.put(key, content)
        return content


def _row(session: Session, shot_id: int, element_id: int) -> ElementRow:
    row = row_named(session, shot_id, element_id)
    if row.role != Role.SOUND:
        raise NotFound(f"This shot has no sound numbered {element_id}.")
    return row


def laid(element: SoundElement, context: ShotContext) -> LaidSound:
    """Return where a sound lies in a shot."""
    setup = context.setup
    cut = context.required.cut_range or setup.cut_range
    return lay_sound(element, setup.rate, cut, setup.work_range, context.event)


def offers(element: SoundElement, context: ShotContext) -> tuple[SoundOffer, ...]:
    """Return the timings that would fit a sound to a shot where its own doesn't."""
    setup = context.setup
    cut = context.required.cut_range or setup.cut_range
    return sound_offers(element, setup.rate, cut, setup.work_range, context.event)


def sound_messages(element: SoundElement, context: ShotContext) -> tuple[RowMessage, ...]:
    """Return what is found of a sound against the cut."""
    setup = context.setup
    where = laid(element, context)
    return tuple(
        RowMessage(code, severity, text, (), None, element.id)
        for code, severity, text in sound_words(element, where, setup.rate, setup.cut_range)
    )


def sound_line(loaded: Loaded, found: Found) -> MediaLine:
    """Return a sound file that isn't linked as a folder lists it. Raises UnreadableSound."""
    (file,) = found.files.values()
    element = SoundElement(0, read_sound(found.folder / file))
    messages = sound_messages(element, loaded.stored)
    frames = element.sound.frames(loaded.content.setup.rate)
    return MediaLine(
        found.name,
        "sound",
        State.FOLLOWS,
        "a sound",
        "",
        int(frames),
        None,
        sound_header(element.sound),
        messages,
        None,
        None,
        None,
    )


def sound_header(sound: Sound) -> dict[str, str]:
    """Return each thing a sound's header says, named and written for people."""
    said = {
        "sample rate": f"{sound.sample_rate:,} Hz",
        "channels": f"{sound.channels}, {sound.layout}" if sound.layout else str(sound.channels),
        "samples": f"{sound.samples:,}",
        "codec": sound.codec + (f", {sound.bits}-bit" if sound.bits else ""),
        "time reference": _reference(sound),
    }
    if sound.writer:
        said["written by"] = sound.writer
    if sound.others:
        said["other sounds"] = counted(sound.others, "more stream")
    return said


def _reference(sound: Sound) -> str:
    if sound.time_reference is None:
        return "not stated"
    whole, part = divmod(sound.time_reference, sound.sample_rate)
    minutes, secs = divmod(whole, 60)
    hours, minutes = divmod(minutes, 60)
    thousandths = part * 1000 // sound.sample_rate
    return (
        f"{sound.time_reference:,} samples, {hours:02d}:{minutes:02d}:{secs:02d}.{thousandths:03d}"
    )


def _linked(row: ElementRow, context: ShotContext) -> LinkedSound:
    try:
        element = elements.sound_of(row)
    except Unreadable as error:
        return LinkedSound(
            row.id, row.name or "sound", "sound", row.name, "", row.is_on, row.volume, row.folder,
            row.at, row.offset, 0.0, 0.0, "", SoundTiming.AS_READ, (), {}, State.UNKNOWN, (),
            f"{error} Link it again, or unlink it.",
        )  # fmt: skip
    where = laid(element, context)
    messages = sound_messages(element, context)
    differs = any(each.severity != Severity.NOTE for each in messages)
    return LinkedSound(
        row.id,
        element.name,
        element.short_name(context.setup.code),
        element.own_name,
        element.sound.name,
        element.on,
        row.volume,
        row.folder,
        row.at,
        element.offset,
        float(where.start),
        float(where.end),
        ", ".join(filter(None, (where.by, element.timing.words))),
        element.timing,
        offers(element, context),
        sound_header(element.sound),
        State.DIFFERS if differs else State.FOLLOWS,
        messages,
        None,
    )


def _seen(
    outline: bytes,
    element: SoundElement,
    where: LaidSound,
    context: ShotContext,
    view: FrameRange,
) -> Waveform:
    rate = context.setup.rate
    # A point stands for as many whole samples as the reader took together.
    hop = max(1, element.sound.sample_rate // POINTS)
    per_point = hop * rate.fraction / element.sound.sample_rate * element.timing.played
    total = len(outline) // 2
    first = min(total, max(0, int((view.first - where.start) / per_point)))
    last = min(total, max(first, -int(-(view.last + 1 - where.start) / per_point // 1)))
    together = max(1, -(-(last - first) // MOST_POINTS))
    values = memoryview(outline).cast("b")
    low, high = [], []
    for at in range(first, last, together):
        part = values[2 * at : 2 * min(last, at + together)]
        low.append(min(part[0::2]))
        high.append(max(part[1::2]))
    begins = where.start + first * per_point
    return Waveform(float(begins), float(per_point * together), tuple(low), tuple(high))
