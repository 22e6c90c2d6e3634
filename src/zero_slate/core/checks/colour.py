"""Colour names against the edit's and against the colour config."""

from collections.abc import Iterator

from zero_slate.core.checks.finding import Change, Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.colour.config_names import nearest_name
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.shot.context import ShotContext


def working_space(context: ShotContext) -> Iterator[Finding]:
    """Find a working space that the config hasn't, or that isn't the edit's."""
    mine, required, names = context.setup.working_space, context.edit.working_space, context.names
    if names is not None and mine not in names.spaces:
        near = required if required in names.spaces else nearest_name(mine, names.shown_spaces)
        yield _unknown(
            "colour.space-unknown",
            "working_space",
            mine,
            names.config,
            near and use("working_space", near),
        )
    elif mine != required:
        yield Finding(
            "colour.space-differs",
            Severity.WARN,
            "working_space",
            Sentence(
                f"Pictures made in {mine} and read as {required} shift in colour.",
                ("shift in colour",),
            ),
            {},
            use("working_space", required),
        )


def viewing(context: ShotContext) -> Iterator[Finding]:
    """Find a display or view that the config hasn't, or that isn't the edit's."""
    mine, required, names = context.setup.viewing, context.edit.viewing, context.names
    if names is not None and mine.display not in names.views:
        near = (
            required.display
            if required.display in names.views
            else nearest_name(mine.display, names.displays)
        )
        change = near and use("viewing", _with_view(near, mine, names.views[near]))
        yield _unknown("colour.display-unknown", "viewing", mine.display, names.config, change)
    elif names is not None and mine.view not in names.views[mine.display]:
        change = use("viewing", _with_view(mine.display, mine, names.views[mine.display]))
        yield _unknown(
            "colour.view-unknown",
            "viewing",
            mine.view,
            f"{names.config}, display {mine.display},",
            change,
        )
    elif mine != required:
        yield Finding(
            "colour.viewing-differs",
            Severity.WARN,
            "viewing",
            Sentence(
                "Looked at otherwise than in the edit: the same picture is judged differently.",
                ("judged differently",),
            ),
            {},
            use("viewing", required),
        )


def _with_view(display: str, mine: Viewing, views: tuple[str, ...]) -> Viewing:
    return Viewing(display, nearest_name(mine.view, views) or mine.view)


def _unknown(
    code: str, setting: str, name: str, config: str, change: Change | str | None
) -> Finding:
    return Finding(
        code,
        Severity.STOP,
        setting,
        Sentence(f"{config} has no “{name}”.", (f"no “{name}”",)),
        {"name": name},
        change if isinstance(change, Change) else None,
    )
