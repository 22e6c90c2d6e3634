"""Data exported under an old count or rate: looked at, renumbered, handed back."""

import shutil
import tempfile
from contextlib import suppress
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import count
from pathlib import Path
from typing import BinaryIO

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.shot.state import Content
from zero_slate.core.time.entry.clock import Clock, Entry
from zero_slate.core.time.entry.moments import read_moment
from zero_slate.core.time.frame_remapping import FrameRemapper, recognised
from zero_slate.core.time.marks import FrameMark, MarkKind, in_order
from zero_slate.core.time.rate import FrameRate
from zero_slate.core.time.retime import Rescale
from zero_slate.files.data.reading import read_layout
from zero_slate.files.data.rows import Chosen, DataRefusal, Layout, Rewriter
from zero_slate.services.data_files.pages import (
    DataPage,
    FormerCount,
    OldColumns,
    Renumbering,
)
from zero_slate.services.data_files.telling import SHOWN, WatchedRemapper, told
from zero_slate.services.runtime.jobs import Job, Jobs
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.sheets import Shots
from zero_slate.store import revisions

DATA_JOB = "data"
KEPT = 12
# What given files and their renumbered twins take on disk, together.
MOST_KEPT = 4 * 2**30
# How many numbers a preview looks at.
LOOKED_AT = 20_000


@dataclass(slots=True)
class _File:
    id: int
    shot_id: int
    name: str
    path: Path
    layout: Layout
    rewrite: Rewriter
    written: Path | None = None


class DataFiles:
    """Data files that were given to be renumbered; they are kept while the server runs."""

    def __init__(self, workspace: Workspace, shots: Shots, jobs: Jobs):
        self.workspace = workspace
        self.shots = shots
        self.jobs = jobs
        self._files: dict[int, _File] = {}
        self._numbers = count(1)
        self._folder = Path(tempfile.mkdtemp(prefix="zero-slate-"))

    def close(self) -> None:
        """Let go of every file."""
        shutil.rmtree(self._folder, ignore_errors=True)

    def give(self, shot_id: int, name: str, content: BinaryIO) -> DataPage:
        """Take a data file in and say how it is laid out. Raises Refusal."""
        self.shots.load(shot_id)
        number = next(self._numbers)
        path = self._folder / f"{number}.given"
        content.seek(0)
        with path.open("wb") as kept:
            shutil.copyfileobj(content, kept, 1 << 20)
        try:
            with path.open("rb") as source:
                layout, rewrite = read_layout(source)
        except Refusal:
            path.unlink()
            raise
        self._files[number] = _File(number, shot_id, Path(name).name, path, layout, rewrite)
        self._make_room()
        return self.page(shot_id, number)

    def page(self, shot_id: int, number: int) -> DataPage:
        """Return a data file as it was read."""
        file = self._file(shot_id, number)
        loaded = self.shots.load(shot_id)
        setup = loaded.content.setup
        known = recognised(file.layout.columns, file.layout.rows)
        return DataPage(
            number,
            file.name,
            file.layout.form,
            file.path.stat().st_size,
            file.layout.columns,
            known.frames,
            known.lengths,
            known.question,
            file.layout.rows[:SHOWN],
            self._formers(shot_id, loaded),
            setup.clip_range.first,
            str(setup.rate),
        )

    def preview(
        self, shot_id: int, number: int, columns: OldColumns, was: str, rate: str, now: str
    ) -> Renumbering:
        """Say what renumbering would do to the first rows. Nothing is written."""
        file = self._file(shot_id, number)
        chosen = _chosen(file, columns)
        watched = WatchedRemapper(self._scale(shot_id, was, rate, now), chosen.frames[0])
        moved, shown = FrameRemapper(watched.scale), replace(chosen, leaves=True)
        after = []
        for row in file.layout.rows[:SHOWN]:
            new = list(row)
            for place in chosen.places:
                new[place] = shown.moved("", file.layout.columns, place, row[place], moved)
            after.append(tuple(new))
        problem = ""
        try:
            with file.path.open("rb") as source:
                for _ in file.rewrite(source, chosen, watched):
                    if watched.numbers > LOOKED_AT:
                        break
        except DataRefusal as refusal:
            problem = str(refusal)
        return told(file.id, file.layout, watched, chosen, tuple(after), 0, problem)

    def renumber(
        self, shot_id: int, number: int, columns: OldColumns, was: str, rate: str, now: str
    ) -> Job[Renumbering]:
        """Begin to write a data file again; the job counts bytes, its result is a Renumbering."""
        file = self._file(shot_id, number)
        moved = FrameRemapper(self._scale(shot_id, was, rate, now))
        chosen = _chosen(file, columns)
        target = file.path.with_suffix(".written")

        def work(job: Job[Renumbering]) -> None:
            # Each piece of work writes a file of its own: the last to be done gives it its name.
            partial = file.path.with_suffix(f".{job.id}.partial")
            done = 0
            try:
                with file.path.open("rb") as source, partial.open("xb") as kept:
                    for piece, taken in file.rewrite(source, chosen, moved):
                        kept.write(piece)
                        done += taken
                        job.step(done)
                with partial.open("rb") as source:
                    rows = read_layout(source)[0].rows[:SHOWN]
                renumbered = told(file.id, file.layout, moved, chosen, rows, partial.stat().st_size)
                partial.replace(target)
            finally:
                partial.unlink(missing_ok=True)
            file.written = target
            job.add(renumbered)

        what, total = f"Renumbering {file.name}", file.path.stat().st_size
        return self.jobs.start(DATA_JOB, shot_id, what, total, work)

    def job(self, shot_id: int, number: int) -> Job[Renumbering]:
        """Return a renumbering of a shot by its number. Raises NotFound."""
        return self.jobs.get(DATA_JOB, shot_id, number)

    def written(self, shot_id: int, number: int) -> tuple[str, Path]:
        """Return a file that was renumbered, with the name it had. Raises NotFound."""
        file = self._file(shot_id, number)
        if file.written is None:
            raise NotFound(f"{file.name} is not renumbered yet.")
        return file.name, file.written

    def take_keys(self, shot_id: int, number: int, base: int, columns: OldColumns) -> ShotPage:
        """Make the frames of a file, renumbered where it was, the shot's keys. Raises Refusal."""
        file = self._file(shot_id, number)
        chosen = _chosen(file, OldColumns(columns.frames, leaves=columns.leaves))
        keys: set[int] = set()
        with (file.written or file.path).open("rb") as source:
            collected = _Collected()
            for _ in file.rewrite(source, chosen, collected):
                keys.update(collected.frames)
                collected.frames.clear()
        kept = tuple(FrameMark(frame, MarkKind.KEY, file.name[:60]) for frame in keys)

        def how(loaded: Loaded) -> Content:
            marks = in_order((*loaded.content.marks, *kept))
            return loaded.content.model_copy(update={"marks": marks})

        return self.shots.amend(shot_id, base, how)

    def _scale(self, shot_id: int, was: str, rate: str, now: str) -> Rescale:
        setup = self.shots.load(shot_id).content.setup
        entry = Entry(Clock(setup.rate, setup.drops), setup.clip_range.first)
        try:
            old = read_moment(was, entry)
        except Refusal as refusal:
            raise refusal.in_part("was") from None
        try:
            former = FrameRate.parse(rate) if rate.strip() else setup.rate
        except Refusal as refusal:
            raise refusal.in_part("rate") from None
        try:
            new = read_moment(now, entry) if now.strip() else setup.clip_range.first
        except Refusal as refusal:
            raise refusal.in_part("now") from None
        return Rescale(old, new, former, setup.rate)

    def _formers(self, shot_id: int, loaded: Loaded) -> tuple[FormerCount, ...]:
        """Return each other count and rate that the shot had, the newest first."""
        with self.workspace.reading() as session:
            rows = revisions.setups_of(session, shot_id)
        content = loaded.content
        now = content.setup.clip_range.first
        seen: set[tuple[int, str]] = set()
        formers = []
        for row in rows:
            then = revisions.content_of(row)
            same_rate = then.setup.rate == content.setup.rate
            raised = content.shift - then.shift
            number = now - raised if same_rate else then.setup.clip_range.first
            key = (number, str(then.setup.rate))
            if key in seen or key == (now, str(content.setup.rate)):
                continue
            seen.add(key)
            label = f"v{row.number:03d}, counted {then.setup.count} at {then.setup.rate}"
            formers.append(FormerCount(row.number, label, number, now, str(then.setup.rate)))
        return tuple(formers)

    def _file(self, shot_id: int, number: int) -> _File:
        file = self._files.get(number)
        if file is None or file.shot_id != shot_id:
            raise NotFound("The data file isn't kept any more: give it again.")
        return file

    def _make_room(self) -> None:
        """Forget the oldest files where there are too many, or where they take too much disk."""
        sizes = {number: _on_disk(file) for number, file in self._files.items()}
        for old in sorted(sizes)[:-1]:
            if len(self._files) <= KEPT and sum(sizes.values()) <= MOST_KEPT:
                return
            del sizes[old]
            self._forget(old)

    def _forget(self, number: int) -> None:
        file = self._files.pop(number)
        for path in (file.path, file.written):
            if path is not None:
                with suppress(OSError):
                    path.unlink()


class _Collected(FrameRemapper):
    """Reads frames in place of moving them."""

    def __init__(self) -> None:
        one = FrameRate(Fraction(1))
        super().__init__(Rescale(0, 0, one, one))
        self.frames: list[int] = []

    def text(self, old: str, place: int = 0) -> str:
        self.frames.append(int(Fraction(old.replace(",", ".")) // 1))
        return old


def _on_disk(file: _File) -> int:
    given = file.path.stat().st_size
    return 2 * given if file.written else given


def _chosen(file: _File, columns: OldColumns) -> Chosen:
    names = file.layout.columns
    frames = tuple(sorted(set(columns.frames)))
    lengths = tuple(sorted(set(columns.lengths) - set(frames)))
    if not frames:
        raise Refusal(
            f"No column of {file.name} is known to hold frames. Choose one of: "
            f"{', '.join(names[:12])}.",
            part="columns",
        )
    if not all(0 <= place < len(names) for place in (*frames, *lengths)):
        raise Refusal(f"{file.name} has {counted(len(names), 'column')}.", part="columns")
    return Chosen(frames, lengths, columns.leaves)
