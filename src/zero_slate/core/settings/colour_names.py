"""Colour names as they are typed: one that the colour config doesn't have isn't taken."""

from collections.abc import Callable, Collection, Iterator
from dataclasses import dataclass

from zero_slate.core.colour.config_names import ColourNames, ConfigInUse, nearest_name
from zero_slate.core.colour.config_place import ConfigPlace
from zero_slate.core.settings.reading import FieldProblem, Reading, Typed

ConfigOf = Callable[[ConfigPlace], ConfigInUse]


def held_by_names(
    reading: Reading, typed: Typed, config_of: ConfigOf, stands: ConfigPlace
) -> Reading:
    """Take out of a reading what is typed as a name that the config hasn't, and say so there.

    The config is the one that is typed, or else the one that `stands`; one that can't be read isn't
    taken. A view that isn't typed may be one that a newly chosen display hasn't: that is found
    afterwards. Without a config every name is taken.
    """
    place = reading.values.get("color_config", stands)
    config = config_of(place)
    if config.problem and "color_config" in reading.values:
        del reading.values["color_config"]
        instead = {"place": config.nearest} if config.nearest else {}
        reading.problems["color_config"] = FieldProblem("place", config.problem, instead)
        config = config_of(stands)
    names = config.names
    if names is None:
        return reading
    for typed_name in _typed_names(reading, typed, names):
        key = typed_name.setting
        if key not in reading.values or typed_name.name in typed_name.taken:
            continue
        del reading.values[key]
        near = nearest_name(typed_name.name, typed_name.shown)
        if near and key == "read_rules":
            near = typed[key]["text"].replace(typed_name.name, near)
        reading.problems[key] = FieldProblem(
            typed_name.part,
            f"{names.config} has no {typed_name.what} “{typed_name.name}”.",
            {typed_name.part: near} if near else {},
        )
    return reading


@dataclass(frozen=True, slots=True)
class _TypedName:
    """A name as it is typed, what it is, and the names that are taken and offered there."""

    setting: str
    part: str
    name: str
    what: str
    taken: Collection[str]
    shown: tuple[str, ...]


def _typed_names(reading: Reading, typed: Typed, names: ColourNames) -> Iterator[_TypedName]:
    space, viewing = reading.values.get("working_space"), reading.values.get("viewing")
    for key, each in (("working_space", space), ("grade_space", reading.values.get("grade_space"))):
        if each is not None:
            # Aliases are taken too, but not offered.
            yield _TypedName(key, "name", each, "colour space", names.spaces, names.shown_spaces)
    if (rules := reading.values.get("read_rules")) is not None:
        for rule in rules:
            yield _TypedName(
                "read_rules", "text", rule.space, "colour space", names.spaces, names.shown_spaces
            )
    if viewing is None:
        return
    parts, views = typed["viewing"], names.views.get(viewing.display, ())
    if "display" in parts:
        displays = names.displays
        yield _TypedName("viewing", "display", viewing.display, "display", displays, displays)
    if "view" in parts:
        what = f"view of {viewing.display},"
        yield _TypedName("viewing", "view", viewing.view, what, views, views)
