"""Newer versions of an element's files on disk, and what they differ in."""

import os
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import PurePosixPath

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Role
from zero_slate.core.media.header import Media
from zero_slate.core.media.layers import layers_of
from zero_slate.core.media.statistics import value_words
from zero_slate.core.media.versions import differences, is_newer, versioned
from zero_slate.files.failures import FAILURES
from zero_slate.files.media.folders import Found
from zero_slate.files.media.pixels.layer_sheet import SeenLayer, frame_layers
from zero_slate.services.media.relinking import rows_of
from zero_slate.services.media.volumes import Volumes
from zero_slate.services.runtime.executor import Work
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store import elements
from zero_slate.store.tables import ElementRow, Shot


@dataclass(frozen=True, slots=True)
class NewerVersion:
    """A newer version of an element's files that lies on disk."""

    element: int
    """The element's number."""
    shot_id: int
    """Its shot's number."""
    code: str
    """Its shot's code."""
    name: str
    """The name of its files now."""
    newest: str
    """The name of the newest version."""
    label: str
    """The newest version, as it is written: `v002`."""
    volume: str
    """The volume that it lies on."""
    folder: str
    """The folder that it lies in."""
    files: int
    """How many files it has."""


@dataclass(frozen=True, slots=True)
class VersionComparison:
    """What a newer version differs in."""

    name: str
    """The name of the newer version."""
    differences: tuple[str, ...]
    """What differs, a sentence each; none where nothing does."""
    problem: str
    """Why it can't be compared in full; empty where it can."""


class NewerVersions:
    """Looks for newer versions beside the files that are linked."""

    def __init__(self, workspace: Workspace, volumes: Volumes, work: Work):
        self.workspace = workspace
        self.volumes = volumes
        self.work = work

    def newer(self, production_id: int) -> tuple[NewerVersion, ...]:
        """Return the newest version of each element of a production that isn't linked yet."""
        found = (self.newest_of(row, code) for row, code in rows_of(self.workspace, production_id))
        return tuple(each for each in found if each is not None)

    def newer_of_shot(self, shot_id: int) -> tuple[NewerVersion, ...]:
        """Return the newest version of each element of a shot that isn't linked yet."""
        with self.workspace.reading() as session:
            shot = session.get(Shot, shot_id)
            if shot is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            rows = elements.all_rows(session, shot_id)
            code = shot.code
        found = (self.newest_of(row, code) for row in rows)
        return tuple(each for each in found if each is not None)

    def newest_of(self, row: ElementRow, code: str) -> NewerVersion | None:
        """Return the newest version of an element that isn't linked yet, if there is one."""
        name = elements.file_name(row)
        if not name:
            return None
        best: tuple[int, str, Found] | None = None
        for folder, found in self._versions(row, name):
            number = versioned(found.name).number or versioned(folder).number or 0
            if best is None or number > best[0]:
                best = number, folder, found
        if best is None:
            return None
        _, folder, found = best
        label = versioned(found.name).label or versioned(folder).label
        return NewerVersion(
            row.id, row.shot_id, code, name, found.name, label, row.volume, folder,
            len(found.files),
        )  # fmt: skip

    def _versions(self, row: ElementRow, name: str) -> Iterator[tuple[str, Found]]:
        """Yield newer versions beside an element's files, and in newer folders beside theirs."""
        try:
            _, _, beside = self.volumes.look(row.volume, row.folder)
            yield from ((row.folder, each) for each in beside if is_newer(each.name, name))
            path = PurePosixPath(row.folder)
            if versioned(path.name).number is None:
                return
            above = folder_above(row.folder)
            _, listing, _ = self.volumes.look(row.volume, above)
            for folder in listing.folders:
                if not is_newer(folder, path.name):
                    continue
                there = f"{above}/{folder}" if above else folder
                _, _, inside = self.volumes.look(row.volume, there)
                for each in inside:
                    if versioned(each.name).key == versioned(name).key:
                        yield there, each
        except Refusal:
            return

    def compare(self, shot_id: int, element_id: int) -> VersionComparison:
        """Say what the newest version of an element differs in. Raises NotFound.

        Headers and the pixels of one frame of each are read in worker processes.
        """
        newest = next(
            (each for each in self.newer_of_shot(shot_id) if each.element == element_id), None
        )
        if newest is None:
            raise NotFound("There is no newer version of this element.")
        with self.workspace.reading() as session:
            row = session.get(ElementRow, element_id)
            assert row is not None, "it was found a moment ago"
            if row.role == Role.SOUND:
                return VersionComparison(newest.newest, (), "Sounds are compared by ear.")
            before, folder = elements.element_of(row).media, row.folder
        found = self.volumes.found(newest.volume, newest.folder, newest.newest)
        after: Media = self.work.submit(Found.read, found).result()
        was = self.volumes.found(row.volume, folder, before.name)
        if one := _one_file(was, found):
            return VersionComparison(newest.newest, (one,), "")
        said = list(differences(before, after))
        problem = ""
        try:
            said += self._values(was, before, found, after)
        except FAILURES as error:
            problem = f"Values aren't compared: {error}"
        return VersionComparison(newest.newest, tuple(said), problem)

    def _values(self, was: Found, before: Media, found: Found, after: Media) -> list[str]:
        """Say in which layers one frame's values differ, on a frame that both versions have."""
        common = sorted(was.files.keys() & found.files.keys())
        if before.kind != after.kind or not common or not layers_of(after.header) or was.movie:
            return []
        frame = common[len(common) // 2]
        both = [
            self.work.submit(frame_layers, str(each.folder / each.files[frame]), frame)
            for each in (was, found)
        ]
        old, new = ({s.layer.key: s for s in each.result()} for each in both)
        told = []
        for key in old.keys() & new.keys():
            if words := _other_values(old[key], new[key]):
                told.append(f"Layer {key} on frame {frame}: {words}.")
        return told or [f"The values of frame {frame} are the same in every layer of both."]


def folder_above(folder: str) -> str:
    """Return the folder that one lies in; empty for the volume's root."""
    above = str(PurePosixPath(folder).parent)
    return "" if above == "." else above


def _one_file(was: Found, found: Found) -> str:
    """Say that two versions are the same files under two names; empty where they aren't."""
    common = was.files.keys() & found.files.keys()
    same = sum(
        os.path.samefile(was.folder / was.files[frame], found.folder / found.files[frame])
        for frame in common
    )
    if not same:
        return ""
    which = "Both are one file" if same == 1 else f"{counted(same, 'frame')} of both are one file"
    return f"{which}: {found.name} is a link to {was.name}, and no version of its own."


def _other_values(old: SeenLayer, new: SeenLayer) -> str:
    if old.problem or new.problem:
        return ""
    means = [
        (a.mean, b.mean)
        for a, b in zip(old.statistics, new.statistics, strict=False)
        if a.mean is not None and b.mean is not None
    ]
    apart = [(a, b) for a, b in means if abs(a - b) > 1e-4 * max(abs(a), abs(b), 1e-6)]
    if not apart:
        return ""
    was, now = max(apart, key=lambda pair: abs(pair[0] - pair[1]))
    return f"mean {value_words(now)} in place of {value_words(was)}"
