"""Files on disk: what a folder holds, how it agrees with a shot, and tying it to the shot."""

from dataclasses import dataclass, replace
from pathlib import Path

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.checks.finding import STATE_WORDS, Severity, State
from zero_slate.core.checks.match import match
from zero_slate.core.media.alignment import best_align
from zero_slate.core.media.element import Align, Element, Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.placement import placement_words
from zero_slate.core.presentation.drawings.cadence import CadenceDrawing, draw_cadence
from zero_slate.core.presentation.sheet import RowMessage, message_of
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.cadence import RateUse, usual_use
from zero_slate.core.time.rate import FrameRate
from zero_slate.files.media.folders import Found, find
from zero_slate.files.volume_files import list_folder
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots_all import Shots
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow

MOST_TIED = 40


@dataclass(frozen=True, slots=True)
class MediaLine:
    """A sequence, movie or still, and how it agrees with the shot."""

    name: str
    kind: str
    state: State
    word: str
    frames: str
    count: int
    timecode: str | None
    header: dict[str, str]
    messages: tuple[RowMessage, ...]
    align: str | None
    problem: str | None
    cadence: CadenceDrawing | None


@dataclass(frozen=True, slots=True)
class FolderEntry:
    """Something found in a folder, not read yet."""

    name: str
    kind: str
    files: int


@dataclass(frozen=True, slots=True)
class FolderPage:
    """What lies in a folder of a volume."""

    volume: str
    path: str
    parents: tuple[str, ...]
    folders: tuple[str, ...]
    found: tuple[FolderEntry, ...]
    other_files: int


@dataclass(frozen=True, slots=True)
class LinkedElement:
    """An element that is linked to a shot, and where its files lie."""

    id: int
    role: str
    volume: str
    folder: str
    at: str
    who: str
    own_rate: str | None
    use: RateUse
    placing: FitMode | None
    placed_by_shot: FitMode
    line_work: bool
    becomes: str
    line: MediaLine


class MediaService:
    """Looks at files and links them to shots."""

    def __init__(self, workspace: Workspace, shots: Shots, jobs: Jobs):
        self.workspace = workspace
        self.shots = shots
        self.jobs = jobs

    def volumes(self) -> tuple[str, ...]:
        """Return the names of the volumes there are."""
        return tuple(self.workspace.config.volumes)

    def folder(self, volume: str, path: str) -> FolderPage:
        """List a folder by its file names. Raises NotFound, OutsideVolume or CannotRead."""
        folder, folders, found, others = self._look(volume, path)
        steps = folder.relative_to(self.workspace.volume(volume).resolve()).parts
        return FolderPage(
            volume,
            "/".join(steps),
            steps,
            tuple(folders),
            tuple(FolderEntry(f.name, _kind(f), len(f.files)) for f in found),
            others,
        )

    def read_folder(self, shot_id: int, volume: str, path: str) -> Job:
        """Begin to read every header in a folder; the job's results are MediaLine values."""
        loaded = self.shots.load(shot_id)
        _, _, found, _ = self._look(volume, path)

        def work(job: Job) -> None:
            before = 0
            for each in found:
                job.results.append(self._line_of(loaded, each, job, before))
                before += len(each.files)
                job.step(before)

        job = self.jobs.start(f"Reading {path or volume}", work)
        job.total = sum(len(each.files) for each in found)
        return job

    def link(
        self,
        shot_id: int,
        volume: str,
        path: str,
        name: str,
        align: Align | None,
        role: Role = Role.PLATE,
    ) -> Element:
        """Link a sequence or movie to a shot, in place of the plate or the same files before.

        Without `align`, the way that meets the work range is taken. Raises Refusal.
        """
        loaded = self.shots.load(shot_id)
        media = self.found(volume, path, name).read()
        folder = path.strip("/")
        with self.workspace.writing() as session:
            own_rate, placing, line = None, None, False
            how = str(usual_use(media.header.rate, loaded.content.setup.rate))
            for row in elements.element_rows(session, shot_id):
                same = (row.volume, row.folder, elements.element_of(row).media.name) == (
                    volume,
                    folder,
                    name,
                )
                if same:
                    own_rate, how = row.own_rate, row.use
                    placing, line = row.placing, row.line
                if same or (role is Role.PLATE and row.role == Role.PLATE):
                    session.delete(row)
            if role is not Role.PLATE and len(loaded.elements) >= MOST_TIED:
                raise Refusal(f"A shot has at most {MOST_TIED} elements; unlink one first.")
            row = ElementRow(
                shot_id=shot_id,
                role=str(role),
                volume=volume,
                folder=folder,
                align=str(align or _best_align(media, loaded)),
                media=elements.MEDIA.dump_json(media).decode(),
                own_rate=own_rate,
                use=how,
                base=loaded.content.shift,
                placing=placing,
                line=line,
                who=self.workspace.who,
                at=self.workspace.now(),
            )
            session.add(row)
            session.flush()
            return elements.element_of(row)

    def found(self, volume: str, path: str, name: str) -> Found:
        """Return a sequence, movie or still by its name, not read yet. Raises NotFound."""
        _, _, found, _ = self._look(volume, path)
        chosen = next((each for each in found if each.name == name), None)
        if chosen is None:
            raise NotFound(f"There is no {name} in {path or volume}.")
        return chosen

    def set_rate(self, shot_id: int, element_id: int, rate: str | None, use: RateUse) -> None:
        """Say an element's own rate, empty for what its files say, and how it is used."""
        own = FrameRate.parse(rate) if rate and rate.strip() else None
        with self.workspace.writing() as session:
            row = _row(session, shot_id, element_id)
            row.own_rate = str(own) if own else None
            row.use = str(use)

    def set_placing(
        self, shot_id: int, element_id: int, placing: FitMode | None, line: bool
    ) -> None:
        """Say how an element meets the canvas, None for the shot's way, and if it is line work."""
        with self.workspace.writing() as session:
            row = _row(session, shot_id, element_id)
            row.placing = str(placing) if placing else None
            row.line = line

    def unlink(self, shot_id: int, element_id: int) -> None:
        """Let go of an element; its files stay as they are. Raises NotFound."""
        with self.workspace.writing() as session:
            session.delete(_row(session, shot_id, element_id))

    def linked(self, shot_id: int) -> tuple[LinkedElement, ...]:
        """Return a shot's elements and how they agree, as they were last read."""
        loaded = self.shots.load(shot_id)
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, shot_id)
        context = loaded.stored
        return tuple(
            LinkedElement(
                row.id,
                row.role,
                row.volume,
                row.folder,
                row.at,
                row.who,
                row.own_rate,
                RateUse(row.use),
                element.placing,
                loaded.content.setup.placing,
                element.line,
                placement_words(context.place_picture(element), context.setup.raster),
                _line(loaded, element),
            )
            for row, element in ((row, elements.element_of(row)) for row in rows)
        )

    def _look(self, volume: str, path: str) -> tuple[Path, list[str], list[Found], int]:
        folder = self.workspace.folder(volume, path)
        folders, files = list_folder(self.workspace.volume(volume), folder)
        found = find(files, folder)
        return folder, folders, found, len(files) - sum(len(each.files) for each in found)

    def _line_of(self, loaded: Loaded, found: Found, job: Job, before: int) -> MediaLine:
        try:
            media = found.read(lambda done: job.step(before + done))
        except Refusal as refusal:
            return _unreadable(found, refusal)
        use = usual_use(media.header.rate, loaded.content.setup.rate)
        align = _best_align(media, loaded)
        return _line(loaded, Element(0, Role.PLATE, media, align, None, use))


def media_findings(context: ShotContext, element: Element) -> tuple[RowMessage, ...]:
    """Return what the checks say of one element, alone in its shot."""
    alone = replace(context, elements=(element,))
    return tuple(
        message_of(finding) for finding in match(alone).findings if finding.element == element.id
    )


def _row(session: Session, shot_id: int, element_id: int) -> ElementRow:
    row = session.get(ElementRow, element_id)
    if row is None or row.shot_id != shot_id:
        raise NotFound(f"This shot has no element numbered {element_id}.")
    return row


def _best_align(media: Media, loaded: Loaded) -> Align:
    setup = loaded.content.setup
    return best_align(media, setup.rate, setup.cut_range, setup.work_range, loaded.event)


def frames_words(media: Media) -> str:
    """Write which frames there are: `1001–1104`."""
    return ", ".join(
        str(run.first) if run.length == 1 else str(run) for run in media.present[:4]
    ) + (" …" if len(media.present) > 4 else "")


def _line(loaded: Loaded, element: Element) -> MediaLine:
    context = loaded.stored
    messages = media_findings(context, element)
    media = element.media
    differs = any(said.severity != Severity.NOTE for said in messages)
    state = State.DIFFERS if differs else State.FOLLOWS
    return MediaLine(
        media.name,
        str(media.kind),
        state,
        STATE_WORDS[state]
        if differs
        else "follows the edit"
        if messages
        else "agrees with the shot",
        frames_words(media),
        media.count,
        media.header.timecode,
        media.header.shown(),
        messages,
        str(element.align),
        None,
        draw_cadence(context, element),
    )


def _unreadable(found: Found, refusal: Refusal) -> MediaLine:
    return MediaLine(
        found.name,
        _kind(found),
        State.UNKNOWN,
        STATE_WORDS[State.UNKNOWN],
        "",
        len(found.files),
        None,
        {},
        (),
        None,
        str(refusal),
        None,
    )


def _kind(found: Found) -> str:
    if found.movie:
        return "movie"
    return "sequence" if found.padding else "still"
