"""The folders of a production: shown as a tree, and made for one shot or for all."""

from collections.abc import Iterable
from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.layout import FileKind, FilesLayout, FolderPlan
from zero_slate.core.places.tree import FolderState, TreeFolder, tree_of
from zero_slate.files.version_search import stands_at
from zero_slate.files.volume_files import OutsideVolume, opened, why
from zero_slate.services.places.layouts import Layouts, codes_of
from zero_slate.services.places.typed import TypedLayout, read_layout
from zero_slate.services.productions.judged import JudgedProduction
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, VolumeAway

FOLDER_JOB = "folders"
MOST_FAILED = 50
MOST_SHOWN = 2_000

# A folder of a volume, and the kind of file it is for.
Folder = tuple[str, str, FileKind | None]


@dataclass(frozen=True, slots=True)
class TreePage:
    """The folders of a shot, or of all shots, and what stands there."""

    folders: tuple[TreeFolder, ...]
    """The folders, in the tree's order; the first of them where there are many."""
    all: int
    """How many there are."""
    there: int
    """How many are there."""
    to_make: int
    """How many are to be made."""
    in_the_way: int
    """How many can't be, since something else stands there."""
    unknown: int
    """How many aren't known, since no volume is chosen or it is away."""


@dataclass(frozen=True, slots=True)
class NotMade:
    """A folder that couldn't be made."""

    path: str
    """Its path on its volume."""
    why: str
    """Why not."""


@dataclass(frozen=True, slots=True)
class MadeFolders:
    """What making folders came to."""

    made: int
    """How many were made."""
    there: int
    """How many were there already."""
    failed: int
    """How many couldn't be made."""
    first_failed: tuple[NotMade, ...]
    """The first of those, each with why."""


class Folders:
    """Shows and makes the folders of productions."""

    def __init__(self, layouts: Layouts, jobs: Jobs):
        self.layouts = layouts
        self.workspace = layouts.workspace
        self.jobs = jobs

    def tree(
        self, production_id: int, code: str | None, typed: TypedLayout | None = None
    ) -> TreePage:
        """Return the folders of a shot, or of all shots where `code` is None, as it is typed.

        Raises NotFound.
        """
        judged, layout = self._layout(production_id)
        if typed is not None:
            layout, _ = read_layout(layout, typed, tuple(self.workspace.config.volumes))
        codes = codes_of(judged)
        wanted = codes if code is None else (code if code in codes else codes[0],)
        roots = self._roots(layout)
        missing: set[tuple[str, str]] = set()

        def state_of(volume: str, path: str) -> FolderState:
            root = roots.get(volume, "")
            if not root:
                return FolderState.UNKNOWN
            above = path.rpartition("/")[0]
            if above and (volume, above) in missing:
                missing.add((volume, path))
                return FolderState.TO_MAKE
            stands = stands_at(f"{root}/{layout.below(path)}")
            if not stands:
                missing.add((volume, path))
            return {
                "folder": FolderState.THERE,
                "": FolderState.TO_MAKE,
                "file": FolderState.IN_THE_WAY,
            }[stands]

        found = tree_of(self._folders(judged, layout, wanted), state_of)

        def count(state: FolderState) -> int:
            return sum(each.state == state for each in found)

        return TreePage(
            found[:MOST_SHOWN],
            len(found),
            count(FolderState.THERE),
            count(FolderState.TO_MAKE),
            count(FolderState.IN_THE_WAY),
            count(FolderState.UNKNOWN),
        )

    def make(self, production_id: int, code: str | None) -> Job[MadeFolders]:
        """Begin to make the folders of a shot, or of all where `code` is None.

        What is there stays as it is; what can't be made is told, and the rest is made. Raises
        NotFound, and Refusal where no volume is chosen.
        """
        judged, layout = self._layout(production_id)
        codes = codes_of(judged)
        if code is not None and code not in codes:
            raise NotFound(f"There is no shot {code} in this production.")
        folders = self._folders(judged, layout, codes if code is None else (code,))
        if not any(volume for volume, _, _ in folders):
            raise Refusal("No volume is chosen for the production's files: choose one first.")

        def work(job: Job[MadeFolders]) -> None:
            made = there = 0
            failed: list[NotMade] = []
            for number, (volume, path, _) in enumerate(folders, start=1):
                below = layout.below(path)
                try:
                    new = self._make(volume, below)
                    made, there = made + new, there + (not new)
                except (OSError, Refusal) as error:
                    said = why(error) if isinstance(error, OSError) else str(error)
                    failed.append(NotMade(f"{volume}:{below}", said))
                if number % 20 == 0 or number == len(folders):
                    job.step(number)
            job.add(MadeFolders(made, there, len(failed), tuple(failed[:MOST_FAILED])))

        what = f"Making the folders of {code or 'all shots'}"
        return self.jobs.start(FOLDER_JOB, production_id, what, len(folders), work)

    def job(self, production_id: int, number: int) -> Job[MadeFolders]:
        """Return the making of folders by its number. Raises NotFound."""
        return self.jobs.get(FOLDER_JOB, production_id, number)

    def _make(self, volume: str, below: str) -> bool:
        """Make a folder; return whether it is new. Raises OSError, OutsideVolume and VolumeAway."""
        root = self.workspace.volume(volume)
        stands = stands_at(f"{root}/{below}")
        if stands == "file":
            raise OutsideVolume("a file of that name stands there.")
        with opened(root, below, make=True):
            return not stands

    def _layout(self, production_id: int) -> tuple[JudgedProduction, FilesLayout]:
        with self.workspace.reading() as session:
            return self.layouts.standing(session, production_id)

    def _folders(
        self, judged: JudgedProduction, layout: FilesLayout, codes: Iterable[str]
    ) -> list[Folder]:
        """Return the folders of shots, those above before those in them, each once."""
        found: dict[tuple[str, str], FileKind | None] = {}
        plan = FolderPlan(layout)
        for code in codes:
            for volume, path, kind in plan.of(self.layouts.named(judged, code)):
                key = volume, path
                found[key] = found.get(key) or kind
        return [(volume, path, kind) for (volume, path), kind in found.items()]

    def _roots(self, layout: FilesLayout) -> dict[str, str]:
        """Return where the layout's volumes lie, without those that are away."""
        roots = {}
        for volume in {layout.volume, *(layout.elsewhere or {}).values()}:
            try:
                roots[volume] = str(self.workspace.volume(volume))
            except (NotFound, VolumeAway):
                continue
        return roots
