"""Changes to one shot, seen before they are made."""

from dataclasses import dataclass

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.resize import KeepArtwork
from zero_slate.core.presentation.change_preview import Proposal, preview_change
from zero_slate.core.shot.proposal import carry_out
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.sources import Source, Sources
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.loading import Loaded
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.sheets import Shots


@dataclass(frozen=True, slots=True)
class ChangePage:
    """A change of one shot before it is made."""

    proposal: Proposal
    """What it would do."""
    keep: KeepArtwork | None
    """What artwork does on the new canvas; None where it is placed anew."""
    version: int
    """The shot's version that it was reckoned from."""


class Changing:
    """Changes to one shot."""

    def __init__(self, workspace: Workspace, shots: Shots, sources: Sources):
        self.workspace = workspace
        self.shots = shots
        self.sources = sources

    def page(
        self, shot_id: int, source: Source, leave: frozenset[str], keep: KeepArtwork | None
    ) -> ChangePage:
        """Show what a source would make of a shot. Nothing is stored."""
        resolved = self.sources.resolve(source)
        loaded = self.shots.load(shot_id)
        context = loaded.context(self.workspace)
        request = resolved.request_for(context, loaded.content)
        proposal = preview_change(context, loaded.content, request, leave, keep)
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
        resolved = self.sources.resolve(source)

        def how(_: Session, loaded: Loaded) -> tuple[Content, str]:
            context = loaded.stored
            request = resolved.request_for(context, loaded.content)
            outcome = carry_out(context, loaded.content, request, leave, keep)
            if outcome.refused:
                raise Refusal(outcome.refused)
            return outcome.after, f"{request.label}: "

        return self.shots.amend_in(shot_id, base, how)
