"""Names of the colour config."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.config_place import BUILT_IN, ConfigPlace
from zero_slate.core.colour.viewing import Viewing
from zero_slate.core.settings.kinds.texts import LONGEST_TEXT
from zero_slate.core.settings.schema import Part, Texts
from zero_slate.core.time.entry.clock import Entry


@dataclass(frozen=True, slots=True)
class ConfigKind:
    """A colour config: a built-in one by its name, or a file on a volume."""

    parts = (
        Part("place", "Colour config", 22, offers=BUILT_IN, hint="or volume:folder/config.ocio"),
    )

    def read(self, texts: Texts, entry: Entry) -> ConfigPlace:
        """Return where it lies; whether it can be read is a check's matter."""
        try:
            return ConfigPlace.typed(texts["place"])
        except Refusal as refusal:
            raise refusal.in_part("place") from None

    def texts(self, value: ConfigPlace) -> dict[str, str]:
        """Return the place."""
        return {"place": str(value)}

    def show(self, value: ConfigPlace) -> str:
        """Write the place."""
        return str(value)


@dataclass(frozen=True, slots=True)
class SpaceKind:
    """A colour space of the colour config, by name."""

    parts = (Part("name", "Working space", 22, names="spaces"),)

    def read(self, texts: Texts, entry: Entry) -> str:
        """Return the name as written; whether the config has it is a check's matter."""
        return read_name(texts["name"], self.parts[0])

    def texts(self, value: str) -> dict[str, str]:
        """Return the name."""
        return {"name": value}

    def show(self, value: str) -> str:
        """Write the name."""
        return value


@dataclass(frozen=True, slots=True)
class GradeSpaceKind(SpaceKind):
    """The colour space that grades work in, by name."""

    parts = (Part("name", "Graded in", 22, names="spaces"),)


@dataclass(frozen=True, slots=True)
class ViewingKind:
    """A display and one of its views, by name."""

    parts = (
        Part("display", "Display", 22, names="displays"),
        Part("view", "View", 22, names="views"),
    )

    def read(self, texts: Texts, entry: Entry) -> Viewing:
        """Return both names as written; whether the config has them is a check's matter."""
        display, view = (read_name(texts[part.key], part) for part in self.parts)
        return Viewing(display, view)

    def texts(self, value: Viewing) -> dict[str, str]:
        """Return both names."""
        return {"display": value.display, "view": value.view}

    def show(self, value: Viewing) -> str:
        """Write display, then view."""
        return f"{value.display} · {value.view}"


def read_name(text: str, part: Part) -> str:
    """Return a colour config's name as written, or refuse an empty or endless one."""
    name = part.line(text, 10 * LONGEST_TEXT)
    if not 0 < len(name) <= LONGEST_TEXT:
        raise Refusal(
            f"{part.label} takes a name of 1 to {LONGEST_TEXT} characters; this has {len(name)}.",
            part=part.key,
        )
    return name
