"""Changes to a shot seen before they are made, and where its values come from."""

from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.resize import KeepArtwork
from zero_slate.core.presentation.change_preview import Proposal, propose
from zero_slate.core.settings.index import SETTINGS
from zero_slate.core.settings.levels import Level, provenance_of
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.sources import Source, Sources
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots_all import Shots
from zero_slate.store import revisions
from zero_slate.store.house import house_revisions, latest_house
from zero_slate.store.tables import EditRevision, HouseRevision, SetupRevision


@dataclass(frozen=True, slots=True)
class ChangePage:
    """A change of one shot before it is made."""

    proposal: Proposal
    keep: KeepArtwork | None
    version: int


@dataclass(frozen=True, slots=True)
class ShownEntry:
    """What one level says of a setting, since when and by whom; None where it always has."""

    level: Level
    name: str
    value: str
    since: str | None
    who: str | None
    stands: bool


@dataclass(frozen=True, slots=True)
class Provenance:
    """Where a setting's value comes from; `follow` names the level it would go back to."""

    entries: tuple[ShownEntry, ...]
    follow: str | None


class Changing:
    """Changes to one shot."""

    def __init__(self, workspace: Workspace, shots: Shots, sources: Sources):
        self.workspace = workspace
        self.shots = shots
        self.sources = sources
        self._kept: dict[int, tuple[int, dict[str, Provenance]]] = {}

    def page(
        self, shot_id: int, source: Source, leave: frozenset[str], keep: KeepArtwork | None
    ) -> ChangePage:
        """Show what a source would make of a shot. Nothing is stored."""
        with self.workspace.reading() as session:
            loaded = self.shots.load(shot_id)
            proposal, _ = self._propose(session, loaded, source, leave, keep)
        return ChangePage(proposal, keep, loaded.head.version)

    def take(
        self,
        shot_id: int,
        base: int,
        source: Source,
        leave: frozenset[str],
        keep: KeepArtwork | None,
    ) -> ShotPage:
        """Store what a source makes of a shot as one version, made on version `base`."""

        def how(session: Session, loaded: Loaded) -> tuple[Content, str]:
            proposal, content = self._propose(session, loaded, source, leave, keep)
            if proposal.refused:
                raise Refusal(proposal.refused)
            return content, f"{proposal.label}: "

        return self.shots.amend_in(shot_id, base, how)

    def _propose(
        self,
        session: Session,
        loaded: Loaded,
        source: Source,
        leave: frozenset[str],
        keep: KeepArtwork | None,
    ) -> tuple[Proposal, Content]:
        context = loaded.context(self.workspace)
        wanted = self.sources.wanted(session, context, loaded.content, source)
        return propose(context, loaded.content, wanted, leave, keep)

    def provenance(self, shot_id: int) -> dict[str, Provenance]:
        """Return where each setting of a shot comes from, by its field name."""
        kept = self._kept.get(shot_id)
        generation = self.workspace.generation
        if kept is not None and kept[0] == generation:
            return kept[1]
        with self.workspace.reading() as session:
            loaded = load_shot(session, shot_id)
            _, house = latest_house(session)
            past = _Past(
                revisions.setups_of(session, shot_id),
                revisions.edits_of(session, loaded.head.production_id),
                house_revisions(session),
            )
            found = {key: self._of(key, loaded, house, past) for key in SETTINGS}
        self._kept[shot_id] = generation, found
        return found

    def _of(self, key: str, loaded: Loaded, house: HouseSetup, past: "_Past") -> Provenance:
        content = loaded.content
        show = SETTINGS[key].kind.show
        steps = provenance_of(
            key, content.setup, house, loaded.stored.required.values, content.format
        )
        shown = []
        for entry in steps:
            name = {
                Level.HOUSE: "House setup",
                Level.EDIT: loaded.edit_words(key),
                Level.FORMAT: content.format.name if content.format else "",
                Level.SHOT: "This shot",
            }[entry.level]
            since, who = past.since(key, entry.level, content)
            shown.append(ShownEntry(entry.level, name, show(entry.value), since, who, entry.stands))
        own = steps[-1].level is Level.SHOT
        return Provenance(tuple(shown), shown[-2].name if own and len(shown) > 1 else None)


class _Past:
    """The revisions of a shot, its edit format and the house setup, read once."""

    def __init__(
        self, setups: list[SetupRevision], edits: list[EditRevision], houses: list[HouseRevision]
    ):
        self.setups = [(row, revisions.content_of(row)) for row in setups]
        self.edits = [(row, revisions.edit_format_of(row)) for row in edits]
        self.houses = [(row, HouseSetup.model_validate_json(row.content)) for row in houses]

    def since(self, key: str, level: Level, content: Content) -> tuple[str | None, str | None]:
        """Return since when a level has had its value, and who gave it; the newest come first."""
        found: SetupRevision | EditRevision | HouseRevision | None = None
        if level is Level.SHOT:
            for row, then in self.setups:
                if getattr(then.setup, key) != getattr(content.setup, key):
                    break
                found = row
        elif level is Level.FORMAT:
            for row, then in self.setups:
                if then.format != content.format:
                    break
                found = row
        elif level is Level.EDIT:
            for edit_row, edit in self.edits:
                if getattr(edit, key, None) != getattr(self.edits[0][1], key, None):
                    break
                found = edit_row
        else:
            for house_row, house in self.houses:
                if getattr(house, key, None) != getattr(self.houses[0][1], key, None):
                    break
                found = house_row
        return (found.at, found.who) if found else (None, None)
