"""Handing a shot on: what will be written, and writing it."""

import io
import zipfile
from collections.abc import Mapping
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import too_long
from zero_slate.core.checks.match import match
from zero_slate.files.setup_files import SetupDocument, write_document
from zero_slate.files.shot_timeline import PlateFiles, write_shot_timeline
from zero_slate.files.volume_files import write_all
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import elements


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


class Handoff:
    """Writes shots in open formats."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def plan(self, shot_id: int, volume: str | None, folder: str) -> HandoffPlan:
        """Say what would be written to a folder, or to a download where `volume` is None."""
        loaded = self.shots.load(shot_id)
        context = loaded.context(self.workspace)
        found = match(context, loaded.content.departures)
        target = self.workspace.folder(volume, folder) if volume else None
        contents = self.contents(shot_id)
        files = _planned(contents, target)
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
        )

    def contents(self, shot_id: int) -> dict[str, bytes]:
        """Return the files of a hand off by name."""
        loaded = self.shots.load(shot_id)
        content = loaded.content
        document = SetupDocument(
            setup=content.setup,
            departures=content.departures,
            marks=content.marks,
            brief=content.brief,
            format=content.format,
            artwork=content.artwork,
        )
        code = content.setup.code
        return {
            f"{code}.setup.json": write_document(document),
            f"{code}.otio": write_shot_timeline(document, loaded.event, self._plate(shot_id)),
        }

    def write(self, shot_id: int, volume: str, folder: str, replace: bool) -> tuple[str, ...]:
        """Write the files, all or none; return their names. Raises Refusal.

        Files that are there and differ are only replaced where `replace` says so.
        """
        target = self.workspace.folder(volume, folder)
        contents = self.contents(shot_id)
        long = too_long(contents, str(target))
        if long:
            raise Refusal(long)
        differing = [file.name for file in _planned(contents, target) if file.status == "replaces"]
        if differing and not replace:
            names = ", ".join(differing)
            raise Refusal(f"{names} would be replaced by another content; say so to do it.")
        written = write_all(target, contents)
        return tuple(path.name for path in written)

    def archive(self, shot_id: int) -> tuple[str, bytes]:
        """Return the files as a ZIP archive, with its name."""
        packed = io.BytesIO()
        with zipfile.ZipFile(packed, "w", zipfile.ZIP_DEFLATED) as archive:
            for name, content in self.contents(shot_id).items():
                archive.writestr(name, content)
        head = self.shots.load(shot_id).head
        return f"{head.code}_v{head.version:03d}.zip", packed.getvalue()

    def _plate(self, shot_id: int) -> PlateFiles | None:
        loaded = self.shots.load(shot_id)
        context = loaded.context(self.workspace)
        if context.plate is None:
            return None
        with self.workspace.reading() as session:
            rows = elements.element_rows(session, shot_id)
        row = next(row for row in rows if row.id == context.plate.id)
        folder = self.workspace.folder(row.volume, row.folder)
        return PlateFiles(
            context.plate.media, folder.as_uri() + "/", context.aligned[context.plate.id]
        )


def _planned(contents: Mapping[str, bytes], target: Path | None) -> tuple[PlannedFile, ...]:
    """Compare what would be written with what is there."""
    files = []
    for name, content in contents.items():
        status = "new"
        there = target / name if target else None
        if there is not None and there.exists():
            status = "same" if there.read_bytes() == content else "replaces"
        about = (
            "the setup, every setting with its reasons"
            if name.endswith(".json")
            else "the shot as a timeline: ranges, plate, setup"
        )
        files.append(PlannedFile(name, about, len(content), status))
    return tuple(files)
