"""A shot's sheet: previewed as it is typed, saved, undone, redone."""

from collections.abc import Callable, Mapping

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.settings.reading import Typed
from zero_slate.core.shot.change import change
from zero_slate.core.shot.history import Action
from zero_slate.core.shot.state import Content
from zero_slate.core.time.frames import FrameRange
from zero_slate.services.runtime.kept import Kept
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.services.shots.differences import what_changed
from zero_slate.services.shots.guards import require_free_code, require_version
from zero_slate.services.shots.loading import Loaded, load_shot
from zero_slate.services.shots.pages import ShotPage
from zero_slate.services.shots.showing import lay_out, lay_out_stored
from zero_slate.services.shots.storing import store_change, store_next
from zero_slate.services.shots.typed_sheet import read_sheet, require_sound, with_reasons
from zero_slate.store import revisions
from zero_slate.store.stamps import shot_stamp

# Shots that are open or were looked at last.
KEPT_SHOTS = 512


class Shots:
    """The shots of an installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self._kept: Kept[int, Loaded] = Kept(KEPT_SHOTS)

    def load(self, shot_id: int) -> Loaded:
        """Return a shot as it is stored. Raises NotFound."""
        with self.workspace.reading() as session:
            stamp = shot_stamp(session, shot_id)
            if stamp is None:
                raise NotFound(f"There is no shot numbered {shot_id}.")
            kept = self._kept.get(shot_id, stamp)
            return kept or self._kept.put(shot_id, stamp, load_shot(session, shot_id))

    def page(
        self,
        shot_id: int,
        typed: Typed | None = None,
        view: FrameRange | None = None,
        setting: str | None = None,
        frame: int | None = None,
    ) -> ShotPage:
        """Preview the sheet, with texts as they are being typed in place of the stored ones.

        `view` is the part of the frame rule that is looked at, `setting` the row whose drawing is
        wanted, all of them where it is None; `frame` the one that a stand is drawn at. Nothing is
        stored. Raises NotFound, and Refusal for a
        field that there isn't.
        """
        loaded = self.load(shot_id)
        if typed or view or setting or frame is not None:
            return lay_out(self.workspace, loaded, typed, view, setting, frame)
        return lay_out_stored(self.workspace, loaded)

    def save(
        self, shot_id: int, base: int, typed: Typed, reasons: Mapping[str, str | None]
    ) -> ShotPage:
        """Store typed values and reasons as a new version, made on version `base`.

        An empty reason takes the reason back. Raises Conflict where `base` isn't the version that
        stands, and Refusal where something typed can't be taken: then nothing is stored.
        """
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            require_version(session, loaded, base)
            before = loaded.content
            reading = read_sheet(
                before, loaded.stored.clock, typed, self.workspace.locks, self.workspace.config_of
            )
            require_sound(reading)
            after = change(before, reading.values, loaded.stored.anchor)
            departures = with_reasons(before.departures, reasons, after.setup)
            after = after.model_copy(update={"departures": departures})
            store_change(self.workspace, session, loaded, after)
        return self.page(shot_id)

    def amend(self, shot_id: int, base: int, how: Callable[[Loaded], Content]) -> ShotPage:
        """Store what `how` makes of a shot as a new version, made on version `base`.

        Raises Conflict and Refusal as `save` does.
        """
        return self.amend_in(shot_id, base, lambda _, loaded: (how(loaded), ""))

    def amend_in(
        self, shot_id: int, base: int, how: Callable[[Session, Loaded], tuple[Content, str]]
    ) -> ShotPage:
        """Store what `how` makes of a shot, and the words that its version's own begin with."""
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            require_version(session, loaded, base)
            store_change(self.workspace, session, loaded, *how(session, loaded))
        return self.page(shot_id)

    def undo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content before the last change, as a new version."""
        return self._step(shot_id, base, Action.UNDO)

    def redo(self, shot_id: int, base: int) -> ShotPage:
        """Bring back the content that undo took away, as a new version."""
        return self._step(shot_id, base, Action.REDO)

    def _step(self, shot_id: int, base: int, action: Action) -> ShotPage:
        with self.workspace.writing() as session:
            loaded = load_shot(session, shot_id)
            require_version(session, loaded, base)
            target = loaded.history.undo if action is Action.UNDO else loaded.history.redo
            if target is None:
                raise Refusal(f"There is nothing to {action}.")
            content = revisions.content_of(revisions.setup_number(session, shot_id, target))
            require_free_code(session, loaded, content.setup)
            what = f"{action.capitalize()}: {what_changed(loaded.content, content)}"
            store_next(self.workspace, session, loaded, content, action, target, what)
        return self.page(shot_id)
