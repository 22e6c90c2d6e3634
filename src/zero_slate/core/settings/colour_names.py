"""Colour names as they are typed: one that the colour config doesn't have isn't taken."""

from zero_slate.core.colour.config_names import ColourNames, nearest_name
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.settings.reading import FieldProblem, Reading, Typed


def held_by_names(reading: Reading, typed: Typed, names: ColourNames | None) -> Reading:
    """Take out of a reading what is typed as a name that the config hasn't, and say so there.

    A view that isn't typed may be one that a newly chosen display hasn't: that is found afterwards.
    Without a config every name is taken.
    """
    if names is None:
        return reading
    for part, typed_name, known, what in _typed_names(reading, typed, names):
        key = "viewing" if part in ("display", "view") else "working_space"
        if key not in reading.values or typed_name in known:
            continue
        del reading.values[key]
        near = nearest_name(typed_name, tuple(name for name in known if name))
        reading.problems[key] = FieldProblem(
            part,
            f"{names.config} has no {what} “{typed_name}”.",
            {part: near} if near else {},
        )
    return reading


def _typed_names(
    reading: Reading, typed: Typed, names: ColourNames
) -> list[tuple[str, str, tuple[str, ...], str]]:
    """Return what is typed as a name: its part, the name, those it can be, and what it is."""
    found = []
    space = reading.values.get("working_space")
    if isinstance(space, str) and space not in names.spaces:
        found.append(("name", space, names.shown_spaces, "colour space"))
    viewing = reading.values.get("viewing")
    parts = typed.get("viewing", {})
    if isinstance(viewing, Viewing):
        if "display" in parts:
            found.append(("display", viewing.display, names.displays, "display"))
        if "view" in parts:
            views = names.views.get(viewing.display, ())
            found.append(("view", viewing.view, views, f"view of {viewing.display},"))
    return found
