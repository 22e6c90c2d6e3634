"""New shots that start from something: the cut, a format, another shot, a file's header."""

from dataclasses import dataclass

from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe, require_apart
from zero_slate.core.media.header import Media, MediaKind
from zero_slate.core.presentation.change_preview import propose
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.shot.by_hand import content_by_hand
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.sources import Source, Sources
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.loading import event_named, load_shot
from zero_slate.services.shots_all import Shots, Span, content_from_event
from zero_slate.store import revisions
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Production, Shot

MOST_AT_ONCE = 500


@dataclass(frozen=True, slots=True)
class CreatedShots:
    """The shots that were made, and the codes that were made safe on the way, with why."""

    ids: tuple[int, ...]
    renamed: tuple[str, ...]


class Starting:
    """Makes shots that begin from something."""

    def __init__(self, workspace: Workspace, shots: Shots, sources: Sources):
        self.workspace = workspace
        self.shots = shots
        self.sources = sources

    def begin(self, production_id: int, codes: list[str], source: Source | None) -> CreatedShots:
        """Make a shot of each code: from its event where the cut has one, else by hand.

        What the source says comes over that; a file's header gives a shot by hand its length too.
        All are made, or none. Raises Refusal.
        """
        names = [made_safe(code) for code in codes if code.strip()]
        if not 0 < len(names) <= MOST_AT_ONCE:
            raise Refusal(
                f"{counted(len(names), 'code')} can't be set up at once: write 1 to "
                f"{MOST_AT_ONCE}.",
                part="code",
            )
        with self.workspace.writing() as session:
            if session.get(Production, production_id) is None:
                raise NotFound(f"There is no production numbered {production_id}.")
            known = session.scalars(
                select(Shot.code).where(Shot.production_id == production_id)
            ).all()
            require_apart([each.safe for each in names], known)
            media = None
            if source is not None and source.file is not None:
                place = source.file
                media = self.sources.media.found(place.volume, place.path, place.name).read()
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, house = latest_house(session)
            ids = tuple(
                self._begin(session, production_id, each.safe, source, media, edit, house)
                for each in names
            )
        return CreatedShots(ids, tuple(each.words for each in names if each.words))

    def _begin(
        self,
        session: Session,
        production_id: int,
        code: str,
        source: Source | None,
        media: Media | None,
        edit: EditFormat,
        house: HouseSetup,
    ) -> int:
        event = event_named(session, production_id, code)
        if event is not None:
            content: Content = content_from_event(edit, event, house)
            said = f"Set up from the cut: {event.code}"
        else:
            long = media is not None and media.kind is not MediaKind.STILL
            span = Span(length=str(media.count) if media is not None and long else "")
            content = content_by_hand(edit, code, "", span.into, span.out, span.length, house)
            said = "Set up by hand"
        made = self.shots.make(session, production_id, content, said)
        if source is not None:
            loaded = load_shot(session, made)
            context = loaded.context(self.workspace)
            wanted = self.sources.wanted(session, context, loaded.content, source)
            proposal, after = propose(context, loaded.content, wanted, frozenset(), None)
            if proposal.refused:
                raise Refusal(f"{code}: {proposal.refused}")
            words = f"{wanted.label[0].lower()}{wanted.label[1:]}"
            self.shots.remake(session, made, after, f"{said}, {words}")
        return made
