"""Handing a shot on: what will be written, and writing it."""

import io
import zipfile
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass

from sqlalchemy import select

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe, too_long
from zero_slate.core.checks.match import match
from zero_slate.core.places.layout import FileKind
from zero_slate.core.shot.graded import grade_of
from zero_slate.files.colour.grade_files import write_grades
from zero_slate.files.framing_lists import ENDING as FRAMING
from zero_slate.files.framing_lists import write_framing_list
from zero_slate.files.handoff_manifest import HandoffManifest, manifest_name
from zero_slate.files.journal import Journal
from zero_slate.files.pieces import Pieces
from zero_slate.files.setup_files import SetupDocument, write_document
from zero_slate.files.shot_timeline import PlateFiles, write_shot_timeline
from zero_slate.files.volume_files import look_there, write_all
from zero_slate.services.places.layouts import Layouts, require_volume
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound
from zero_slate.services.shots.guards import require_version
from zero_slate.services.shots.loading import Loaded, changes_since, load_shot
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import elements
from zero_slate.store.tables import HandedOff, Production, Shot


@dataclass(frozen=True, slots=True)
class PlannedFile:
    """A file that will be written: new, the same as the one there, or in place of another."""

    name: str
    """The file's name."""
    about: str
    """What is in it."""
    bytes: int
    """Its size in bytes."""
    status: str
    """`new`, `same` as the one there, or `replaces` another."""


@dataclass(frozen=True, slots=True)
class FormerHandoff:
    """A version that was handed off."""

    version: int
    """Its number."""
    place: str
    """Where to: the volume and the folder."""
    who: str
    """Who handed it off."""
    at: str
    """When, as an ISO 8601 moment in UTC."""
    since: tuple[str, ...]
    """The settings that have changed since, from what they were."""


@dataclass(frozen=True, slots=True)
class RuledPlace:
    """Where the path rules put a hand off, and what they call its files."""

    volume: str
    """The volume."""
    folder: str
    """The folder of it."""
    stem: str
    """What its files' names begin with."""


@dataclass(frozen=True, slots=True)
class HandoffPlan:
    """What a hand off writes, and what stands in its way."""

    code: str
    """The shot's code."""
    version: int
    """The shot's version that is handed on."""
    verdict: str
    """How it stands to the edit, in one sentence."""
    state: str
    """The same as a state."""
    volume: str | None
    """The volume it is written to; None where no volume is."""
    folder: str
    """The folder in it."""
    files: tuple[PlannedFile, ...]
    """The files it writes."""
    replaces: int
    """How many files it would put in another's place."""
    too_long: str
    """Why a path is too long; empty where none is."""
    standing: str
    """Whether what is in the folder already is one whole hand off, in words; empty for nothing."""
    former: tuple[FormerHandoff, ...]
    """What was handed off before, the newest first."""
    ruled: RuledPlace | None
    """Where the production's path rules put it; None where none were chosen."""


@dataclass(frozen=True, slots=True)
class WrittenShot:
    """A shot whose hand off was written, or wasn't."""

    code: str
    """Its code."""
    place: str
    """Where it was written, in words; empty where it wasn't."""
    trouble: str
    """Why it wasn't; empty where it was."""


HANDOFF_JOB = "hand offs"
# Files of a hand off are a few thousand bytes: what is larger isn't one of them.
LARGEST_COMPARED = 64 * 2**20
MOST_FORMER = 20


class Handoff:
    """Writes shots in open formats."""

    def __init__(self, layouts: Layouts, shots: Shots, jobs: Jobs):
        self.workspace = layouts.workspace
        self.layouts = layouts
        self.shots = shots
        self.jobs = jobs
        self._journal = Journal(self.workspace.config.home / "writing")

    def clear_broken_off(self) -> int:
        """Clear away what hand offs left behind that were ended half way."""
        return self._journal.clear()

    def plan(self, shot_id: int, volume: str | None, folder: str) -> HandoffPlan:
        """Say what would be written to a folder, or to a download where `volume` is None."""
        loaded = self.shots.load(shot_id)
        context = loaded.context(self.workspace)
        found = match(context, loaded.content.departures)
        ruled = self.ruled(loaded)
        stem = _stem(loaded, ruled)
        contents = self.contents(loaded, stem)
        target = None
        there: dict[str, bytes | None] = {}
        if volume:
            target = self.workspace.folder(volume, folder)
            there = self._there(volume, folder, contents)
        files = _planned(contents, there)
        return HandoffPlan(
            loaded.head.code,
            loaded.head.version,
            found.words,
            str(found.state),
            volume,
            folder,
            files,
            sum(file.status == "replaces" for file in files),
            too_long(contents, str(target)) if target else "",
            _standing(stem, there),
            self._former(loaded),
            ruled,
        )

    def ruled(self, loaded: Loaded) -> RuledPlace | None:
        """Return where the path rules put a shot's hand off; None where no volume was chosen."""
        where = self.layouts.ruled(loaded, FileKind.HANDOFF)
        if where is None:
            return None
        volume, path = where
        folder, _, name = path.rpartition("/")
        return RuledPlace(volume, folder, name.removesuffix(f".{FileKind.HANDOFF.ending}"))

    def contents(self, loaded: Loaded, stem: str = "") -> dict[str, bytes]:
        """Return the files of a hand off by name, the manifest last.

        Names begin with `stem`, or else with what the path rules say.
        """
        stem = stem or _stem(loaded, self.ruled(loaded))
        content = loaded.content
        document = SetupDocument.of(content)
        code = content.setup.code
        files = {
            f"{stem}.setup.json": write_document(document),
            f"{stem}.otio": write_shot_timeline(document, loaded.event, self._plate(loaded)),
        }
        files[f"{stem}{FRAMING}"] = write_framing_list(content.setup)
        if (grade := grade_of(content, loaded.event)) is not None and grade.cdl is not None:
            files[f"{stem}.cc"] = write_grades([(code, grade.cdl)], "cc")
        manifest = HandoffManifest.of(code, loaded.head.version, files)
        return {**files, manifest_name(stem): manifest.write()}

    def write(
        self,
        shot_id: int,
        volume: str,
        folder: str,
        replace: bool,
        version: int | None = None,
    ) -> tuple[int, tuple[str, ...]]:
        """Write the files, all or none; return the version that they hold, and their names.

        Files that are there and differ are only replaced where `replace` says so. Raises Refusal,
        and Conflict where the shot isn't of the `version` any more that was looked at.
        """
        with self.workspace.reading() as session:
            loaded = load_shot(session, shot_id)
            if version is not None:
                require_version(session, loaded, version)
        root = self.workspace.volume(volume)
        target = self.workspace.folder(volume, folder)
        contents = self.contents(loaded)
        long = too_long(contents, str(target))
        if long:
            raise Refusal(long)
        planned = _planned(contents, self._there(volume, folder, contents))
        differing = [file.name for file in planned if file.status == "replaces"]
        if differing and not replace:
            names = ", ".join(differing)
            raise Refusal(f"{names} would be replaced by another content; say so to do it.")
        with self._journal.writing(target) as token:
            write_all(root, folder, contents, token)
        self._note(loaded, volume, folder)
        return loaded.head.version, tuple(contents)

    def _note(self, loaded: Loaded, volume: str, folder: str) -> None:
        """Note that a version was handed off; the same to the same place is noted once."""
        with self.workspace.writing() as session:
            one = {"shot_id": loaded.head.id, "volume": volume, "folder": folder.strip("/")}
            row = session.query(HandedOff).filter_by(**one, version=loaded.head.version).first()
            row = row or HandedOff(**one, version=loaded.head.version)
            row.who, row.at = self.workspace.who, self.workspace.now()
            session.add(row)

    def _former(self, loaded: Loaded) -> tuple[FormerHandoff, ...]:
        with self.workspace.reading() as session:
            rows = session.scalars(
                select(HandedOff)
                .where(HandedOff.shot_id == loaded.head.id)
                .order_by(HandedOff.at.desc(), HandedOff.id.desc())
                .limit(MOST_FORMER)
            ).all()
            return tuple(
                FormerHandoff(
                    row.version,
                    f"{row.volume}:{row.folder}",
                    row.who,
                    row.at,
                    changes_since(session, loaded, row.version),
                )
                for row in rows
            )

    def archive(self, shot_id: int) -> tuple[str, bytes]:
        """Return the files as a ZIP archive, with its name."""
        loaded = self.shots.load(shot_id)
        packed = io.BytesIO()
        with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, content in self.contents(loaded).items():
                archive.writestr(name, content)
        return f"{loaded.head.code}_v{loaded.head.version:03d}.zip", packed.getvalue()

    def archive_all(self, production_id: int) -> tuple[str, Iterator[bytes]]:
        """Return the files of all shots as one ZIP archive, a folder a shot, piece by piece.

        A shot that can't be opened has a file that says why. Raises NotFound.
        """
        with self.workspace.reading() as session:
            production = session.get(Production, production_id)
            if production is None:
                raise NotFound(f"There is no production numbered {production_id}.")
            title = production.title
            rows = session.execute(
                select(Shot.id, Shot.code)
                .where(Shot.production_id == production_id)
                .order_by(Shot.code)
            ).all()
        return f"{made_safe(title).safe}.zip", self._packed([(id_, code) for id_, code in rows])

    def _packed(self, shots: Sequence[tuple[int, str]]) -> Iterator[bytes]:
        made = Pieces()
        with zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as archive:
            for shot_id, code in shots:
                try:
                    contents = self.contents(self.shots.load(shot_id))
                except Refusal as refusal:
                    contents = {"not-written.txt": f"{refusal}\n".encode()}
                for name, content in contents.items():
                    archive.writestr(f"{code}/{name}", content)
                yield made.take()
        yield made.take()

    def start_all(self, production_id: int) -> Job[WrittenShot]:
        """Begin to write the hand offs of all shots where the path rules put them.

        What stands there already and is another is left as it is, and told. Raises NotFound, and
        Refusal where no volume was chosen.
        """
        with self.workspace.reading() as session:
            judged, layout = self.layouts.standing(session, production_id)
        require_volume(self.workspace, layout, FileKind.HANDOFF)
        shots = [(each.shot_id, code) for code, each in judged.shots.items()]

        def work(job: Job[WrittenShot]) -> None:
            for number, (shot_id, code) in enumerate(shots, start=1):
                job.add(self._write_ruled(shot_id, code))
                job.step(number)

        what = f"Handing off {judged.production.title}"
        return self.jobs.start(HANDOFF_JOB, production_id, what, len(shots), work)

    def job(self, production_id: int, number: int) -> Job[WrittenShot]:
        """Return the writing of hand offs by its number. Raises NotFound."""
        return self.jobs.get(HANDOFF_JOB, production_id, number)

    def _write_ruled(self, shot_id: int, code: str) -> WrittenShot:
        try:
            ruled = self.ruled(self.shots.load(shot_id))
            if ruled is None:
                return WrittenShot(code, "", "its path isn't known")
            _, names = self.write(shot_id, ruled.volume, ruled.folder, replace=False)
        except Refusal as refusal:
            return WrittenShot(code, "", str(refusal))
        place = f"{ruled.volume}:{ruled.folder}/{ruled.stem}"
        return WrittenShot(code, f"{place}: {counted(len(names), 'file')}", "")

    def _there(self, volume: str, folder: str, names: Iterable[str]) -> dict[str, bytes | None]:
        """Return which of some names stand in a folder, and what they hold."""
        return look_there(self.workspace.volume(volume), folder, names, LARGEST_COMPARED)

    def _plate(self, loaded: Loaded) -> PlateFiles | None:
        context = loaded.context(self.workspace)
        if context.plate is None:
            return None
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, loaded.head.id)
        row = next((row for row in rows if row.id == context.plate.id), None)
        if row is None:
            return None
        folder = self.workspace.place(row.volume, row.folder)
        return PlateFiles(
            context.plate.media, folder.as_uri() + "/", context.aligned[context.plate.id]
        )


def _stem(loaded: Loaded, ruled: RuledPlace | None) -> str:
    """Return what a hand off's file names begin with: by the path rules, or else the code."""
    return ruled.stem if ruled else str(loaded.content.setup.code)


def _standing(stem: str, there: Mapping[str, bytes | None]) -> str:
    """Say whether what stands in a folder is one whole hand off; empty where nothing does."""
    if not there:
        return ""
    manifest = HandoffManifest.read(there.get(manifest_name(stem)) or b"")
    if manifest is None:
        return f"There are files of {stem} here that no hand off vouches for."
    if not manifest.fits(there):
        return (
            "The hand off that is here isn't whole: its files are of two versions. Hand off again."
        )
    return f"v{manifest.shot_version:03d} is here, whole."


def _planned(
    contents: Mapping[str, bytes], there: Mapping[str, bytes | None]
) -> tuple[PlannedFile, ...]:
    """Compare what would be written with what is there."""
    files = []
    for name, content in contents.items():
        status = "new"
        if name in there:
            status = "same" if there[name] == content else "replaces"
        files.append(PlannedFile(name, _about(name), len(content), status))
    return tuple(files)


def _about(name: str) -> str:
    if name.endswith(".setup.json"):
        return "the setup, every setting with its reasons"
    if name.endswith(FRAMING):
        return "canvas, squeeze, protection and masks as an ASC Framing Decision List"
    if name.endswith(".cc"):
        return "the grade, as ASC CDL"
    if name.endswith(".otio"):
        return "the shot as a timeline: ranges, plate, setup"
    return "what belongs to this hand off, with the version and digests"
