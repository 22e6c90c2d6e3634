"""By which chains a shot's pictures are seen, and why one can't be: asked here by all."""

from collections.abc import Iterable
from dataclasses import dataclass, replace

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_place import ConfigPlace
from zero_slate.core.colour.grade import Grade
from zero_slate.core.colour.identity import ColourIdentity
from zero_slate.core.colour.not_seen import ALL_SEEN, NotSeen
from zero_slate.core.cut.events import CutEvent
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.graded import grade_of
from zero_slate.core.shot.state import Content
from zero_slate.files.colour.chain import Look, ViewedThrough, why_not_seen
from zero_slate.files.colour.configs import stamp_of
from zero_slate.files.colour.used_files import NO_FILE, contents_of, file_stamp
from zero_slate.services.runtime.workspace import Workspace


def through(
    workspace: Workspace, setup: Setup, space: str, looks: tuple[Look, ...] = ()
) -> ViewedThrough:
    """Return how pixels that are read as a space are seen: the key of all made from them."""
    address, view = workspace.colours.address(setup.color_config), setup.viewing
    return ViewedThrough(
        address, space, view.display, view.view, setup.working_space, looks, stamp_of(address)
    )


def looks_of(workspace: Workspace, setup: Setup, grade: Grade | None) -> tuple[Look, ...]:
    """Return a grade, and the look file behind it, as a chain has them."""
    if grade is None:
        return ()
    looks = [Look(setup.grade_space, grade.cdl)] if grade.cdl is not None else []
    if grade.look:
        volume, _, inside = grade.look.partition(":")
        path = str(workspace.folder(volume, inside))
        looks.append(Look(setup.grade_space, None, path, file_stamp(path)))
    return tuple(looks)


def identity_of(workspace: Workspace, content: Content) -> ColourIdentity | None:
    """Return the files that a content is seen by; None for a built-in config without a look."""
    setup, look = content.setup, content.grade.look if content.grade else ""
    used = workspace.colours.used(setup.color_config)
    if used.is_built_in and not look:
        return None
    digest = workspace.config_of(setup.color_config).fingerprint
    if look:
        volume, _, inside = look.partition(":")
        digest += contents_of((str(workspace.place(volume, inside)),))
    return ColourIdentity(str(used), look, digest)


def not_seen(workspace: Workspace, content: Content, event: CutEvent | None) -> NotSeen:
    """Return what of a shot can't be seen, or is seen otherwise than when it was stored."""
    tried = _tried(workspace, content.setup, grade_of(content, event))
    if content.colours is None or tried.view:
        return tried
    now = identity_of(workspace, content)
    if now is None or not content.colours.is_other_than(now):
        return tried
    return replace(tried, changed=" or ".join(filter(None, (now.config, now.look))))


def _tried(workspace: Workspace, setup: Setup, grade: Grade | None) -> NotSeen:
    """Try a setup's view, its grade, and what its rules say.

    Names that the config hasn't aren't a part of it: they are found by themselves. Raises Refusal
    where the config lies nowhere.
    """
    names, view = workspace.names_for(setup), setup.viewing
    if names is None or view.view not in names.views.get(view.display, ()):
        return ALL_SEEN
    if setup.working_space not in names.spaces:
        return ALL_SEEN
    if why := why_not_seen(through(workspace, setup, setup.working_space)):
        # Through a view that fails nothing else can be tried.
        return NotSeen(view=why)
    rules = {
        rule.space: why_not_seen(through(workspace, setup, rule.space))
        for rule in setup.read_rules
        if rule.space in names.spaces
    }
    graded = ""
    if grade is not None and setup.grade_space in names.spaces:
        graded = _why_not_graded(workspace, setup, grade)
    return NotSeen("", graded, tuple((space, why) for space, why in rules.items() if why))


def _why_not_graded(workspace: Workspace, setup: Setup, grade: Grade) -> str:
    try:
        looks = looks_of(workspace, setup, grade)
    except Refusal as refusal:
        return str(refusal).rstrip(".")
    for look in looks:
        if look.path is not None and look.stamp == NO_FILE:
            return f"the file {look.path.rpartition('/')[2]} isn't there"
    return why_not_seen(through(workspace, setup, setup.working_space, looks))


@dataclass(frozen=True, slots=True)
class SeenBy:
    """The configs that aren't built in, and the look files, that some shots are seen by."""

    configs: frozenset[ConfigPlace]
    looks: frozenset[str]


def seen_by_of(contexts: Iterable[ShotContext]) -> SeenBy:
    """Return what shots are seen by."""
    every = tuple(contexts)
    configs = frozenset(each.setup.color_config for each in every)
    looks = frozenset(each.grade.look for each in every if each.grade and each.grade.look)
    return SeenBy(configs, looks)


def seen_by_stamp(workspace: Workspace, seen_by: SeenBy) -> tuple[object, ...]:
    """Return another value whenever a file is another that shots are seen by."""
    addresses = {workspace.colours.address(each) for each in seen_by.configs}
    looks = (look.partition(":") for look in seen_by.looks)
    places = {str(workspace.place(volume, path)) for volume, _, path in looks}
    return (*map(stamp_of, sorted(addresses)), *map(file_stamp, sorted(places)))
