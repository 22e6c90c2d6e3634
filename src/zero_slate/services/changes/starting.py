"""New shots that start from something: the cut, a format, another shot, a file's header."""

from dataclasses import dataclass

from sqlalchemy import select

from zero_slate.core.base.figures import counted
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.safe_names import made_safe, require_apart
from zero_slate.core.cut.events import CutEvent, first_by_code
from zero_slate.core.media.header import MediaKind
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.house import HouseSetup
from zero_slate.core.shot.by_hand import content_by_hand
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.proposal import carry_out
from zero_slate.core.shot.state import Content
from zero_slate.services.changes.sources import ResolvedSource, Source, Sources
from zero_slate.services.productions.judged import production_of
from zero_slate.services.runtime.workspace import Workspace
from zero_slate.services.shots.making import NewShots, content_from_event
from zero_slate.store import cuts, revisions
from zero_slate.store.house import latest_house
from zero_slate.store.tables import Shot

MOST_AT_ONCE = 500


@dataclass(frozen=True, slots=True)
class CreatedShots:
    """The shots that were made, and the codes that were made safe on the way, with why."""

    ids: tuple[int, ...]
    """The shots' numbers."""
    renamed: tuple[str, ...]
    """The codes that were made safe to be file names, with why."""


class Starting:
    """Makes shots that begin from something."""

    def __init__(self, workspace: Workspace, new_shots: NewShots, sources: Sources):
        self.workspace = workspace
        self.new_shots = new_shots
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
        resolved = self.sources.resolve(source) if source is not None else None
        with self.workspace.writing() as session:
            production_of(session, production_id)
            known = session.scalars(
                select(Shot.code).where(Shot.production_id == production_id)
            ).all()
            safe = [each.safe for each in names]
            require_apart(safe, known)
            edit = revisions.edit_format_of(revisions.latest_edit(session, production_id))
            _, house = latest_house(session)
            cut = cuts.latest_cut(session, production_id)
            events = first_by_code(cuts.events_named(session, cut.id, safe)) if cut else {}
            ids = []
            for code in safe:
                content, said = _content(edit, house, code, events.get(code), resolved)
                ids.append(self.new_shots.make(session, production_id, content, said))
        return CreatedShots(tuple(ids), tuple(each.words for each in names if each.words))


def _content(
    edit: EditFormat,
    house: HouseSetup,
    code: str,
    event: CutEvent | None,
    resolved: ResolvedSource | None,
) -> tuple[Content, str]:
    """Return what a new shot begins with, and the words of its first version."""
    if event is not None:
        content = content_from_event(edit, event, house)
        said = f"Set up from the cut: {event.code}"
    else:
        media = resolved.media if resolved is not None else None
        long = media is not None and media.kind is not MediaKind.STILL
        length = str(media.count) if media is not None and long else ""
        content = content_by_hand(edit, code, "", "", "", length, house)
        said = "Set up by hand"
    if resolved is None:
        return content, said
    context = ShotContext.of(content, edit, event, ())
    request = resolved.request_for(context, content)
    outcome = carry_out(context, content, request, frozenset(), None)
    if outcome.refused:
        raise Refusal(f"{code}: {outcome.refused}")
    return outcome.after, f"{said}, {request.label[0].lower()}{request.label[1:]}"
