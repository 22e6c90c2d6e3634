"""Colour names against the edit's and against the colour config."""

from collections.abc import Iterator
from dataclasses import replace

from zero_slate.core.checks.finding import Change, ElementChange, Finding, Sentence, Severity
from zero_slate.core.checks.suggestion import use
from zero_slate.core.colour.config_names import ColourNames, nearest_name
from zero_slate.core.colour.config_place import ConfigPlace
from zero_slate.core.colour.read_as import ReadBy
from zero_slate.core.colour.read_rules import ReadRules
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.media.element import Element
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.read_element import read_element


def config(context: ShotContext) -> Iterator[Finding]:
    """Find a colour config that can't be read, isn't the one that is held, or isn't the edit's."""
    mine, required, used = context.setup.color_config, context.edit.color_config, context.config
    if used is not None and used.problem:
        near = None
        if not used.held:
            # The edit's own is what is meant, unless it is this one.
            near = required if required != mine else ConfigPlace.parse(used.nearest)
        yield Finding(
            "colour.config-unreadable",
            Severity.STOP,
            "color_config",
            Sentence(used.problem, (used.name,)),
            {"name": used.name},
            use("color_config", near) if near is not None else None,
        )
    elif used is not None and used.held and mine.short != used.name:
        yield Finding(
            "colour.config-held",
            Severity.WARN,
            "color_config",
            Sentence(
                f"Set to {mine}, but {used.held} holds {used.name}: all colours are read by that.",
                (used.name,),
            ),
            {"name": used.name},
        )
    elif context.unseen.changed:
        yield Finding(
            "colour.config-changed",
            Severity.WARN,
            "color_config",
            Sentence(
                f"{context.unseen.changed}, or a file that it uses, has changed since this "
                "version was stored: pictures are seen otherwise.",
                ("has changed",),
            ),
            {},
        )
    elif mine != required:
        yield Finding(
            "colour.config-differs",
            Severity.WARN,
            "color_config",
            Sentence(
                f"The same names can mean other colours in {mine.short} than in the edit's "
                f"{required.short}.",
                ("can mean other colours",),
            ),
            {},
            use("color_config", required),
        )


def grade_space(context: ShotContext) -> Iterator[Finding]:
    """Find a grade that can't be seen, and a grading space that the config hasn't."""
    mine, names = context.setup.grade_space, context.names
    if context.unseen.grade:
        yield _not_seen("colour.grade-broken", "grade_space", "The grade", context.unseen.grade)
    if context.grade is None or names is None or mine in names.spaces:
        return
    near = nearest_name(mine, names.shown_spaces)
    change = use("grade_space", near) if near else None
    yield _unknown("colour.grade-space-unknown", "grade_space", mine, names.config, change)


def read_rules(context: ShotContext) -> Iterator[Finding]:
    """Find rules with names that the config hasn't, and files that say otherwise themselves."""
    names = context.names
    if names is None:
        return
    for rule in context.setup.read_rules:
        if rule.space in names.spaces:
            continue
        near = nearest_name(rule.space, names.shown_spaces)
        others = [
            replace(each, space=near or each.space) if each == rule else each
            for each in context.setup.read_rules
        ]
        change = use("read_rules", ReadRules(tuple(others))) if near else None
        yield _unknown("colour.rule-unknown", "read_rules", rule.space, names.config, change)
    for space, why in context.unseen.spaces:
        yield _not_seen("colour.rule-broken", "read_rules", f"What is read as {space}", why)
    for element in context.elements:
        yield from read_otherwise(context.setup, names, element)


def read_otherwise(setup: Setup, names: ColourNames, element: Element) -> Iterator[Finding]:
    """Find an element that a rule reads as another space than its own tag names."""
    read = read_element(setup, names, element)
    if read is None or read.by is not ReadBy.RULE or not read.tagged or not read.space:
        return
    if not names.are_same(read.tagged, read.space):
        yield Finding(
            "colour.read-differs",
            Severity.WARN,
            "read_rules",
            Sentence(
                f"{element.name} is read as {read.space}, by {read.why}, and its own tag says "
                f"{read.tagged}.",
                (read.space, read.tagged),
            ),
            {"space": read.space, "tagged": read.tagged},
            element=element.id,
            element_change=ElementChange(
                f"Read it as {read.tagged}",
                {"space": read.tagged, "space_reason": "its tag says so"},
            ),
        )


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
    elif context.unseen.view:
        yield _not_seen(
            "colour.view-broken", "viewing", f"{mine.display}, {mine.view}", context.unseen.view
        )
    elif mine != required:
        yield Finding(
            "colour.viewing-differs",
            Severity.WARN,
            "viewing",
            Sentence(
                "Viewed differently from the edit: the same picture is judged differently.",
                ("judged differently",),
            ),
            {},
            use("viewing", required),
        )


def _with_view(display: str, mine: Viewing, views: tuple[str, ...]) -> Viewing:
    return Viewing(display, nearest_name(mine.view, views) or mine.view)


def _not_seen(code: str, setting: str, what: str, why: str) -> Finding:
    return Finding(
        code,
        Severity.STOP,
        setting,
        Sentence(f"{what} can't be seen: {why}.", ("can't be seen",)),
        {"name": what},
    )


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
