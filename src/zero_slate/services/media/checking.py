"""Checks files against an edit format, without a production or a shot."""

from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.media.element import Align, Element
from zero_slate.core.media.header import Media
from zero_slate.core.presentation.sheet import RowMessage
from zero_slate.core.settings.index import EDIT_SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.time.frames import FrameRange
from zero_slate.files.media.folders import Found, find
from zero_slate.files.volume_files import list_folder
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
        """Whether it could be read and agrees."""
        return self.problem is None and not self.messages


def check_paths(edit: EditFormat, paths: list[Path]) -> Iterator[Checked]:
    """Check everything under the paths, one after another. Raises Refusal for a bad path."""
    for path in paths:
        if not path.exists():
            raise Refusal(f"There is no {path}.")
        found = _below(path) if path.is_dir() else iter(find([path.name], path.parent))
        none = True
        for each in found:
            none = False
            yield _check(edit, each)
        if none:
            raise Refusal(f"{path} holds no pictures and no movies.")


def _below(folder: Path) -> Iterator[Found]:
    folders, files = list_folder(folder, folder)
    yield from find(files, folder)
    for name in folders:
        # A link to a folder above would never end.
        if not (folder / name).is_symlink():
            yield from _below(folder / name)


def _check(edit: EditFormat, found: Found) -> Checked:
    path = found.folder / found.name
    try:
        media = found.read()
    except Refusal as refusal:
        return Checked(path, None, (), str(refusal))
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
