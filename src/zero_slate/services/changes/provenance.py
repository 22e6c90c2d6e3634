"""Where a setting's value comes from: each level that says something, since when and by whom."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.levels import Level, ProvenanceEntry, provenance_of
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.sheets import Shots
from zero_slate.store.house import latest_house
from zero_slate.store.since import Since, edit_since, house_since, setup_since


@dataclass(frozen=True, slots=True)
class ShownEntry:
    """What one level says of a setting, since when and by whom; None where it always has."""

    level: Level
    """The level."""
    name: str
    """The level's name."""
    value: str
    """What it says, in words."""
    since: str | None
    """Since when, as an ISO 8601 moment in UTC; None where it always has."""
    who: str | None
    """Who set it; None where nobody did."""
    stands: bool
    """Whether it is the one that stands."""


@dataclass(frozen=True, slots=True)
class Provenance:
    """Where a setting's value comes from; `follow` says what it would go back to."""

    entries: tuple[ShownEntry, ...]
    """What each level says, from the house setup to the shot."""
    follow: str | None
    """What it would go back to, in words; None where it follows already."""


class Provenances:
    """Says where values come from."""

    def __init__(self, workspace: Workspace, shots: Shots):
        self.workspace = workspace
        self.shots = shots

    def of(self, shot_id: int, key: str) -> Provenance:
        """Return where one setting of a shot comes from. Raises NotFound and Refusal."""
        if key not in SETTINGS:
            raise Refusal(f"A sheet has no setting “{key}”.")
        loaded = self.shots.load(shot_id)
        content = loaded.content
        with self.workspace.reading() as session:
            _, house = latest_house(session)
            found = provenance_of(
                key, content.setup, house, loaded.stored.required.values, content.format
            )
            production = loaded.head.production_id
            since = {
                Level.HOUSE: lambda: house_since(session, key),
                Level.EDIT: lambda: edit_since(session, production, key),
                Level.FORMAT: lambda: setup_since(session, shot_id, "$.format"),
                Level.SHOT: lambda: setup_since(session, shot_id, f"$.setup.{key}"),
            }
            shown = tuple(_shown(each, loaded, key, since[each.level]()) for each in found)
        own = found[-1].level is Level.SHOT and len(found) > 1
        return Provenance(shown, _follow(found[-2].level, shown[-2].name) if own else None)


def _shown(entry: ProvenanceEntry, loaded: Loaded, key: str, since: Since | None) -> ShownEntry:
    chosen = loaded.content.format
    name = {
        Level.HOUSE: "House setup",
        Level.EDIT: loaded.edit_words(key),
        Level.FORMAT: chosen.name if chosen else "",
        Level.SHOT: "This shot",
    }[entry.level]
    value = SETTINGS[key].kind.show(entry.value)
    at, who = since or (None, None)
    return ShownEntry(entry.level, name, value, at, who, entry.stands)


def _follow(level: Level, name: str) -> str:
    if level is Level.FORMAT:
        return f"Follow the format {name} again"
    words = f"{name[0].lower()}{name[1:]}"
    return f"Follow {'' if name.startswith('Cut') else 'the '}{words} again"
