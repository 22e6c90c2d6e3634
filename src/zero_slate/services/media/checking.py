"""Checks files against an edit format, without a production or a shot."""

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.checks.finding import Severity
from zero_slate.core.media.element import Align, Element
from zero_slate.core.media.header import Media
from zero_slate.core.presentation.sheet import RowMessage
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.failures import FAILURES, damaged
from zero_slate.files.media.folders import Found, find
from zero_slate.files.plain_files import no_plain_file
from zero_slate.files.volume_files import CannotRead, list_folder
from zero_slate.services.media.lines import media_findings


@dataclass(frozen=True, slots=True)
class Checked:
    """One sequence, movie or still, and what it doesn't agree in."""

    path: Path
    media: Media | None
    messages: tuple[RowMessage, ...]
    problem: str | None

    @property
    def agrees(self) -> bool:
        """Whether it could be read and agrees: what is only worth knowing differs in nothing."""
        told = (said.severity for said in self.messages)
        return self.problem is None and all(severity == Severity.NOTE for severity in told)


def check_paths(edit: EditFormat, paths: list[Path]) -> Iterator[Checked]:
    """Check everything under the paths, one after another.

    What can't be read is told as such, and the rest goes on. Raises Refusal for a path that isn't
    there or holds nothing to check.
    """
    for path in paths:
        if not path.exists():
            raise Refusal(f"There is no {path}.")
        none = True
        for each in _below(path) if path.is_dir() else _file(path):
            none = False
            yield each if isinstance(each, Checked) else _check(edit, each)
        if none:
            raise Refusal(f"{path} holds no pictures and no movies.")


def _file(path: Path) -> Iterator[Found | Checked]:
    other = no_plain_file(path)
    if other:
        yield Checked(path, None, (), other)
    yield from find([path.name], path.parent)


def _below(top: Path) -> Iterator[Found | Checked]:
    """Yield what lies in a folder and those in it, links that stay in it too: each once."""
    seen: set[Path] = set()
    waiting = [top]
    while waiting:
        folder = waiting.pop()
        real = folder.resolve()
        if real in seen:
            continue
        seen.add(real)
        try:
            listing = list_folder(top, folder)
        except CannotRead as refusal:
            yield Checked(folder, None, (), str(refusal))
            continue
        yield from find(listing.files, folder)
        waiting += [folder / name for name in reversed(listing.folders)]
        if listing.left_out:
            what = counted(listing.left_out, "entry", "entries")
            ends = "leads" if listing.left_out == 1 else "lead"
            yield Checked(
                folder, None, (), f"{what} in it {ends} outside, or can't be opened: left out"
            )


def _check(edit: EditFormat, found: Found) -> Checked:
    path = found.folder / found.name
    try:
        return _judged(edit, found, path)
    except Refusal as refusal:
        return Checked(path, None, (), str(refusal))
    except FAILURES as error:
        return Checked(path, None, (), damaged(error))


def _judged(edit: EditFormat, found: Found, path: Path) -> Checked:
    media = found.read()
    # The frames a sequence spans stand for the ones asked, so that its gaps are found.
    span = FrameRange(media.first, media.last)
    setup = Setup(
        code="CHECK",
        cut_range=span,
        work_range=span,
        clip_range=span,
        **{key: getattr(edit, key) for key in EDIT_SETTINGS},
    )
    element = Element(0, "plate", media, Align.NUMBER)
    return Checked(path, media, media_findings(ShotContext(setup, edit), element), None)
