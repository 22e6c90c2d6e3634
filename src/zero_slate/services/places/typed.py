"""A layout as it is typed: each path by itself, with what is wrong with it."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.places.layout import FileKind, FilesLayout
from zero_slate.core.places.path_rule import PathRule


@dataclass(frozen=True, slots=True)
class TypedLayout:
    """What is typed of a layout; None stays as it is."""

    name: str | None = None
    paths: Mapping[FileKind, str] | None = None
    folders: Sequence[str] | None = None
    disciplines: Sequence[str] | None = None
    volume: str | None = None
    folder: str | None = None
    elsewhere: Mapping[FileKind, str] | None = None


@dataclass(frozen=True, slots=True)
class LayoutProblem:
    """What is wrong with a part of a layout."""

    part: str
    """The part: `paths.render`, `folders`, `disciplines`, `volume` …"""
    message: str
    """What is wrong, in a sentence."""
    nearest: str
    """The nearest that works; empty where there is none."""


def read_layout(
    before: FilesLayout, typed: TypedLayout, volumes: Sequence[str]
) -> tuple[FilesLayout, tuple[LayoutProblem, ...]]:
    """Return a layout with as much of what is typed as can be taken, and what can't be."""
    problems: list[LayoutProblem] = []
    layout = before

    def take(part: str, **values: object) -> None:
        nonlocal layout
        try:
            layout = replace(layout, **values)  # type: ignore[arg-type]
        except Refusal as refusal:
            problems.append(_problem(refusal, part))

    for kind, text in (typed.paths or {}).items():
        part = f"paths.{kind}"
        try:
            rule = PathRule.parse(text)
        except Refusal as refusal:
            problems.append(_problem(refusal, part))
            continue
        take(part, paths={**layout.paths, kind: rule})
    if typed.folders is not None:
        try:
            take("folders", folders=tuple(map(PathRule.parse, typed.folders)))
        except Refusal as refusal:
            problems.append(_problem(refusal, "folders"))
    if typed.disciplines is not None:
        take("disciplines", disciplines=tuple(typed.disciplines))
    if typed.name is not None:
        take("name", name=typed.name.strip())
    if typed.folder is not None:
        try:
            folder = typed.folder.strip().strip("/")
            # A folder is a path without pieces.
            if folder and PathRule.parse(folder).pieces:
                raise Refusal("The folder that all lies below has no pieces, only words.")
            take("folder", folder=folder)
        except Refusal as refusal:
            problems.append(_problem(refusal, "folder"))
    chosen = [("volume", typed.volume or "")]
    chosen += [(f"elsewhere.{kind}", name) for kind, name in (typed.elsewhere or {}).items()]
    unknown = [(part, name) for part, name in chosen if name and name not in volumes]
    for part, name in unknown:
        known = ", ".join(volumes) or "none is configured"
        problems.append(LayoutProblem(part, f"There is no volume “{name}”; there is: {known}.", ""))
    if not unknown:
        if typed.volume is not None:
            take("volume", volume=typed.volume)
        if typed.elsewhere is not None:
            other = {k: v for k, v in typed.elsewhere.items() if v and v != layout.volume}
            take("elsewhere", elsewhere=other or None)
    return layout, tuple(problems)


def _problem(refusal: Refusal, part: str) -> LayoutProblem:
    return LayoutProblem(refusal.part or part, str(refusal), refusal.nearest or "")
