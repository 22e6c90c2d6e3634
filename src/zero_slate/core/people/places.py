"""Where an action answers, and so which keys would be pressed for two of them at once."""

from enum import StrEnum

_PRODUCTION = frozenset(
    ("cut", "edit", "recut", "to ask for", "found", "files", "storing", "targets", "several shots")
)
_SHOT = frozenset(
    ("sheet", "time", "data", "elements", "stand", "finish", "proof", "devices", "hand off",
     "shot's files", "change")
)  # fmt: skip
_ALONE = frozenset(
    ("desk", "formats", "house", "keys", "people", "away", "machine", "side by side")
)
_EVERY = _PRODUCTION | _SHOT | _ALONE


class Place(StrEnum):
    """A part of the application that an action belongs to."""

    EVERYWHERE = "Everywhere"
    DESK = "Desk"
    FORMATS = "Formats"
    PRODUCTION_AND_DESK = "Production and desk"
    PRODUCTION_AND_SHOT = "Production and shot"
    PRODUCTION = "Production"
    CUT = "Cut"
    SHOT = "Shot"
    SHEET = "Sheet"
    PANES = "Sheet, proof"
    SIDES = "Pages with a pane at the side"
    ELEMENTS = "Elements"
    FILES = "Files of a shot"
    PROOF = "Proof"
    PLAYED = "Proof, and the sheet with the rate selected"
    CHANGES = "Change, edit format, house setup, files"
    RULE = "Frame rule"
    LOOKED_AT = "Frame rule, drawing, light table"
    STACK = "Stack"
    RULE_AND_STACK = "Frame rule, stack"
    SPINES_AND_STACK = "Spines, stack"
    FIELD = "Any field"

    @property
    def screens(self) -> frozenset[str]:
        """The screens that it is on."""
        return _SCREENS.get(self, _EVERY)

    @property
    def focused(self) -> bool:
        """Whether its keys answer only while it has the focus, before any others."""
        return self in _FOCUSED

    def meets(self, other: "Place") -> bool:
        """Return whether a key that both take would be pressed for both at once."""
        if self.focused or other.focused:
            return bool(_FOCUSED.get(self, _NOTHING) & _FOCUSED.get(other, _NOTHING))
        return bool(self.screens & other.screens)


_SCREENS = {
    Place.DESK: frozenset(("desk",)),
    Place.FORMATS: frozenset(("formats",)),
    Place.PRODUCTION_AND_DESK: _PRODUCTION | {"desk"},
    Place.PRODUCTION_AND_SHOT: _PRODUCTION | _SHOT,
    Place.PRODUCTION: _PRODUCTION,
    Place.CUT: frozenset(("cut",)),
    Place.SHOT: _SHOT,
    Place.SHEET: frozenset(("sheet",)),
    Place.PANES: frozenset(("sheet", "proof")),
    Place.SIDES: frozenset(
        ("sheet", "proof", "formats", "change", "elements", "stand", "files", "storing", "targets")
    ),
    Place.ELEMENTS: frozenset(("elements",)),
    Place.FILES: frozenset(("shot's files",)),
    Place.PROOF: frozenset(("proof",)),
    Place.PLAYED: frozenset(("proof", "sheet", "finish", "side by side")),
    Place.CHANGES: frozenset(
        ("change", "several shots", "edit", "house", "files", "shot's files", "targets", "devices",
         "machine", "stand", "finish", "storing")
    ),
}  # fmt: skip
# What has the focus where an action answers only then.
_FOCUSED = {
    Place.RULE: frozenset(("rule",)),
    Place.LOOKED_AT: frozenset(("rule", "drawing", "table")),
    Place.STACK: frozenset(("stack",)),
    Place.RULE_AND_STACK: frozenset(("rule", "stack")),
    Place.SPINES_AND_STACK: frozenset(("spines", "stack")),
    Place.FIELD: frozenset(("field",)),
}
_NOTHING: frozenset[str] = frozenset()
